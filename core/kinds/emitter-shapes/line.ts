import { describe } from '../../document/parameters';
import { widthHandle } from '../../lib/geometry/outline';
import { defineEmitterShape, lieFlat } from './shape';

const parameters = describe({
  length: {
    type: 'number',
    label: 'Length',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The length along X.',
  },
});

/** A straight line along X, evenly filled; the normal is up. */
export const line = defineEmitterShape({
  kind: 'line',
  label: 'line',
  summary: 'A straight line, evenly filled. The normal points up.',
  parameters,
  sampler(values) {
    const { length } = values;
    return ({ pick }, out) => {
      const u = pick(0);
      lieFlat(out, length * (u - 0.5), 0, u, 0.5);
      return true;
    };
  },
  kernel: (values) => ({ kind: 'box', sides: [values.length, 0, 0], picks: [0, 1, 2] }),
  outline(values) {
    const half = values.length / 2;
    return [
      [
        [-half, 0, 0],
        [half, 0, 0],
      ],
    ];
  },
  handles: (values) => [widthHandle('length', 0, values.length)],
});
