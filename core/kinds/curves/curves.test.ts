import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { weightOf, falloffCurves } from '.';

const curve = (kind: string, over: object = {}, inner = 0, outer = 1) =>
  weightOf({ slope: 1, invert: false, ...falloffCurves.defaults(kind), ...over }, inner, outer);

describe('every curve of a falloff', () => {
  it.each(falloffCurves.list.map(({ kind }) => kind))(
    '%s is 1 inside the inner radius, 0 from the outer on, and never rises',
    (kind) => {
      const weight = curve(kind, {}, 0.5, 2);
      expect([0, 0.2, 0.5].map(weight)).toEqual([1, 1, 1]);
      expect([2, 3, 100].map(weight)).toEqual([0, 0, 0]);
      const row = Array.from({ length: 61 }, (_, i) => weight(0.5 + i / 40));
      row.slice(1).forEach((w, i) => expect(w).toBeLessThanOrEqual(row[i]! + 1e-12));
      for (const w of row) expect(w).toBeGreaterThanOrEqual(0);
    },
  );

  it('by the inverse square falls as light does near the core: a quarter at twice its radius, but for the end', () => {
    const weight = curve('inverse-square', {}, 1, 1000);
    expect(weight(2)).toBeCloseTo(1 / 4, 9);
    expect(weight(10)).toBeCloseTo(1 / 100, 7);
  });

  it('drawn by hand passes its knots and never overshoots them (Fritsch & Carlson 1980)', () => {
    const knots = [
      { at: 0, value: 1 },
      { at: 0.3, value: 0.9 },
      { at: 0.5, value: 0.1 },
      { at: 1, value: 0 },
    ];
    const weight = curve('custom', { knots });
    for (const { at, value } of knots.slice(0, -1)) expect(weight(at)).toBeCloseTo(value, 12);
    for (let s = 0.3; s <= 0.5; s += 0.01) {
      expect(weight(s)).toBeLessThanOrEqual(0.9 + 1e-12);
      expect(weight(s)).toBeGreaterThanOrEqual(0.1 - 1e-12);
    }
  });

  it('is raised to its slope, and turned round where it is inverted (property)', () => {
    const kinds = fc.constantFrom(...falloffCurves.list.map(({ kind }) => kind));
    fc.assert(
      fc.property(
        kinds,
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.constantFrom(0, 0.5, 2, 3),
        (kind, d, slope) => {
          const plain = curve(kind, {}, 0.5, 2)(d);
          const p = plain ** slope;
          expect(curve(kind, { slope }, 0.5, 2)(d)).toBeCloseTo(p, 9);
          expect(curve(kind, { slope, invert: true }, 0.5, 2)(d)).toBeCloseTo(1 - p, 9);
        },
      ),
    );
  });
});
