import { expect, it } from 'vitest';
import { spotOf } from './draw-shot';

it('a sheet of trials is as bright with large pictures as with small ones', () => {
  for (const width of [60, 134, 318, 420, 1000]) {
    const { side, light } = spotOf(width);
    expect(Number.isInteger(side) && side > 0).toBe(true);
    expect((side ** 2 * light) / width ** 2).toBeCloseTo(1 / 140 ** 2, 12);
  }
});
