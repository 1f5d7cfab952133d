import type { RuleKind } from './rule';

/** Π wᵢ·xᵢ, of bare numbers. Each member's share is so that all of them are equal parts of the product. */
export const product: RuleKind = {
  kind: 'product',
  label: 'product',
  summary: 'The product of masks: full only where all of them are.',
  formula: 'w₁·x₁ · w₂·x₂ · …',
  source: 'common practice, no source',
  parameters: {},
  scalarsOnly: true,
  shares(members, count) {
    for (let i = 0; i < count; i++)
      for (const member of members) {
        let others = 1 / members.length;
        for (const other of members) if (other !== member) others *= other.vector.x[i]!;
        member.groupWeight[i] = others;
      }
  },
};
