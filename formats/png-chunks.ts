import { joinedBytes } from './joined-bytes';

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

/** A piece of a PNG. */
export interface Chunk {
  readonly type: string;
  readonly data: Uint8Array;
}

/** What a PNG begins with. */
export const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10];

/** The pieces of a PNG, in order. */
export function chunksOf(png: Uint8Array): Chunk[] {
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

/** A piece as it stands in the file, with its length and checksum. */
export function written({ type, data }: Chunk): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(12 + data.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) bytes[4 + i] = type.charCodeAt(i);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, crc(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

/** A PNG with only the pieces of some types, each as it stands in the file. */
export function withOnly(png: Uint8Array, types: readonly string[]): Uint8Array<ArrayBuffer> {
  const kept: Uint8Array[] = [png.subarray(0, 8)];
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  for (let at = 8; at + 12 <= png.length; ) {
    const end = at + 12 + view.getUint32(at);
    if (types.includes(String.fromCharCode(...png.subarray(at + 4, at + 8)))) kept.push(png.subarray(at, end));
    at = end;
  }
  return joinedBytes(kept);
}
