import { magnitude } from '../actions/action';
import { defineModulator, amountParameters } from './modulator';

/** ν is the particle's own speed in m/s. */
export const speed = defineModulator({
  kind: 'speed',
  label: 'speed',
  summary: 'Depends on the particle’s speed, so that a field acts on fast or slow particles only.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν the speed',
  source: 'common practice, no source',
  parameters: amountParameters('m/s', 0, 2, true),
  examples: [{ velocity: [3, -4, 12], value: 13 }],
  heedsVelocity: () => true,
  compile:
    () =>
    ({ block: { count, velocity } }, out) => {
      for (let i = 0; i < count; i++) out[i] = magnitude(velocity, i);
    },
});
