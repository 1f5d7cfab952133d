import { describe } from '../../document/parameters';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  of: {
    type: 'choice',
    label: 'Age unit',
    default: 'life',
    options: [
      { value: 'life', label: 'lifetimes' },
      { value: 'seconds', label: 'seconds' },
    ],
    help: 'Age from 0 at birth to 1 at death, or in seconds.',
  },
  ...amountParameters('', 0, 1, true),
});

/** ν is the particle's own age. */
export const age = defineModulator({
  kind: 'age',
  label: 'age',
  summary: 'Depends on the particle’s age, so that a field takes hold later or lets go.',
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
