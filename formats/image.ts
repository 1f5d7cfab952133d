import { decode as decodePng, encode as encodePng } from 'fast-png';
import { imageSize } from 'image-size';
import jpeg from 'jpeg-js';
import { levelsOfRgba, type LevelImage } from '../core/lib/images/level-image';
import { checkInflated } from './inflated';
import { joinedBytes } from './joined-bytes';
import { chunksOf, withOnly } from './png-chunks';
import { fileFault } from './scene-faults';

/** What an image may be at most, before it is decoded. */
export const IMAGE_LIMITS = { bytes: 32 * 1024 * 1024, pixels: 40_000_000 } as const;

/** RGBA pixels, 8 bit, sRGB-coded, straight alpha, from the top. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8Array;
}

type DecodedPng = ReturnType<typeof decodePng>;

/** Any PNG as 8-bit RGBA: palettes looked up, grey spread, 16 bits cut to the upper 8. */
function rgbaOfPng({ width, height, data, channels, depth, palette, transparency }: DecodedPng): Pixels {
  const rgba = new Uint8Array(width * height * 4);
  const most = 2 ** depth - 1;
  const level = (value: number) => (depth === 16 ? value >> 8 : Math.round((value * 255) / most));
  for (let i = 0; i < width * height; i++) {
    const at = i * channels;
    if (palette) {
      const colour = palette[data[at]!] ?? [0, 0, 0];
      rgba.set([colour[0]!, colour[1]!, colour[2]!, colour[3] ?? transparency?.[data[at]!] ?? 255], 4 * i);
      continue;
    }
    const coloured = channels >= 3;
    rgba[4 * i] = level(data[at]!);
    rgba[4 * i + 1] = level(data[at + (coloured ? 1 : 0)]!);
    rgba[4 * i + 2] = level(data[at + (coloured ? 2 : 0)]!);
    rgba[4 * i + 3] = channels === 2 || channels === 4 ? level(data[at + channels - 1]!) : 255;
  }
  return { width, height, rgba };
}

/** Chunks of a PNG that its pixels are made from; all others are left unread. */
const NEEDED = ['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND'];

/**
 * A PNG with nothing in it but its pixels, after a look at how much they inflate to: no more than its header promises
 * (PNG specification, W3C 2003, 8.2 for interlaced images). Throws where it is no sound PNG.
 */
function plainPng(bytes: Uint8Array): Uint8Array {
  const chunks = chunksOf(bytes);
  const [head] = chunks;
  if (head?.type !== 'IHDR') throw new Error('no header');
  const view = new DataView(head.data.buffer, head.data.byteOffset, head.data.byteLength);
  const [width, height, depth, colour] = [view.getUint32(0), view.getUint32(4), view.getUint8(8), view.getUint8(9)];
  const channels = [1, 0, 3, 1, 2, 0, 4][colour] ?? 0;
  const row = (pixels: number) => 1 + Math.ceil((pixels * channels * depth) / 8);
  // Seven passes of an interlaced image have less than a row more each, and a byte more a row.
  const most = height * row(width) + 2 * height + 7 * row(width) + 64;
  const pixels = chunks.filter(({ type }) => type === 'IDAT').map(({ data }) => data);
  checkInflated(joinedBytes(pixels), most);
  return withOnly(bytes, NEEDED);
}

/** Decodes a PNG or JPEG, refused unread where it is too large. Throws {@link SceneFaults} naming the file. */
export function decodeImage(bytes: Uint8Array, name: string): Pixels {
  const { bytes: mostBytes, pixels: mostPixels } = IMAGE_LIMITS;
  if (bytes.length > mostBytes)
    throw fileFault(
      'size',
      `“${name}” has ${bytes.length} bytes. The limit is ${mostBytes}.`,
      `up to ${mostBytes} bytes`,
    );
  let size: ReturnType<typeof imageSize>;
  try {
    size = imageSize(bytes);
  } catch {
    throw fileFault('type', `“${name}” is no image that can be read. Use PNG or JPEG.`, 'PNG or JPEG');
  }
  if (size.type !== 'png' && size.type !== 'jpg')
    throw fileFault('type', `“${name}” is of the type ${size.type ?? 'unknown'}. Use PNG or JPEG.`, 'PNG or JPEG');
  if (size.width * size.height > mostPixels)
    throw fileFault(
      'pixels',
      `“${name}” is ${size.width} × ${size.height} pixels. The limit is ${mostPixels / 1e6} million.`,
      `up to ${mostPixels} pixels`,
    );
  try {
    if (size.type === 'png') return rgbaOfPng(decodePng(plainPng(bytes)));
    const { width, height, data } = jpeg.decode(bytes, {
      useTArray: true,
      maxMemoryUsageInMB: 1024,
      maxResolutionInMP: mostPixels / 1e6,
    });
    return { width, height, rgba: data };
  } catch {
    throw fileFault('damaged', `“${name}” can’t be decoded: it is cut off or damaged.`, 'an undamaged PNG or JPEG');
  }
}

/** The PNG under whose hash an image is kept: always 8-bit RGBA, so that the same pixels have the same name. */
export function canonicalPng({ width, height, rgba }: Pixels): Uint8Array {
  return encodePng({ width, height, data: rgba, channels: 4, depth: 8 });
}

/** Brightness levels of a kept PNG. */
export function levelsOfPng(bytes: Uint8Array, name: string): LevelImage {
  const { width, height, rgba } = decodeImage(bytes, name);
  return levelsOfRgba(width, height, rgba);
}

/** SHA-256 of bytes as 64 hexadecimal digits: the name an image is kept under. */
export async function contentHash(bytes: Uint8Array): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new Uint8Array(bytes));
  return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
}
