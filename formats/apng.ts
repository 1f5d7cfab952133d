/** Checksums of PNG chunks (CRC-32, ISO 3309). */
const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function crc(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = TABLE[(c ^ byte) & 0xff]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

interface Chunk {
  readonly type: string;
  readonly data: Uint8Array;
}

const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10];

function chunksOf(png: Uint8Array): Chunk[] {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  const chunks: Chunk[] = [];
  for (let at = 8; at + 12 <= png.length; ) {
    const length = view.getUint32(at);
    const type = String.fromCharCode(...png.subarray(at + 4, at + 8));
    chunks.push({ type, data: png.subarray(at + 8, at + 8 + length) });
    at += 12 + length;
  }
  return chunks;
}

function written({ type, data }: Chunk): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(12 + data.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) bytes[4 + i] = type.charCodeAt(i);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, crc(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

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
export function delayOf(fps: number): readonly [number, number] {
  const whole = Math.round(fps * 1.001);
  if (Math.abs(fps - Math.round(fps)) < 1e-6) return [1, Math.round(fps)];
  if (Math.abs((whole * 1000) / 1001 - fps) < 1e-3 && whole * 1000 <= 65535) return [1001, whole * 1000];
  return [1000, Math.round(fps * 1000)];
}

/**
 * Whole PNG pictures of one size and kind as one animated PNG that plays for ever. Source: “APNG specification”, since 2025 part of the PNG specification, third
 * edition (W3C).
 */
export function* writeApng(frames: Iterable<Uint8Array>, count: number, fps: number): Generator<Uint8Array<ArrayBuffer>> {
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
      yield written({ type: 'acTL', data: numbers([4, count], [4, 0]) });
    }
    const control = numbers([4, sequence++], [4, width], [4, height], [4, 0], [4, 0], [2, top], [2, bottom], [1, 0], [1, 0]);
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
