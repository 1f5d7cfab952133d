import { Registry } from '../../document/registry';
import { ball } from './ball';
import { box } from './box';
import { card } from './card';
import { cloud } from './cloud';
import { disc } from './disc';
import { image } from './image';
import { lattice } from './lattice';
import { lettering } from './lettering';
import { line } from './line';
import { mesh } from './mesh';
import { particles } from './particles';
import { path } from './path';
import { point } from './point';
import { ring } from './ring';
import type { ShapeKind } from './shape';

/** Every shape particles can be born from. */
export const shapes = new Registry<ShapeKind>('shape', [
  point,
  line,
  path,
  disc,
  card,
  ring,
  ball,
  box,
  lattice,
  mesh,
  image,
  cloud,
  lettering,
  particles,
]);
