import { clear } from '../contracts/sums';
import type { ActionKind } from './action';

/** x moves by w·F·dt; v is left alone. */
export const move: ActionKind = {
  kind: 'move',
  label: 'move',
  summary: 'Changes positions and leaves velocities alone: particles stop when the field stops. x += w·F·dt.',
  unit: 'm/s',
  vectorUnit: 'm/s',
  formula: 'x += w·F·dt',
  source: 'textbook kinematics',
  advice:
    'For nudges, jitter, and wrapping a cloud around a shape. Use acceleration where motion should build up, last after the field, or meet drag and colliders.',
  parameters: {},
  needsDrag: false,
  isVector: true,
  accumulate({ count }, weight, vector, { move: sum }) {
    if (!sum.used) {
      sum.used = true;
      clear(sum.vector, count);
    }
    for (let i = 0; i < count; i++) {
      const w = weight[i]!;
      sum.vector.x[i]! += w * vector.x[i]!;
      sum.vector.y[i]! += w * vector.y[i]!;
      sum.vector.z[i]! += w * vector.z[i]!;
    }
  },
  // It gives no velocity, and so no acceleration.
  felt: () => 0,
};
