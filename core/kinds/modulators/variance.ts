import { describe } from '../../document/parameters';
import { Purpose, uniform } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  variance: {
    type: 'number',
    label: 'Variation',
    unit: '',
    fraction: true,
    default: 0.5,
    min: 0,
    usual: [0, 1],
    help: 'Each particle’s factor is 100 % ± up to this, and never changes.',
  },
  seed: { ...seed, help: 'Another seed gives each particle a different factor.' },
  ...amountParameters('', 0, 2, false),
});

/** ν = 1 + V·(2u − 1), u by the particle's key, or that of its strand. */
export const variance = defineModulator({
  kind: 'variance',
  label: 'variation',
  summary: 'A fixed random factor for each particle.',
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
