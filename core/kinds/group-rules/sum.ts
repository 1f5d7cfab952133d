import type { RuleKind } from './rule';

/** Σ wᵢ·Fᵢ. */
export const sum: RuleKind = {
  kind: 'sum',
  label: 'sum',
  summary: 'The sum of the members, as on the desk.',
  formula: 'Σ wᵢ·Fᵢ',
  source: 'common practice, no source',
  parameters: {},
  shares(members, count) {
    for (const { groupWeight } of members) groupWeight.fill(1, 0, count);
  },
};
