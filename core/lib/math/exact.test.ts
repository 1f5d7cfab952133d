import { describe, expect, it } from 'vitest';
import { cbrt, cos, exp, log, pow, sin } from './exact';
import { rotate, rotationFromDegrees } from './rotation';

/** Largest relative difference over arguments spread evenly, in units of 2⁻⁵². */
function worst(ours: (x: number) => number, theirs: (x: number) => number, low: number, high: number): number {
  let most = 0;
  for (let i = 0; i <= 20000; i++) {
    const x = low + ((high - low) * i) / 20000;
    const expected = theirs(x);
    if (Math.abs(expected) > 1e-3) most = Math.max(most, Math.abs(ours(x) / expected - 1) / 2 ** -52);
  }
  return most;
}

describe('elementary functions against those of the engine', () => {
  it.each([
    ['sin', sin, Math.sin, -50, 50, 3],
    ['cos', cos, Math.cos, -50, 50, 3],
    ['exp', exp, Math.exp, -6, 20, 3],
    ['log', log, Math.log, 0.01, 90, 3],
    ['cbrt', cbrt, Math.cbrt, -30, 30, 3],
    ['x^2.7', (x: number) => pow(x, 2.7), (x: number) => Math.pow(x, 2.7), 0.1, 30, 30],
  ] as const)('%s differs by few units in the last place', (_name, ours, theirs, low, high, ulps) => {
    expect(worst(ours, theirs, low, high)).toBeLessThanOrEqual(ulps);
  });

  it('hold at the ends of their ranges', () => {
    expect([exp(-800), exp(0), exp(800), log(0), log(1), pow(0, 0), pow(0, 2), sin(0), cos(0), cbrt(0)]).toEqual([
      0,
      1,
      Infinity,
      -Infinity,
      0,
      1,
      0,
      0,
      1,
      0,
    ]);
    for (const f of [sin, cos, exp, log]) expect(f(NaN)).toBeNaN();
    expect([sin(Infinity), log(-1)]).toEqual([NaN, NaN]);
    expect(Math.abs(exp(-744) / Math.exp(-744) - 1)).toBeLessThan(1e-9);
  });

  it('π is found as the zero of the sine, to the last place', () =>
    expect(Math.abs(sin(Math.PI) - 1.2246467991473532e-16)).toBeLessThan(1e-30));
});

it('rotations turn about X, then Y, then Z, right-handed', () => {
  const turned = rotate(rotationFromDegrees([90, 0, 90]), [0, 0, 1]);
  // Z goes to −Y by the turn about X, and −Y to +X by the turn about Z.
  [1, 0, 0].forEach((n, i) => expect(turned[i]).toBeCloseTo(n, 12));
});
