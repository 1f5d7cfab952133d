import { describe } from '../../document/parameters';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  of: {
    type: 'choice',
    label: 'Age',
    default: 'life',
    options: [
      { value: 'life', label: 'as a share of life' },
      { value: 'seconds', label: 'in seconds' },
    ],
    help: '0 at birth to 1 at death, or seconds.',
  },
  ...amountParameters('', 0, 1, true),
});

/** ν is the particle's own age. */
export const age = defineModulator({
  kind: 'age',
  label: 'own age',
  summary: 'The particle’s own age: a field that takes hold later, or lets go.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν the age',
  source: 'common practice, no source',
  parameters,
  examples: [
    { age: 1, life: 4, value: 0.25 },
    { values: { of: 'seconds' }, age: 3, life: 4, value: 3 },
  ],
  compile({ values }) {
    const share = values.of === 'life';
    return ({ block: { count, age: seconds, life } }, out) => {
      for (let i = 0; i < count; i++)
        out[i] = share ? (life[i]! > 0 ? Math.min(1, seconds[i]! / life[i]!) : 1) : seconds[i]!;
    };
  },
});
