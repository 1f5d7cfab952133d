import type { ActionKind } from './action';

/** U += w·F: the field is a moving medium of velocity F, held on to by drag. */
export const carry: ActionKind = {
  kind: 'carry',
  label: 'carry',
  summary:
    'A moving medium: particles are brought up to its speed by their drag, and no further. A particle whose drag is 0 is not carried at all. U += w·F.',
  unit: 'm/s',
  vectorUnit: 'm/s',
  formula: 'U += w·F',
  source: 'relative velocity in drag laws, textbook fluid mechanics',
  advice:
    'For currents and winds: nothing is ever faster than the medium. With a drag rate at or below 1/s it moves particles less than an acceleration of the same number; give them more drag for a firmer grip.',
  parameters: {},
  needsDrag: true,
  isVector: true,
  accumulate({ count }, weight, vector, { medium }) {
    for (let i = 0; i < count; i++) {
      const w = weight[i]!;
      medium.x[i]! += w * vector.x[i]!;
      medium.y[i]! += w * vector.y[i]!;
      medium.z[i]! += w * vector.z[i]!;
    }
  },
  felt(block, i, weight, vector, { dragRate }) {
    const x = weight * vector.x[i]! - block.velocity.x[i]!;
    const y = weight * vector.y[i]! - block.velocity.y[i]!;
    const z = weight * vector.z[i]! - block.velocity.z[i]!;
    return weight === 0 ? 0 : dragRate[i]! * Math.sqrt(x * x + y * y + z * z);
  },
};
