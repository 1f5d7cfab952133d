import BezierEasing from 'bezier-easing';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EASINGS, easedBy, type Handles } from '../lib/math/bezier';
import { movedKeys, pastedKeys, scaledKeys, shiftedKeys, thinnedKeys } from '../document/keys/key-edits';
import { valueAt, type Key } from '../document/keys/keys';
import { checkScene } from '../scene/read';
import { testDocument } from './scenes';

const key = (frame: number, value: number, ease: Key['ease'] = 'linear', handles?: Handles): Key<number> => ({
  frame,
  value,
  ease,
  ...(handles && { handles }),
});
const frames = (keys: readonly Key[]) => keys.map((k) => k.frame);

describe('curves between keys', () => {
  it.each(Object.entries(EASINGS))(
    '%s is that of the package bezier-easing, and of CSS Easing Functions Level 1',
    (_name, handles) => {
      const theirs = BezierEasing(...(handles as [number, number, number, number]));
      for (let i = 0; i <= 200; i++) expect(Math.abs(easedBy(handles, i / 200) - theirs(i / 200))).toBeLessThan(1e-5);
    },
  );

  it.each([
    [0.17, 0.67, 0.83, -0.67],
    [0.3, -0.5, 0.7, 1.6],
    [0.68, -0.6, 0.32, 1.6],
    [0.9, 0.1, 0.1, 0.9],
  ] as const)('free handles %s %s %s %s are those of the package, too, where they overshoot as well', (...handles) => {
    const [x1, y1, x2, y2] = handles;
    const theirs = BezierEasing(x1, y1, x2, y2);
    for (let i = 0; i <= 200; i++) expect(Math.abs(easedBy(handles, i / 200) - theirs(i / 200))).toBeLessThan(1e-5);
  });

  it('every point of the curve, found by de Casteljau’s construction, lies where it says (property)', () => {
    const x = fc.double({ min: 0, max: 1, noNaN: true });
    const y = fc.double({ min: -2, max: 3, noNaN: true });
    const point = (a: number, b: number, t: number) => {
      const mix = (p: number, q: number) => p + t * (q - p);
      const [p, q, r] = [mix(0, a), mix(a, b), mix(b, 1)];
      return mix(mix(p, q), mix(q, r));
    };
    fc.assert(
      fc.property(x, y, x, y, x, (x1, y1, x2, y2, t) => {
        // Where it stands upright, a last bit of x is some 1e-5 of t.
        expect(Math.abs(easedBy([x1, y1, x2, y2], point(x1, x2, t)) - point(y1, y2, t))).toBeLessThan(1e-3);
      }),
      { numRuns: 500 },
    );
  });

  it('keys go from one to the next by their ease, and hold beyond the ends', () => {
    const keys = [key(0, 0, 'curve', EASINGS['ease']), key(10, 10, 'step'), key(20, 20)];
    expect(valueAt(keys, -5)).toBe(0);
    expect(valueAt(keys, 5)).toBeCloseTo(10 * BezierEasing(0.25, 0.1, 0.25, 1)(0.5), 4);
    expect(valueAt(keys, 19.9)).toBe(10);
    expect(valueAt(keys, 99)).toBe(20);
  });

  it('handles that can’t be are refused in words', () => {
    const document = testDocument({
      emitter: { keys: { 'birth.drag': [{ ...key(0, 1, 'curve'), handles: [1.2, 0, 0.5, 1] }] } },
    });
    expect(checkScene(document)[0]?.message).toMatch(/handles .* four numbers x₁, y₁, x₂, y₂ with x from 0 to 1/);
  });
});

describe('edits of keys', () => {
  const keys = [key(0, 0), key(10, 1), key(20, 2), key(30, 3)];

  it('moved onto another key take its place; ripple takes along all that follow', () => {
    expect(movedKeys(keys, new Set([10]), 10).map(({ frame, value }) => [frame, value])).toEqual([
      [0, 0],
      [20, 1],
      [30, 3],
    ]);
    expect(frames(movedKeys(keys, new Set([10]), 5, true))).toEqual([0, 15, 25, 35]);
    expect(frames(movedKeys(keys, new Set([0, 30]), -3))).toEqual([-3, 10, 20, 27]);
  });

  it('all move alike where none is to be written', () => {
    const shifted = shiftedKeys(keys, 15, 5);
    expect(valueAt(shifted, 15)).toBe(5);
    expect(shifted.map((k, i) => k.value - keys[i]!.value)).toEqual([3.5, 3.5, 3.5, 3.5]);
    expect(shiftedKeys([{ frame: 0, value: [1, 2, 3], ease: 'step' }], 4, [0, 2, 5])[0]!.value).toEqual([0, 2, 5]);
  });

  it('scaled about a frame stay on whole frames', () => {
    expect(frames(scaledKeys(keys, new Set([10, 20, 30]), 10, 0.5))).toEqual([0, 10, 15, 20]);
    expect(frames(scaledKeys(keys, new Set([20, 30]), 0, 1 / 3))).toEqual([0, 7, 10]);
  });

  it('pasted at another rate keep their seconds', () => {
    expect(frames(pastedKeys(keys, [key(4, 9), key(16, 8)], 4, 100, 48 / 24))).toEqual([0, 10, 20, 30, 100, 124]);
    expect(pastedKeys(keys, [key(0, 9)], 0, 10)[1]!.value).toBe(9);
  });

  it('thinned stay within the tolerance of what was recorded, and few are left of a straight stretch (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 3, maxLength: 60 }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (values, tolerance) => {
          const row = values.map((value, frame) => key(frame, value));
          const thin = thinnedKeys(row, 0, values.length - 1, tolerance);
          for (const { frame, value } of row)
            expect(Math.abs(valueAt(thin, frame) - value)).toBeLessThanOrEqual(tolerance + 1e-9);
        },
      ),
    );
    const straight = Array.from({ length: 50 }, (_, frame) => key(frame, 2 * frame));
    expect(frames(thinnedKeys(straight, 10, 40, 1e-6))).toEqual([
      ...Array.from({ length: 11 }, (_, i) => i),
      ...Array.from({ length: 10 }, (_, i) => 40 + i),
    ]);
  });

  it('keep one key a frame, in order, whatever is done (property)', () => {
    const some = fc.uniqueArray(fc.integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(
        some,
        some,
        fc.integer({ min: -40, max: 40 }),
        fc.boolean(),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (at, picked, by, ripple, scale) => {
          const row = [...at].toSorted((a, b) => a - b).map((f) => key(f, f));
          for (const next of [
            movedKeys(row, new Set(picked), by, ripple),
            scaledKeys(row, new Set(picked), by, scale),
          ]) {
            expect(frames(next)).toEqual([...new Set(frames(next))].toSorted((a, b) => a - b));
            expect(next.length).toBeGreaterThan(0);
          }
        },
      ),
    );
  });
});
