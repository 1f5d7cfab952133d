import { amountParameters, defineModulator } from './modulator';

/** ν is the particle's place along its strand. */
export const along = defineModulator({
  kind: 'along',
  label: 'along the strand',
  summary:
    'Depends on the position along the strand, from 0 at its root to 1 at its tip. Particles without a strand count as 0.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν the position along the strand',
  source: 'common practice, no source',
  parameters: amountParameters('', 0, 1, true),
  examples: [{ along: 0.25, value: 0.25 }],
  compile:
    () =>
    ({ block }, out) =>
      out.set(block.along.subarray(0, block.count)),
});
