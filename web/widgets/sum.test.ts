import { describe, expect, it } from 'vitest';
import { shownNumber, sumOf } from './sum';

describe('little sums in number fields', () => {
  it.each([
    ['9.81/2', 4.905],
    ['2*(3+4)', 14],
    ['-1.5', -1.5],
    ['9-4', 5],
    ['10 − 2.5', 7.5],
    ['2-3-4', -5],
    ['1 - -2', 3],
    ['6÷4', 1.5],
    ['+3', 3],
    ['1,5', 1.5],
    ['−2 × 3', -6],
    ['  7 ', 7],
  ])('%s = %f', (text, value) => expect(sumOf(text)).toBeCloseTo(value, 12));

  it.each(['', 'abc', '1+', 'alert(1)', 'a.b', '"5"', '[1]', '1;2', '2**3', 'x'.repeat(99)])('%j is none', (text) =>
    expect(sumOf(text)).toBeNaN(),
  );

  it('numbers are shown with up to four digits that matter', () =>
    expect([1200, 0.123456, 4.5, -0.30000001].map(shownNumber)).toEqual(['1200', '0.1235', '4.5', '-0.3']));
});
