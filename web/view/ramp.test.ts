import { DataUtils } from 'three';
import { describe, expect, it } from 'vitest';
import { DepthOrder } from './depth-order';
import { linearOf, rampTexture, stopsAt } from './ramp';

describe('colour and size over age', () => {
  it('the sRGB curve takes 0.735357 to 0.5 linear (IEC 61966-2-1)', () => {
    expect(linearOf(0.735357)).toBeCloseTo(0.5, 5);
    expect([linearOf(0), linearOf(1)]).toEqual([0, 1]);
    expect(linearOf(0.04045)).toBeCloseTo(0.04045 / 12.92, 9);
  });

  it('ramps are mixed in linear light and hold beyond their ends', () => {
    const level = (at: number) =>
      stopsAt(
        [
          { at: 0.2, value: 1 },
          { at: 0.6, value: 3 },
        ],
        at,
        (a, b, t) => a.value + t * (b.value - a.value),
      );
    expect([0, 0.2, 0.4, 0.6, 1].map(level)).toEqual([1, 1, 2, 3, 3]);
    const { data } = rampTexture(
      [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#ffffff' },
      ],
      [{ at: 0, value: 2 }],
    ).image;
    const half = (i: number) => DataUtils.fromHalfFloat((data as Uint16Array)[i]!);
    expect(half(4 * 255)).toBe(1);
    expect(half(4 * 128)).toBeCloseTo(128 / 255, 3);
    expect(half(4 * 128 + 3)).toBe(2);
  });
});

it('particles are sorted far to near, each once', () => {
  const n = 5000;
  const z = Float32Array.from({ length: n }, (_, i) => Math.sin(i * 1.7) * 9);
  const zero = new Float32Array(n);
  const order = new Uint32Array(n);
  new DepthOrder().sort(zero, zero, z, n, [0, 0, -1], order);
  expect(new Set(order).size).toBe(n);
  for (let i = 1; i < n; i++) expect(-z[order[i]!]!).toBeLessThanOrEqual(-z[order[i - 1]!]! + 18 / 4095);
});
