import jpeg from 'jpeg-js';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { levelsOfRgba } from '../core/lib/images/level-image';
import { canonicalPng, decodeImage } from './image';
import { SceneFaults } from './scene-faults';

const rgba = new Uint8Array([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255, 255, 255, 255, 128]);

function refusal(bytes: Uint8Array): string {
  try {
    decodeImage(bytes, 'chart.png');
    return 'taken';
  } catch (error) {
    expect(error).toBeInstanceOf(SceneFaults);
    return (error as Error).message;
  }
}

describe('images', () => {
  it('the PNG we keep is read by another reader (pngjs), value for value', () => {
    const read = PNG.sync.read(Buffer.from(canonicalPng({ width: 2, height: 2, rgba })));
    expect([read.width, read.height]).toEqual([2, 2]);
    expect(new Uint8Array(read.data)).toEqual(rgba);
  });

  it.each([
    ['grey', 0, [100, 200]],
    ['colour', 2, [100, 200]],
    ['colour with alpha', 6, [100, 200]],
  ] as const)('a %s PNG that another program wrote is read', (_what, colorType, greys) => {
    const png = new PNG({ width: 2, height: 1 });
    greys.forEach((g, i) => png.data.set([g, g, g, 255], 4 * i));
    const { rgba: read } = decodeImage(PNG.sync.write(png, { colorType }), 'grey.png');
    expect([read[0], read[4], read[7]]).toEqual([100, 200, 255]);
  });

  it('a 16-bit PNG keeps its upper eight bits', () => {
    const png = new PNG({ width: 1, height: 1 });
    const data = Buffer.from(new Uint16Array([0x1234, 0x8000, 0xffff, 0xffff]).buffer);
    const written = PNG.sync.write(Object.assign(png, { data }), {
      bitDepth: 16,
      colorType: 6,
      inputColorType: 6,
    } as never);
    expect([...decodeImage(written, 'deep.png').rgba]).toEqual([0x12, 0x80, 0xff, 0xff]);
  });

  it('a JPEG is read by the one decoder, within its loss', () => {
    const data = Buffer.alloc(16 * 16 * 4, 180);
    const { rgba: read, width } = decodeImage(
      new Uint8Array(jpeg.encode({ width: 16, height: 16, data }, 95).data),
      'flat.jpg',
    );
    expect(width).toBe(16);
    expect(Math.abs(read[0]! - 180)).toBeLessThan(3);
  });

  it('SVG, text, cut-off files and huge pictures are refused in a sentence that names the file', () => {
    expect(refusal(new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'))).toMatch(
      /“chart.png” is of the type svg. Use PNG or JPEG/,
    );
    expect(refusal(new TextEncoder().encode('hello'))).toMatch(/“chart.png” is no image/);
    expect(refusal(canonicalPng({ width: 2, height: 2, rgba }).slice(0, 40))).toMatch(/“chart.png” can’t be decoded/);
    const huge = canonicalPng({ width: 2, height: 2, rgba }).slice();
    new DataView(huge.buffer).setUint32(16, 16384);
    new DataView(huge.buffer).setUint32(20, 16384);
    expect(refusal(huge)).toMatch(/16384 × 16384 pixels. The limit is 40 million/);
  });

  it('brightness has the weights of BT.709, and what is transparent is dark', () => {
    expect([...levelsOfRgba(2, 2, rgba).levels]).toEqual([54, 182, 18, 128]);
  });
});
