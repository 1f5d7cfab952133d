import { chunksOf, SIGNATURE, written } from './png-chunks';

function numbers(...fields: readonly (readonly [size: 1 | 2 | 4, value: number])[]): Uint8Array {
  const bytes = new Uint8Array(fields.reduce((sum, [size]) => sum + size, 0));
  const view = new DataView(bytes.buffer);
  let at = 0;
  for (const [size, value] of fields) {
    if (size === 4) view.setUint32(at, value);
    else if (size === 2) view.setUint16(at, value);
    else view.setUint8(at, value);
    at += size;
  }
  return bytes;
}

/** A rate as the time of a frame in whole parts of a second, exact for whole rates and those over 1001. */
function delayOf(fps: number): readonly [number, number] {
  const whole = Math.round(fps * 1.001);
  if (Math.abs(fps - Math.round(fps)) < 1e-6) return [1, Math.round(fps)];
  if (Math.abs((whole * 1000) / 1001 - fps) < 1e-3 && whole * 1000 <= 65535) return [1001, whole * 1000];
  return [1000, Math.round(fps * 1000)];
}

/**
 * Whole PNG pictures of one size and kind as one animated PNG that plays for ever. Source: “APNG specification”, since
 * 2025 part of the PNG specification, third edition (W3C).
 */
export function* writeApng(
  frames: Iterable<Uint8Array>,
  count: number,
  fps: number,
): Generator<Uint8Array<ArrayBuffer>> {
  const [top, bottom] = delayOf(fps);
  let sequence = 0;
  let first = true;
  let [width, height] = [0, 0];
  for (const png of frames) {
    const chunks = chunksOf(png);
    if (first) {
      const header = chunks.find(({ type }) => type === 'IHDR')!;
      const view = new DataView(header.data.buffer, header.data.byteOffset);
      [width, height] = [view.getUint32(0), view.getUint32(4)];
      yield Uint8Array.from(SIGNATURE);
      yield written(header);
      // What it says of its colours.
      for (const chunk of chunks) if (chunk.type === 'sRGB') yield written(chunk);
      yield written({ type: 'acTL', data: numbers([4, count], [4, 0]) });
    }
    const control = numbers(
      [4, sequence++],
      [4, width],
      [4, height],
      [4, 0],
      [4, 0],
      [2, top],
      [2, bottom],
      [1, 0],
      [1, 0],
    );
    yield written({ type: 'fcTL', data: control });
    for (const { type, data } of chunks) {
      if (type !== 'IDAT') continue;
      if (first) yield written({ type, data });
      else {
        const numbered = new Uint8Array(4 + data.length);
        new DataView(numbered.buffer).setUint32(0, sequence++);
        numbered.set(data, 4);
        yield written({ type: 'fdAT', data: numbered });
      }
    }
    first = false;
  }
  yield written({ type: 'IEND', data: new Uint8Array(0) });
}
