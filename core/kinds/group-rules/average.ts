import type { RuleKind } from './rule';

/** Σ wᵢ·Fᵢ / n, n the members that are unmuted and in their span. */
export const average: RuleKind = {
  kind: 'average',
  label: 'average',
  summary: 'The average of the active members. Another member does not make it stronger.',
  formula: 'Σ wᵢ·Fᵢ / n',
  source: 'common practice, no source',
  parameters: {},
  shares(members, count) {
    for (const { groupWeight } of members) groupWeight.fill(1 / members.length, 0, count);
  },
};
