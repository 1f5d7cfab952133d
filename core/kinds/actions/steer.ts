import { atan2 } from '../../lib/math/inverse';
import { magnitude, type ActionKind } from './action';
import { setVelocity } from './set-velocity';
import { addToBlend } from './rate';

/**
 * Turns the direction of v to F, formed as for set velocity: the angle between them shrinks by e^(−Σλ·dt), the speed stays.
 */
export const steerAction: ActionKind = {
  ...setVelocity,
  kind: 'steer',
  label: 'steer',
  summary:
    'Turns particles towards the direction of the field and keeps their speed. The strength is the part of the angle that is turned per frame.',
  formula: 'angle ← angle · e^(−Σλ·dt), λ = −fps·ln(1 − |w|)',
  source: 'exponential relaxation, textbook',
  advice: 'For particles that should keep their speed and change direction only.',
  vectorUnit: '',
  paced: false,
  accumulate: ({ count }, weight, vector, { steer }) => addToBlend(steer, count, weight, vector),
  felt({ velocity }, i, weight, vector, _sums, fps) {
    const size = magnitude(vector, i);
    const speed = magnitude(velocity, i);
    if (size === 0 || speed === 0) return 0;
    const sign = weight < 0 ? -1 : 1;
    const cosine =
      (sign * (velocity.x[i]! * vector.x[i]! + velocity.y[i]! * vector.y[i]! + velocity.z[i]! * vector.z[i]!)) /
      (size * speed);
    const angle = atan2(Math.sqrt(Math.max(0, 1 - cosine * cosine)), cosine);
    return fps * Math.min(1, Math.abs(weight)) * angle * speed;
  },
};
