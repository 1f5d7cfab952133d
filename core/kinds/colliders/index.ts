import { Registry } from '../../document/registry';
import { ball } from './ball';
import { box } from './box';
import type { ColliderShape } from './collider';
import { mesh } from './mesh';
import { plane } from './plane';
import { rod } from './rod';
import { wall } from './wall';

/** Every surface that particles can hit. */
export const colliderShapes = new Registry<ColliderShape>('shape of colliders', [plane, box, ball, rod, wall, mesh]);
