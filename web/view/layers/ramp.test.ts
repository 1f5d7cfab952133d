import { converter, interpolate } from 'culori';
import * as fc from 'fast-check';
import { DataUtils } from 'three';
import { describe, expect, it } from 'vitest';
import { formOf } from './instance-layer';
import { DepthOrder } from './depth-order';
import { colourAt, linearOf, rampTexture, stopsAt } from './ramp';

const lrgb = converter('lrgb');

describe('which of several forms a particle has', () => {
  it('goes by its number evenly, by its zone, or by a field’s weight in equal pieces', () => {
    const counts = [0, 0, 0];
    for (let id = 0; id < 3000; id++) counts[formOf(id, 0, 0, 3, 'number')]!++;
    for (const n of counts) expect(Math.abs(n - 1000)).toBeLessThan(100);
    expect([0, 1, 2, 5].map((zone) => formOf(7, zone, 0, 3, 'zone'))).toEqual([0, 1, 2, 2]);
    expect([0, 84, 86, 169, 171, 255].map((weight) => formOf(7, 0, weight, 3, 'field'))).toEqual([0, 0, 1, 1, 2, 2]);
  });
});

describe('colour and size over age', () => {
  it('a gain that goes to bright colours doubles white and leaves black, by their share of it between (ITU-R BT.709)', () => {
    const at = (colour: string) => {
      const { data } = rampTexture({
        colour: [{ at: 0, colour }],
        brightness: 2,
        brighten: 'light',
        size: [{ at: 0, value: 1 }],
      }).image;
      return [0, 1, 2].map((c) => DataUtils.fromHalfFloat((data as Uint16Array)[c]!));
    };
    expect(at('#ffffff')).toEqual([4, 4, 4]);
    expect(at('#000000')).toEqual([0, 0, 0]);
    expect(at('#00ff00')[1]).toBeCloseTo(4 ** 0.7152, 2);
  });

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
    const { data } = rampTexture({
      colour: [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#ffffff' },
      ],
      brightness: 1,
      size: [{ at: 0, value: 2 }],
      opacity: [{ at: 0, value: 0.25 }],
    }).image;
    const half = (i: number) => DataUtils.fromHalfFloat((data as Uint16Array)[i]!);
    // A stop more light than white.
    expect(half(4 * 255)).toBe(2);
    expect(half(4 * 128)).toBeCloseTo(256 / 255, 2);
    expect(half(4 * 128 + 3)).toBe(2);
    expect(half(4 * (256 + 7))).toBe(0.25);
  });
});

it.each(['linear', 'perceptual'] as const)(
  'colours mixed %s are those of culori, wherever on the ramp (property)',
  (interpolation) => {
    const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
    fc.assert(
      fc.property(
        fc.array(colour, { minLength: 2, maxLength: 5 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (colours, at) => {
          const stops = colours.map((c, i) => ({ at: i / (colours.length - 1), colour: c }));
          const { r, g, b } = lrgb(interpolate(colours, interpolation === 'linear' ? 'lrgb' : 'oklab')(at));
          colourAt(stops, at, interpolation).forEach((n, c) =>
            expect(Math.abs(n - Math.max(0, [r, g, b][c]!))).toBeLessThan(2e-6),
          );
        },
      ),
    );
  },
);

it('particles are sorted far to near, each once', () => {
  const n = 5000;
  const z = Float32Array.from({ length: n }, (_, i) => Math.sin(i * 1.7) * 9);
  const zero = new Float32Array(n);
  const order = new Uint32Array(n);
  new DepthOrder().sort(zero, zero, z, n, [0, 0, -1], order);
  expect(new Set(order).size).toBe(n);
  for (let i = 1; i < n; i++) expect(-z[order[i]!]!).toBeLessThanOrEqual(-z[order[i - 1]!]! + 18 / 4095);
});
