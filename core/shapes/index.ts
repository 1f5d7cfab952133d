import { Registry } from '../describe/registry';
import { ball } from './ball';
import { box } from './box';
import { card } from './card';
import { disc } from './disc';
import { point } from './point';
import type { ShapeKind } from './shape';

/** Every shape particles can be born from. */
export const shapes = new Registry<ShapeKind>('shape', [point, disc, card, ball, box]);
