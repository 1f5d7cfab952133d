import { clear } from '../stack/sums';
import type { ActionKind } from './action';

/** x moves by w·F·dt; v is left alone. */
export const shift: ActionKind = {
  kind: 'shift',
  label: 'shift',
  summary: 'Moves particles along and leaves their velocity alone: they stop when it stops. x += w·F·dt.',
  unit: 'm/s',
  vectorUnit: 'm/s',
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
