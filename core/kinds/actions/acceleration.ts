import { magnitude, type ActionKind } from './action';

/** a += w·F, whatever the mass. */
export const acceleration: ActionKind = {
  kind: 'acceleration',
  label: 'acceleration',
  summary: 'Accelerates light and heavy particles alike. a += w·F.',
  unit: 'm/s²',
  vectorUnit: 'm/s²',
  formula: 'a += w·F',
  source: 'textbook mechanics',
  advice:
    'For pulls and pushes. Speed builds up for as long as the field acts. Use move instead where particles should stop with the field.',
  parameters: {},
  needsDrag: false,
  isVector: true,
  accumulate({ count }, weight, vector, sums) {
    const { x, y, z } = sums.acceleration;
    const { x: fx, y: fy, z: fz } = vector;
    for (let i = 0; i < count; i++) {
      const w = weight[i]!;
      x[i]! += w * fx[i]!;
      y[i]! += w * fy[i]!;
      z[i]! += w * fz[i]!;
    }
  },
  felt: (_block, i, weight, vector) => weight * magnitude(vector, i),
};
