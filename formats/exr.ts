import { zlibSync } from 'fflate';

/** One channel of a picture, rows from the top. */
export interface ExrChannel {
  /** `R`, `G`, `B`, `A`, `Z`, or of a layer `layer.X`. */
  readonly name: string;
  /** As many bits as the picture has; whole numbers are written as they are. */
  readonly values: Float32Array | Uint32Array;
}

/** How exactly light is kept: 16 or 32 bits a channel. */
export type ExrDepth = 'half' | 'float';

const LINES_A_BLOCK = 16;
const PRIMARIES = [0.64, 0.33, 0.3, 0.6, 0.15, 0.06, 0.3127, 0.329] as const;
const UINT = 0;
const HALF = 1;
const FLOAT = 2;
const ZIP = 3;

/** Bits of the nearest 16-bit float, ties to even; infinite where it is too large. Source: IEEE 754-2008 binary16. */
export function halfBits(value: number): number {
  floats[0] = value;
  const bits = integers[0]!;
  const sign = (bits >>> 16) & 0x8000;
  const exponent = (bits >>> 23) & 0xff;
  const fraction = bits & 0x7fffff;
  if (exponent === 0xff) return sign | 0x7c00 | (fraction ? 0x200 : 0);
  const shifted = exponent - 112;
  if (shifted >= 31) return sign | 0x7c00;
  if (shifted <= 0) {
    if (shifted < -10) return sign;
    const whole = fraction | 0x800000;
    return sign | rounded(whole, 14 - shifted);
  }
  return sign | rounded((shifted << 23) | fraction, 13);
}

const floats = new Float32Array(1);
const integers = new Uint32Array(floats.buffer);

/** A number without its last bits, rounded to nearest, ties to even. */
function rounded(whole: number, drop: number): number {
  const kept = whole >>> drop;
  const rest = whole & ((1 << drop) - 1);
  const half = 1 << (drop - 1);
  return rest > half || (rest === half && (kept & 1) === 1) ? kept + 1 : kept;
}

/** Grows as it is written to. */
class Bytes {
  private data = new Uint8Array(1024);
  private view = new DataView(this.data.buffer);
  length = 0;

  raw(bytes: Uint8Array): void {
    this.room(bytes.length);
    this.data.set(bytes, this.length);
    this.length += bytes.length;
  }
  text(value: string): void {
    this.raw(new TextEncoder().encode(`${value}\0`));
  }
  byte(value: number): void {
    this.room(1);
    this.data[this.length++] = value;
  }
  int(value: number): void {
    this.room(4);
    this.view.setInt32(this.length, value, true);
    this.length += 4;
  }
  float(value: number): void {
    this.room(4);
    this.view.setFloat32(this.length, value, true);
    this.length += 4;
  }
  attribute(name: string, type: string, size: number, write: () => void): void {
    this.text(name);
    this.text(type);
    this.int(size);
    write();
  }
  taken(): Uint8Array<ArrayBuffer> {
    return this.data.slice(0, this.length);
  }
  private room(more: number): void {
    if (this.length + more <= this.data.length) return;
    const next = new Uint8Array(Math.max(this.data.length * 2, this.length + more));
    next.set(this.data.subarray(0, this.length));
    this.data = next;
    this.view = new DataView(next.buffer);
  }
}

/**
 * Lines as the ZIP compression of the format wants them: bytes in two interleaved halves, each but the first as the
 * difference from the one before.
 */
function predicted(lines: Uint8Array): Uint8Array {
  const out = new Uint8Array(lines.length);
  const middle = (lines.length + 1) >> 1;
  for (let i = 0; i < lines.length; i++) out[(i & 1 ? middle : 0) + (i >> 1)] = lines[i]!;
  for (let i = lines.length - 1; i > 0; i--) out[i] = (out[i]! - out[i - 1]! + 384) & 0xff;
  return out;
}

