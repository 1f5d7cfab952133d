import type { RuleKind } from './rule';

/** In order: acc ← acc·(1 − m) + F·m. */
export const layered: RuleKind = {
  kind: 'layered',
  label: 'layered',
  summary: 'Each member replaces those before it by its mix, within its falloff. A full mix hides them.',
  formula: 'acc ← acc·(1 − m) + F·m, in order',
  source: 'common practice, no source',
  parameters: {},
  mixes: true,
  shares(members, count) {
    for (let i = 0; i < count; i++) {
      let open = 1;
      for (let k = members.length - 1; k >= 0; k--) {
        // A member's own weight is in its vector already, so that only the mix comes in here.
        members[k]!.groupWeight[i] = open * members[k]!.mix;
        open *= 1 - members[k]!.cover[i]!;
      }
    }
  },
};
