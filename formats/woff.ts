import { inflated } from './inflated';

const SIGNATURE = 0x774f4646;
const HEAD = 44;
const ENTRY = 20;

/** Most bytes of a font after it has been unpacked. */
const MOST_UNPACKED = 64 * 1024 * 1024;

/** Whether bytes are a WOFF 1.0 file. */
export const isWoff = (bytes: Uint8Array): boolean =>
  bytes.length > HEAD && new DataView(bytes.buffer, bytes.byteOffset).getUint32(0) === SIGNATURE;

/**
 * The OpenType font in a WOFF file (WOFF File Format 1.0, W3C 2012): each of its tables inflated to no more than the
 * directory promises. Throws an Error where the file is damaged.
 */
export function unpackedWoff(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = view.getUint16(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const [tag, offset, packed, size, sum] = [0, 4, 8, 12, 16].map((at) => view.getUint32(HEAD + ENTRY * i + at));
    if (offset! + packed! > bytes.length || packed! > size!) throw new Error('a table lies outside the file');
    return { tag: tag!, data: bytes.subarray(offset, offset! + packed!), size: size!, sum: sum! };
  });
  const padded = (n: number) => (n + 3) & ~3;
  const start = 12 + 16 * count;
  const whole = start + tables.reduce((sum, { size }) => sum + padded(size), 0);
  if (whole > MOST_UNPACKED) throw new Error('the font unpacks to too much');
  const font = new Uint8Array(whole);
  const out = new DataView(font.buffer);
  out.setUint32(0, view.getUint32(4));
  out.setUint16(4, count);
  // Of the largest power of two that is no more than the count (OpenType specification, table directory).
  const log = Math.floor(Math.log2(Math.max(1, count)));
  [16 * 2 ** log, log, 16 * (count - 2 ** log)].forEach((n, i) => out.setUint16(6 + 2 * i, n));
  let at = start;
  tables.forEach(({ tag, data, size, sum }, i) => {
    const table = data.length === size ? data : inflated(data, size);
    if (table.length !== size) throw new Error('a table is cut off');
    [tag, sum, at, size].forEach((n, k) => out.setUint32(12 + 16 * i + 4 * k, n));
    font.set(table, at);
    at += padded(size);
  });
  return font;
}
