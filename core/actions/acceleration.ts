import { magnitude, type ActionKind } from './action';

/** a += w·F, whatever the mass. */
export const acceleration: ActionKind = {
  kind: 'acceleration',
  label: 'acceleration',
  summary: 'An acceleration, the same for light and heavy particles. a += w·F.',
  unit: 'm/s²',
  vectorUnit: 'm/s²',
  parameters: {},
  needsDrag: false,
  isVector: true,
  accumulate({ count }, weight, vector, sums) {
    const a = sums.acceleration;
    for (let i = 0; i < count; i++) {
      const w = weight[i]!;
      a.x[i]! += w * vector.x[i]!;
      a.y[i]! += w * vector.y[i]!;
      a.z[i]! += w * vector.z[i]!;
    }
  },
  felt: (_block, i, weight, vector) => weight * magnitude(vector, i),
};