/**
 * A picture of linear light as OpenEXR, one part of scan lines, ZIP-compressed without loss. The blocks of 16 lines
 * stand in rising order. Source: “OpenEXR File Layout”, Academy Software Foundation.
 *
 * @param rate Frames a second, written down as a rational number.
 */
export function writeExr(
  width: number,
  height: number,
  channels: readonly ExrChannel[],
  depth: ExrDepth,
  rate?: number,
): Uint8Array<ArrayBuffer> {
  const sorted = [...channels].toSorted((a, b) => (a.name < b.name ? -1 : 1));
  const bytes = new Bytes();
  bytes.int(20000630);
  bytes.int(2);
  const names = sorted.map(({ name }) => new TextEncoder().encode(name).length);
  bytes.attribute(
    'channels',
    'chlist',
    names.reduce((sum, n) => sum + n + 17, 1),
    () => {
      for (const { name, values } of sorted) {
        bytes.text(name);
        bytes.int(values instanceof Uint32Array ? UINT : depth === 'half' ? HALF : FLOAT);
        bytes.int(0);
        bytes.int(1);
        bytes.int(1);
      }
      bytes.byte(0);
    },
  );
  // The light of ITU-R BT.709: red, green, blue and white.
  bytes.attribute('chromaticities', 'chromaticities', 32, () => PRIMARIES.forEach((n) => bytes.float(n)));
  bytes.attribute('compression', 'compression', 1, () => bytes.byte(ZIP));
  for (const window of ['dataWindow', 'displayWindow'])
    bytes.attribute(window, 'box2i', 16, () => [0, 0, width - 1, height - 1].forEach((n) => bytes.int(n)));
  if (rate !== undefined) {
    // 24000/1001 and the like are told exactly.
    const drop = Math.abs(rate * 1.001 - Math.round(rate * 1.001)) < 1e-3 && Math.abs(rate - Math.round(rate)) > 1e-6;
    bytes.attribute('framesPerSecond', 'rational', 8, () => {
      bytes.int(Math.round(drop ? Math.round(rate * 1.001) * 1000 : rate * 1000));
      bytes.int(drop ? 1001 : 1000);
    });
  }
  bytes.attribute('lineOrder', 'lineOrder', 1, () => bytes.byte(0));
  bytes.attribute('pixelAspectRatio', 'float', 4, () => bytes.float(1));
  bytes.attribute('screenWindowCenter', 'v2f', 8, () => [0, 0].forEach((n) => bytes.float(n)));
  bytes.attribute('screenWindowWidth', 'float', 4, () => bytes.float(1));
  bytes.byte(0);

  const sizes = sorted.map(({ values }) => (values instanceof Uint32Array || depth === 'float' ? 4 : 2));
  const line = width * sizes.reduce((sum, n) => sum + n, 0);
  const blocks: Uint8Array[] = [];
  for (let top = 0; top < height; top += LINES_A_BLOCK) {
    const lines = Math.min(LINES_A_BLOCK, height - top);
    const raw = new Uint8Array(lines * line);
    const view = new DataView(raw.buffer);
    let at = 0;
    for (let y = top; y < top + lines; y++)
      sorted.forEach(({ values }, c) => {
        for (let x = 0; x < width; x++, at += sizes[c]!) {
          const value = values[y * width + x]!;
          if (values instanceof Uint32Array) view.setUint32(at, value, true);
          else if (depth === 'half') view.setUint16(at, halfBits(value), true);
          else view.setFloat32(at, value, true);
        }
      });
    const packed = zlibSync(predicted(raw), { level: 6 });
    // What does not get smaller is kept as it is.
    blocks.push(packed.length < raw.length ? packed : raw);
  }
  let offset = bytes.length + 8 * blocks.length;
  for (const block of blocks) {
    bytes.int(offset % 4294967296 | 0);
    bytes.int(Math.floor(offset / 4294967296));
    offset += 8 + block.length;
  }
  blocks.forEach((block, i) => {
    bytes.int(i * LINES_A_BLOCK);
    bytes.int(block.length);
    bytes.raw(block);
  });
  return bytes.taken();
}
