import { clear } from '../contracts/sums';
import type { ActionKind } from './action';

/** x moves by w·F·dt; v is left alone. */
export const shift: ActionKind = {
  kind: 'shift',
  label: 'move',
  summary: 'Changes positions and leaves velocities alone: particles stop when the field stops. x += w·F·dt.',
  unit: 'm/s',
  vectorUnit: 'm/s',
  formula: 'x += w·F·dt',
  source: 'textbook kinematics',
  advice:
    'Moves particles as a hand would: they do not speed up, do not swing, and stop when the field lets go. Good for nudging, for wrapping a cloud round a form, and for jitter. Take acceleration instead where the motion shall live on after the field, build up, or be felt by drag and by colliders.',
  parameters: {},
  needsDrag: false,
  isVector: true,
  accumulate({ count }, weight, vector, { shift: sum }) {
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
