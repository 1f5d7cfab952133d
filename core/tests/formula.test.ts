import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readFormula } from '../lib/formula/formula';
import { FORMULA_LIMITS, FormulaError } from '../lib/formula/parse';
import { FUNCTIONS } from '../lib/formula/functions';
import { besselJ } from '../lib/math/bessel';
import { acos, atan, atan2, tan } from '../lib/math/inverse';

const value = (text: string, variables: Record<string, number> = {}) =>
  readFormula(text, Object.keys(variables)).value(Object.values(variables));

/** The message and place of what is wrong. */
function refusal(text: string, variables: readonly string[] = ['x']): [string, number] {
  try {
    readFormula(text, variables);
  } catch (error) {
    if (error instanceof FormulaError) return [error.message, error.at];
    throw error;
  }
  return ['accepted', -1];
}

describe('the formula language', () => {
  it.each([
    ['1 + 2 * 3', 7],
    ['2 ^ 3 ^ 2', 512],
    ['-2 ^ 2', 4],
    ['7 − 2 × 3 ÷ 6', 6],
    ['mod(−1, 17)', 16],
    ['-7 % 3', 2],
    ['3 > 2 and 2 > 3', 0],
    ['3 > 2 or 2 > 3', 1],
    ['not (1 == 2)', 1],
    ['1 < 2 ? 10 : 20', 10],
    ['clamp(5, 0, 1) + mix(2, 4, 0.25)', 3.5],
    ['step(2, 2) + step(2, 1.9)', 1],
    ['smoothstep(0, 1, 0.5)', 0.5],
    ['min(3, 1, 2) + max(3, 1, 2)', 4],
    ['floor(-1.5) + abs(-2) + sqrt(9)', 3],
    ['a = 3; b = a ^ 2\nsqrt(b + 16)', 5],
  ])('%s is %d', (text, expected) => expect(value(text)).toBeCloseTo(expected, 12));

  it('knows its variables and constants', () => {
    expect(value('x * y + pi', { x: 2, y: 3 })).toBeCloseTo(6 + Math.PI, 12);
    expect(value('sin(x)^2 + cos(x)^2', { x: 1.234 })).toBeCloseTo(1, 12);
  });

  it('what can’t be computed gives 0, and is counted', () => {
    for (const text of ['1 / 0', 'log(-1)', 'sqrt(-1)', '(-2) ^ 0.5', '0 / 0', 'exp(1000)', 'mod(1, 0)', '5 % 0']) {
      const notes = { notFinite: 0 };
      expect(readFormula(text, []).value([], notes), text).toBe(0);
      expect(notes.notFinite, text).toBeGreaterThan(0);
    }
  });

  it('of a choice only the side that is taken counts, and of a named part only where it is used', () => {
    for (const text of ['x > 0 ? 1 / x : 7', 'inverse = 1 / x\nx > 0 ? inverse : 7']) {
      const notes = { notFinite: 0 };
      const out = new Float64Array(3);
      readFormula(text, ['x']).run([Float64Array.of(2, 0, -4)], 3, out, notes);
      expect([...out], text).toEqual([0.5, 7, 7]);
      expect(notes.notFinite, text).toBe(0);
      readFormula(text.replace('x > 0', 'x < 1'), ['x']).run([Float64Array.of(2, 0, -4)], 3, out, notes);
      expect([...out], text).toEqual([7, 0, -0.25]);
      expect(notes.notFinite, text).toBe(1);
    }
  });

  it('a name that is given again stands for the later part, and may use the earlier', () =>
    expect(value('a = x + 1; a = a × a; a', { x: 2 })).toBe(9));

  it('over a block gives for each entry what it gives alone, whatever else is in the block (property)', () => {
    const texts = [
      'x × y − y ^ 2 + sin(x)',
      'x < y ? min(x, y, 0) : mix(x, y, 0.3)',
      'a = x / y; a > 1 ? sqrt(a) : noise(a, x)',
      'x',
      '3',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...texts),
        fc.array(fc.tuple(fc.double({ min: -9, max: 9, noNaN: true }), fc.integer({ min: -3, max: 3 })), {
          minLength: 1,
          maxLength: 40,
        }),
        (text, rows) => {
          const out = new Float64Array(rows.length);
          const formula = readFormula(text, ['x', 'y']);
          const notes = { notFinite: 0 };
          formula.run(
            [Float64Array.from(rows, (r) => r[0]), Float64Array.from(rows, (r) => r[1])],
            rows.length,
            out,
            notes,
          );
          const alone = { notFinite: 0 };
          rows.forEach((row, i) => expect(out[i]).toBe(formula.value(row, alone)));
          expect(notes).toEqual(alone);
        },
      ),
    );
  });

  it.each([
    ['', /is empty/, 0],
    ['x +', /here/, 3],
    ['2 * height', /“height” is not a known name. Names are x, pi/, 4],
    ['sine(x)', /“sine” is not a function. Functions are sin, cos/, 0],
    ['clamp(x)', /“clamp” takes 3 numbers, not 1/, 0],
    ['x = 3', /last line has no name/, 0],
    ['x; 3', /write name = expression/, 0],
    ['"text"', /is not a number/, 1],
    ['x.y', /Only numbers, names/, 0],
    ['[1, 2]', /Only numbers, names/, 0],
    ['x && 1', /“&&” is not an operator. Use .*and or/, 0],
    ['x << 2', /“<<” is not an operator/, 0],
    ['this', /Only numbers, names|not known/, 0],
    ['constructor(1)', /is not a function/, 0],
    [`${'('.repeat(60)}x${')'.repeat(60)} + ${'-'.repeat(60)}x`, /nested more than 40 deep/, 0],
    ['x'.repeat(1001), /has 1001 characters. The limit is 1000/, 1000],
  ])('%s is refused in words, at its place', (text, words, at) => {
    const [message, place] = refusal(text);
    expect(message).toMatch(words);
    expect(place).toBe(at);
  });

  it('any text is read or refused, and what is read is finite for any numbers (fuzz)', () => {
    const part = fc.constantFrom(
      'x',
      'y',
      '1',
      '0.5',
      '-',
      '+',
      '*',
      '/',
      '^',
      '(',
      ')',
      ',',
      ';',
      '<',
      'and',
      'not',
      '?',
      ':',
      ' ',
      'sin(',
      'mod(',
      '\n',
      '=',
    );
    fc.assert(
      fc.property(
        fc.array(part, { maxLength: 30 }),
        fc.double({ noDefaultInfinity: true, noNaN: true }),
        (parts, x) => {
          try {
            expect(Number.isFinite(readFormula(parts.join(''), ['x', 'y']).value([x, 3]))).toBe(true);
          } catch (error) {
            expect(error).toBeInstanceOf(FormulaError);
          }
        },
      ),
      { numRuns: 3000, seed: 1 },
    );
  });

  it('every function is callable with as many numbers as it says it takes', () => {
    for (const [name, { takes }] of Object.entries(FUNCTIONS))
      for (let n = takes[0]; n <= takes[1]; n++) {
        const text = `${name}(${Array.from({ length: n }, (_, i) => `0.${i + 3}`).join(', ')})`;
        expect(Number.isFinite(value(text)), text).toBe(true);
      }
    expect(FORMULA_LIMITS.depth).toBe(40);
  });
});

