import { describe } from '../../document/parameters';
import { boxEdges, boxHandles } from '../../lib/geometry/outline';
import { defineEmitterShape, lieFlat } from './shape';

const side = (label: string, axis: string, value: number) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: value,
    min: 0,
    usual: [0, 10],
    help: `The size along ${axis}.`,
  }) as const;
const count = (axis: string, value: number) =>
  ({
    type: 'number',
    label: `Points in ${axis}`,
    unit: '',
    default: value,
    min: 1,
    max: 4096,
    whole: true,
    usual: [1, 50],
    help: `The number of points along ${axis}.`,
  }) as const;

const parameters = describe({
  nx: count('X', 10),
  ny: count('Y', 1),
  nz: count('Z', 10),
  width: side('Width', 'X', 2),
  height: side('Height', 'Y', 0),
  depth: side('Depth', 'Z', 2),
});

/** A lattice of points; the k-th particle takes the k-th point, over and over: along X first, then Z, then Y. */
export const lattice = defineEmitterShape({
  kind: 'lattice',
  label: 'lattice',
  summary: 'Points in rows, used one after another. The normal points up.',
  parameters,
  sampler(values) {
    const { nx, ny, nz, width, height, depth } = values;
    const at = (i: number, n: number) => (n > 1 ? i / (n - 1) - 0.5 : 0);
    return ({ k }, out) => {
      const point = (k - 1) % (nx * ny * nz);
      const i = point % nx;
      const j = Math.floor(point / nx) % nz;
      const u = at(i, nx);
      const v = at(j, nz);
      lieFlat(out, width * u, depth * v, u + 0.5, v + 0.5);
      out.y = height * at(Math.floor(point / (nx * nz)), ny);
      return true;
    };
  },
  outline(values) {
    const { width, height, depth } = values;
    return boxEdges(width, height, depth);
  },
  handles(values) {
    const { width, height, depth } = values;
    return boxHandles(width, height, depth);
  },
});
