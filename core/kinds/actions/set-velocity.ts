import type { ActionKind } from './action';
import { addToBlend } from './rate';

/**
 * Pulls v to F: λᵢ = −fps·ln(1 − |wᵢ|), together F̄ = Σλᵢ·Fᵢ / Σλᵢ and v ← F̄ + (v − F̄)·e^(−Σλ·dt). A negative weight
 * turns F round.
 */
export const setVelocity: ActionKind = {
  kind: 'set-velocity',
  label: 'set velocity',
  summary:
    'Replaces the velocity by the field’s own, whatever the mass or drag. The strength is the part replaced in each frame; 100 % sets the velocity at once.',
  unit: '/f',
  vectorUnit: 'm/s',
  blends: { default: 0.1, usual: [-1, 1] },
  paced: true,
  formula: 'v ← F̄ + (v − F̄)·e^(−Σλ·dt), λ = −fps·ln(1 − |w|)',
  source: 'exponential relaxation, textbook',
  advice:
    'For fields that should set the motion. A few per cent per frame guide particles gently; 100 % overrides all other motion.',
  parameters: {},
  needsDrag: false,
  isVector: true,
  accumulate: ({ count }, weight, vector, sums) => addToBlend(sums.setVelocity, count, weight, vector),
  felt({ velocity }, i, weight, vector, _sums, fps) {
    const sign = weight < 0 ? -1 : 1;
    const x = sign * vector.x[i]! - velocity.x[i]!;
    const y = sign * vector.y[i]! - velocity.y[i]!;
    const z = sign * vector.z[i]! - velocity.z[i]!;
    return fps * Math.min(1, Math.abs(weight)) * Math.sqrt(x * x + y * y + z * z);
  },
};