describe('inverse functions (against Math; a few units in the last place)', () => {
  const ulps = (a: number, b: number) => Math.abs(a - b) / (Number.EPSILON * Math.max(1e-300, Math.abs(b)));

  it('atan, atan2, acos, tan', () => {
    for (let i = -4000; i <= 4000; i++) {
      const x = i * 0.01 + 1e-5;
      expect(ulps(atan(x), Math.atan(x))).toBeLessThan(4);
      expect(ulps(atan2(x, 1.7), Math.atan2(x, 1.7))).toBeLessThan(4);
      if (Math.abs(x) < 1) expect(Math.abs(acos(x) - Math.acos(x))).toBeLessThan(1e-14);
      if (Math.abs(x) < 1.5) expect(ulps(tan(x), Math.tan(x))).toBeLessThan(8);
    }
    expect([atan2(0, -1), atan2(-0, -1), atan2(1, 0), atan2(-1, 0), atan2(0, 0)]).toEqual([
      Math.PI,
      Math.PI,
      Math.PI / 2,
      -Math.PI / 2,
      0,
    ]);
  });

  it('Bessel functions: zeros of J₀ and J₁ at 2.4048, 5.5201, 3.8317 (Abramowitz & Stegun, from memory); J₀(1), J₁(1)', () => {
    expect(besselJ(0, 2.404825557695773)).toBeCloseTo(0, 12);
    expect(besselJ(0, 5.520078110286311)).toBeCloseTo(0, 12);
    expect(besselJ(1, 3.831705970207512)).toBeCloseTo(0, 12);
    expect(besselJ(2, 5.135622301840683)).toBeCloseTo(0, 12);
    expect(besselJ(0, 1)).toBeCloseTo(0.7651976865579666, 14);
    expect(besselJ(1, 1)).toBeCloseTo(0.4400505857449335, 14);
    expect([besselJ(0, 0), besselJ(3, 0)]).toEqual([1, 0]);
    // Near 0 it is (x/2)^n / n! (Abramowitz & Stegun, 9.1.10), however near.
    for (const x of [2e-9, 5e-10, -1e-60, 1e-200]) {
      expect([besselJ(0, x), besselJ(1, x) / (x / 2)]).toEqual([1, expect.closeTo(1, 12)]);
      expect(besselJ(2, x)).toBeCloseTo((x * x) / 8, 30);
    }
    expect(besselJ(1, -1)).toBeCloseTo(-0.4400505857449335, 14);
  });
});
