import { nextLimit } from '../contracts/sums';
import { magnitude, type ActionKind } from './action';
import { rateOf } from './rate';

/**
 * Draws the speed s into [lowest, highest]: s ← s* + (s − s*)·e^(−λ·dt), s* the nearest speed in it. The vector holds
 * both.
 */
export const speedLimit: ActionKind = {
  kind: 'speed-limit',
  label: 'speed limit',
  summary:
    'Keeps the speed between two limits; the strength is the part of the excess that is removed per frame. 100 % is a hard limit.',
  unit: '/f',
  vectorUnit: 'm/s',
  blends: { default: 1, usual: [0, 1], min: 0 },
  formula: 's ← s* + (s − s*)·e^(−λ·dt)',
  source: 'common practice, no source',
  parameters: {},
  needsDrag: false,
  isVector: false,
  accumulate({ count }, weight, vector, sums) {
    const limit = nextLimit(sums);
    for (let i = 0; i < count; i++) {
      limit.rate[i] = rateOf(weight[i]!);
      limit.lowest[i] = vector.x[i]!;
      limit.highest[i] = vector.y[i]!;
    }
  },
  felt({ velocity }, i, weight, vector, _sums, fps) {
    const speed = magnitude(velocity, i);
    const off = Math.max(0, vector.x[i]! - speed, speed - vector.y[i]!);
    return fps * Math.min(1, weight) * off;
  },
};
