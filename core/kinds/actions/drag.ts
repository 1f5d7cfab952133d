import type { ActionKind } from './action';

/** C += w·rate and q += w·coefficient; the field's vector holds the rate in x and the quadratic coefficient in y. */
export const drag: ActionKind = {
  kind: 'drag',
  label: 'drag',
  summary: 'A drag, which slows particles in proportion to their speed. C += w·rate; the total is never negative.',
  unit: '1/s',
  vectorUnit: '1/s',
  formula: 'C += w·rate, q += w·coefficient',
  source: 'textbook mechanics',
  parameters: {},
  needsDrag: false,
  isVector: false,
  accumulate({ count }, weight, vector, { dragRate, quadratic }) {
    for (let i = 0; i < count; i++) {
      dragRate[i] = Math.max(0, dragRate[i]! + weight[i]! * vector.x[i]!);
      quadratic[i] = Math.max(0, quadratic[i]! + weight[i]! * vector.y[i]!);
    }
  },
  felt({ velocity }, i, weight, vector, { medium }) {
    const x = velocity.x[i]! - medium.x[i]!;
    const y = velocity.y[i]! - medium.y[i]!;
    const z = velocity.z[i]! - medium.z[i]!;
    const speed = Math.sqrt(x * x + y * y + z * z);
    return weight * (vector.x[i]! + vector.y[i]! * speed) * speed;
  },
};
