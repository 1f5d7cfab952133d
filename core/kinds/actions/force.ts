import { magnitude, type ActionKind } from './action';

/** a += w·F / m (Newton's second law). */
export const force: ActionKind = {
  kind: 'force',
  label: 'force',
  summary: 'A force in newtons, which accelerates heavy particles less. a += w·F / m.',
  unit: 'N',
  vectorUnit: 'N',
  formula: 'a += w·F / m',
  source: 'Newton’s second law',
  advice: 'For light and heavy particles under the same push: silt flies and pebbles stay.',
  parameters: {},
  needsDrag: false,
  isVector: true,
  accumulate({ count, mass }, weight, vector, { acceleration }) {
    for (let i = 0; i < count; i++) {
      const w = weight[i]! / mass[i]!;
      acceleration.x[i]! += w * vector.x[i]!;
      acceleration.y[i]! += w * vector.y[i]!;
      acceleration.z[i]! += w * vector.z[i]!;
    }
  },
  felt: ({ mass }, i, weight, vector) => (weight * magnitude(vector, i)) / mass[i]!,
};
