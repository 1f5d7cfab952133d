import type { ShapeKind } from './shape';

/** A single point; the normal is up. */
export const point: ShapeKind = {
  kind: 'point',
  label: 'point',
  summary: 'All particles start at one point.',
  parameters: {},
  sampler: () => (_pick, out) => {
    out.x = out.y = out.z = out.nx = out.nz = 0;
    out.ny = 1;
  },
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
};
