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
    'The plain choice for pulls and pushes: it goes on adding speed for as long as it lasts, the same for light and heavy. Against shift: take acceleration where particles shall keep their swing when the field lets go, and shift where they shall stop with it.',
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
