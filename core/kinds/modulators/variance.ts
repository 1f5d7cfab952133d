import { describe } from '../../document/parameters';
import { Purpose, uniform } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  variance: {
    type: 'number',
    label: 'Variance',
    unit: '',
    default: 0.5,
    min: 0,
    usual: [0, 1],
    help: 'Particles feel 1 ± this, each always the same.',
  },
  seed: { ...seed, help: 'Another seed deals the differences out anew.' },
  ...amountParameters('', 0, 2, false),
});

/** ν = 1 + V·(2u − 1), u by the particle's key, or that of its strand. */
export const variance = defineModulator({
  kind: 'variance',
  label: 'variance',
  summary: 'A fixed difference from particle to particle, by its key.',
  seeded: true,
  formula: 'w ← w·(1 − a·(1 − ν)), ν = 1 + V·(2u − 1)',
  source: 'common practice, no source',
  parameters,
  examples: [{ values: { variance: 0 }, value: 1 }],
  compile({ values, stream }) {
    const { variance: by } = values;
    return ({ block: { count, body } }, out) => {
      for (let i = 0; i < count; i++) out[i] = 1 + by * (2 * uniform(stream, body[i]!, Purpose.modulator) - 1);
    };
  },
});
