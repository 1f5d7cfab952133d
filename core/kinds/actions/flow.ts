import type { ActionKind } from './action';

/** U += w·F: the field is a moving medium of velocity F, held on to by drag. */
export const flow: ActionKind = {
  kind: 'flow',
  label: 'flow',
  summary:
    'A moving medium. Drag brings particles up to its speed and no further; a particle without drag does not move with it. U += w·F.',
  unit: 'm/s',
  vectorUnit: 'm/s',
  formula: 'U += w·F',
  source: 'relative velocity in drag laws, textbook fluid mechanics',
  advice:
    'For currents and winds: no particle becomes faster than the medium. With a drag rate of 1/s or less it moves particles less than an acceleration of the same value; more drag gives it more grip.',
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
