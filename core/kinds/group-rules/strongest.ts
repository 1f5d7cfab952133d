import type { RuleKind } from './rule';

/** The member of the largest |w·F|; of numbers the largest, and never below 0. Ties go to the first. */
export const strongest: RuleKind = {
  kind: 'strongest',
  label: 'strongest',
  summary: 'Only the strongest member acts on each particle, so that overlapping fields do not add up.',
  formula: 'wₖ·Fₖ with the largest |wₖ·Fₖ|; numbers: max(0, w₁·x₁, …)',
  source: 'common practice, no source',
  parameters: {},
  shares(members, count, scalar) {
    for (const { groupWeight } of members) groupWeight.fill(0, 0, count);
    for (let i = 0; i < count; i++) {
      let most = 0;
      let winner = -1;
      for (let k = 0; k < members.length; k++) {
        const { x, y, z } = members[k]!.vector;
        const size = scalar ? x[i]! : x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!;
        if (size > most) {
          most = size;
          winner = k;
        }
      }
      if (winner >= 0) members[winner]!.groupWeight[i] = 1;
    }
  },
};
