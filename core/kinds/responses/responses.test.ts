import { describe, expect, it } from 'vitest';
import type { Values } from '../../document/parameters';
import { Purpose } from '../../lib/random/lookup';
import { responses } from '.';
import type { Impact, Rebound } from './response';

function rebound(kind: string, values: Values = {}, over: Partial<Impact> = {}): Rebound {
  const out: Rebound = { fate: 'goes on', away: NaN, along: NaN, grip: NaN };
  const impact: Impact = { into: 3, resting: false, frames: 1, bounce: 1, hashRandom: () => 0.5, ...over };
  const response = responses.get(kind);
  response.compile({ ...responses.defaults(kind), ...values })(impact, out);
  return out;
}

describe('what a surface does to particles', () => {
  it('differs by particle within its variance, and never below 0', () => {
    const away = (random: number) =>
      rebound(
        'bounce',
        { restitution: 0.4, restitutionVariance: 0.2 },
        { hashRandom: (p) => (p === Purpose.restitution ? random : 0.5) },
      ).away;
    expect([away(0), away(0.5), away(1)].map((n) => n / 3)).toEqual([0.2, 0.4, 0.6].map((n) => expect.closeTo(n, 9)));
    expect(rebound('bounce', { restitution: 0.1, restitutionVariance: 0.5 }, { hashRandom: () => 0 }).away).toBe(0);
  });
});
