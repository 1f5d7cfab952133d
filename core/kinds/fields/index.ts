import { Registry } from '../../document/registry';
import { attractor } from './attractor';
import { cells } from './cells';
import { drag } from './drag';
import type { FieldKind } from '../contracts/field';
import { flock } from './flock';
import { formula } from './formula';
import { gravity } from './gravity';
import { grid } from './grid';
import { mask } from './mask';
import { limit } from './limit';
import { path } from './path';
import { shell } from './shell';
import { surface } from './surface';
import { texture } from './texture';
import { turbulence } from './turbulence';
import { vortex } from './vortex';
import { wind } from './wind';
import { zoneFlow } from './zone-flow';

/** Every kind of field, in the order in which they are offered. */
export const fields = new Registry<FieldKind>('kind of field', [
  gravity,
  wind,
  vortex,
  turbulence,
  attractor,
  shell,
  zoneFlow,
  surface,
  texture,
  path,
  grid,
  flock,
  formula,
  cells,
  drag,
  limit,
  mask,
]);
