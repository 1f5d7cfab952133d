import type { RuleKind } from './rule';

/** Σ wᵢ·Fᵢ. */
export const sum: RuleKind = {
  kind: 'sum',
  label: 'sum',
  summary: 'Adds up the members, as the desk itself does.',
  formula: 'Σ wᵢ·Fᵢ',
  source: 'common practice, no source',
  parameters: {},
  shares(members, count) {
    for (const { groupWeight } of members) groupWeight.fill(1, 0, count);
  },
};
