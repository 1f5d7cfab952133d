import { workerScope } from '../../../engine/worker-scope';
import { encode } from 'fast-png';
import { withSrgb } from '../../../formats/png-colour';
import { writeExr, type ExrChannel } from '../../../formats/exr';
import type { BitsName } from '../../../formats/render-formats/format';
import { messageOf } from '../../../core/lib/errors';

/** A picture to be written: rows from the top, 3 or 4 channels. */
export interface Drawn {
  readonly number: number;
  readonly width: number;
  readonly height: number;
  readonly channels: 3 | 4;
  readonly bits: BitsName;
  /** Bytes of an 8-bit PNG; coded values 0 … 1 of a 16-bit one; linear light of OpenEXR. */
  readonly pixels: Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer>;
  readonly fps: number;
  /** Of what is seen nearest, four numbers a pixel: velocity and distance; and the halves of its number. */
  readonly seen?:
    | { readonly motion: Float32Array<ArrayBuffer>; readonly number: Float32Array<ArrayBuffer> }
    | undefined;
}

export type Encoded = { readonly number: number } & (
  | { readonly bytes: Uint8Array<ArrayBuffer> }
  | { readonly message: string }
);

const NAMES = ['R', 'G', 'B', 'A'] as const;

/**
 * Layers of OpenEXR: distance to the camera in metres, endless where nothing is; velocity in m/s, world; permanent
 * number.
 */
function layersOf({ motion, number }: NonNullable<Drawn['seen']>, count: number): ExrChannel[] {
  const plane = (of: (i: number) => number) => Float32Array.from({ length: count }, (_, i) => of(i));
  return [
    { name: 'Z', values: plane((i) => (motion[4 * i + 3]! > 0 ? motion[4 * i + 3]! : Infinity)) },
    ...['X', 'Y', 'Z'].map((axis, k) => ({ name: `velocity.${axis}`, values: plane((i) => motion[4 * i + k]!) })),
    {
      name: 'number.id',
      values: Uint32Array.from({ length: count }, (_, i) => number[4 * i]! * 65536 + number[4 * i + 1]!),
    },
  ];
}

function encoded({ width, height, channels, bits, pixels, fps, seen }: Drawn): Uint8Array<ArrayBuffer> {
  if (bits === 'half' || bits === 'float') {
    const planes = NAMES.slice(0, channels).map((name, c) => ({
      name,
      values: Float32Array.from({ length: width * height }, (_, i) => pixels[i * channels + c]!),
    }));
    return writeExr(width, height, [...planes, ...(seen ? layersOf(seen, width * height) : [])], bits, fps);
  }
  const data =
    bits === '16'
      ? Uint16Array.from(pixels, (v) => Math.round(65535 * Math.min(1, Math.max(0, v))))
      : (pixels as Uint8Array);
  return withSrgb(encode({ width, height, data, channels, depth: bits === '16' ? 16 : 8 }));
}

const port = workerScope<Drawn, Encoded>();

/** Encodes pictures off the page's main thread. */
port.onmessage = ({ data }) => {
  try {
    const bytes = encoded(data);
    port.postMessage({ number: data.number, bytes }, [bytes.buffer]);
  } catch (error) {
    port.postMessage({ number: data.number, message: messageOf(error) });
  }
};
