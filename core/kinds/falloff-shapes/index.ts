import { Registry } from '../../document/registry';
import { ball } from './ball';
import { box } from './box';
import { cone } from './cone';
import { everywhere } from './everywhere';
import type { FalloffShapeKind } from './falloff-shape';
import { painted } from './painted';
import { path } from './path';
import { ring } from './ring';
import { rod } from './rod';
import { slab } from './slab';
import { surface } from './surface';
import { volume } from './volume';

/** Every body a falloff can be measured from. */
export const falloffShapes = new Registry<FalloffShapeKind>('falloff shape', [
  everywhere,
  ball,
  box,
  rod,
  cone,
  ring,
  slab,
  path,
  surface,
  volume,
  painted,
]);
