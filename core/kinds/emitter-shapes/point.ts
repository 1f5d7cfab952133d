import { defineEmitterShape, lieFlat } from './shape';

/** A single point; the normal is up. */
export const point = defineEmitterShape({
  kind: 'point',
  label: 'point',
  summary: 'All particles start at one point.',
  parameters: {},
  sampler: () => (_draw, out) => {
    lieFlat(out, 0, 0, 0.5, 0.5);
    return true;
  },
  kernel: () => ({ kind: 'box', sides: [0, 0, 0], picks: [0, 1, 2] }),
  outline: () => [
    [
      [-0.1, 0, 0],
      [0.1, 0, 0],
    ],
    [
      [0, -0.1, 0],
      [0, 0.1, 0],
    ],
    [
      [0, 0, -0.1],
      [0, 0, 0.1],
    ],
  ],
  handles: () => [],
});
