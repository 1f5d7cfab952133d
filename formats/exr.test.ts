import * as fc from 'fast-check';
import { DataUtils, FloatType, HalfFloatType } from 'three';
import { EXRLoader } from 'three/addons/loaders/EXRLoader.js';
import { describe, expect, it } from 'vitest';
import { halfBits, writeExr, type ExrDepth } from './exr';

const [WIDTH, HEIGHT] = [37, 41];

/** Light of all sizes, some of it above white and some below nothing. */
const channel = (name: string, by: number) => ({
  name,
  values: Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => by * Math.sin(i * 0.37) * 10 ** ((i % 9) - 4)),
});

/** Read by another’s reader, rows from the top. */
function read(bytes: Uint8Array<ArrayBuffer>, depth: ExrDepth) {
  const loader = new EXRLoader().setDataType(depth === 'half' ? HalfFloatType : FloatType);
  const { width, height, data } = loader.parse(bytes.buffer) as {
    width: number;
    height: number;
    data: Uint16Array | Float32Array;
  };
  const numbers =
    depth === 'half' ? Float32Array.from(data, (n) => DataUtils.fromHalfFloat(n)) : (data as Float32Array);
  return { width, height, at: (x: number, y: number, c: number) => numbers[4 * ((height - 1 - y) * width + x) + c]! };
}

describe('OpenEXR', () => {
  it.each(['half', 'float'] as const)('of %s gives every value back, read by the reader of three.js', (depth) => {
    const channels = ['A', 'R', 'B', 'G'].map((name, i) => channel(name, i + 1));
    const picture = read(writeExr(WIDTH, HEIGHT, channels, depth, 24000 / 1001), depth);
    expect([picture.width, picture.height]).toEqual([WIDTH, HEIGHT]);
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++)
        ['R', 'G', 'B', 'A'].forEach((name, c) => {
          const value = channels.find((one) => one.name === name)!.values[y * WIDTH + x]!;
          if (depth === 'float') expect(picture.at(x, y, c)).toBe(value);
          // Eleven bits; below 2⁻¹⁴ steps of 2⁻²⁴.
          else
            expect(Math.abs(picture.at(x, y, c) - value)).toBeLessThanOrEqual(
              Math.max(Math.abs(value) * 2 ** -11, 2 ** -25),
            );
        });
  });

  it.each([
    [24, [24_000, 1000]],
    [24_000 / 1001, [24_000, 1001]],
    [30_000 / 1001, [30_000, 1001]],
    [12.5, [12_500, 1000]],
  ])('%f frames a second are written as a rational number', (rate, rational) => {
    const bytes = writeExr(WIDTH, HEIGHT, [channel('R', 1)], 'half', rate);
    // Name, type and size of an attribute stand before its value (OpenEXR file layout).
    const text = Buffer.from(bytes).toString('latin1');
    const at = text.indexOf('framesPerSecond\0rational\0') + 'framesPerSecond\0rational\0'.length;
    const view = new DataView(bytes.buffer, at);
    expect(view.getUint32(0, true)).toBe(8);
    expect([view.getInt32(4, true), view.getUint32(8, true)]).toEqual(rational);
  });

  it('halves are those of three.js, to the bit, but that they are rounded and not cut off (property)', () => {
    fc.assert(
      fc.property(fc.float({ min: Math.fround(-65504), max: Math.fround(65504), noNaN: true }), (value) => {
        const near = [-1, 0, 1].map((by) => DataUtils.fromHalfFloat((halfBits(value) & 0x7fff) + by));
        const size = Math.abs(value);
        expect(Math.abs(near[1]! - size)).toBeLessThanOrEqual(
          Math.min(...near.filter(Number.isFinite).map((n) => Math.abs(n - size))) + 1e-30,
        );
      }),
    );
    expect([halfBits(1), halfBits(-2), halfBits(65504), halfBits(1e6), halfBits(0), halfBits(2 ** -24)]).toEqual([
      0x3c00, 0xc000, 0x7bff, 0x7c00, 0, 1,
    ]);
  });
});
