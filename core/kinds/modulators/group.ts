import { describe } from '../../document/parameters';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  group: { type: 'reference', to: 'group', label: 'Mask group', default: '', help: 'A group of masks of this scene.' },
  ...amountParameters('', 0, 1, false),
});

/** ν is what a group of levels comes to at the particle. */
export const group = defineModulator({
  kind: 'group',
  label: 'group of masks',
  summary: 'The value of a group of masks at the particle: one mask for several fields.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν the group’s level',
  source: 'common practice, no source',
  parameters,
  examples: [{ values: { group: 'g' }, level: 0.3, value: 0.3 }],
  compile({ values }) {
    const { group: id } = values;
    return ({ level }, out) => level(id, out);
  },
  broken: ({ values }) => (values.group === '' ? 'no group is chosen' : undefined),
});
