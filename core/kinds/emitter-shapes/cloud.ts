import { describe } from '../../document/parameters';
import { defineEmitterShape } from './shape';

/** Most points of a cloud. */
export const MOST_CLOUD = 20_000;

/** Points of which the view draws the outline. */
const SHOWN = 400;

const parameters = describe({
  points: {
    type: 'points',
    label: 'Points',
    unit: 'm',
    least: 1,
    fromFile: MOST_CLOUD,
    default: [[0, 0, 0]],
    help: 'The points of a file, one for each birth.',
  },
  order: {
    type: 'choice',
    label: 'Order',
    default: 'turn',
    options: [
      { value: 'turn', label: 'as in the file' },
      { value: 'random', label: 'random' },
    ],
    help: 'Births use the points in the order of the file, again and again, or at random.',
  },
});

/** Points that were read from a file. */
export const cloud = defineEmitterShape({
  kind: 'cloud',
  label: 'points of a file',
  summary: 'Points from a CSV or PLY file.',
  parameters,
  sampler(values) {
    const { points, order } = values;
    return ({ k, pick }, out) => {
      const n =
        order === 'turn' ? (k - 1) % points.length : Math.min(points.length - 1, Math.floor(pick(0) * points.length));
      const [x, y, z] = points[n]!;
      out.x = x;
      out.y = y;
      out.z = z;
      out.nx = out.nz = out.ty = out.tz = 0;
      out.ny = out.tx = out.flatY = 1;
      out.u = (n + 0.5) / points.length;
      out.v = 0.5;
      return true;
    };
  },
  outline(values) {
    const { points } = values;
    const step = Math.max(1, Math.ceil(points.length / SHOWN));
    // A little cross at each that is drawn.
    const r = 0.015;
    return points
      .filter((_, i) => i % step === 0)
      .flatMap(([x, y, z]) => [
        [
          [x - r, y, z],
          [x + r, y, z],
        ],
        [
          [x, y - r, z],
          [x, y + r, z],
        ],
      ]);
  },
  handles: () => [],
});
