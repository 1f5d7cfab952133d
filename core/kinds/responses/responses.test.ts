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
  it('bounces by Newton’s law of restitution, v′ = e·v, and keeps its slip along the surface', () => {
    expect(rebound('bounce', { restitution: 0.5, slip: 0.8 })).toMatchObject({
      fate: 'goes on',
      away: 1.5,
      along: 0.8,
    });
    expect(rebound('bounce', { restitution: 1, slip: 1 }).away).toBe(3);
    expect(rebound('bounce', { restitution: 0.5 }, { bounce: 0.5 }).away).toBe(0.75);
    expect(rebound('bounce', { slip: 0.7 }).grip).toBeCloseTo(0.3, 12);
    expect(rebound('bounce', { slip: 1.4 }).grip).toBe(0);
  });

  it('lets what is slow lie: no speed off the surface, and its slip a frame', () => {
    expect(rebound('bounce', { restitution: 0.9, slip: 0.5 }, { resting: true, frames: 0.25 })).toMatchObject({
      away: 0,
      along: 0.5 ** 0.25,
    });
  });

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

  it('slides: nothing is left of the speed towards the surface, and of the speed along it the slip a frame', () => {
    expect(rebound('slide', { slip: 0.9 }, { frames: 0.5 })).toMatchObject({
      fate: 'goes on',
      away: 0,
      along: expect.closeTo(Math.sqrt(0.9), 12),
    });
    expect(rebound('slide', { slip: 0.9 }).grip).toBeCloseTo(0.1, 12);
  });

  it.each([
    ['stick', 'sticks', 0, 0],
    ['die', 'dies', 0, 0],
    ['pass', 'passes', 0, 1],
  ] as const)('%s: it %s', (kind, fate, away, along) => expect(rebound(kind)).toMatchObject({ fate, away, along }));
});
