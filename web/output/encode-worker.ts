import { encode } from 'fast-png';
import { writeExr } from '../../formats/exr';
import type { BitsName } from '../../formats/render-settings';

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
}

export type Encoded = { readonly number: number } & ({ readonly bytes: Uint8Array<ArrayBuffer> } | { readonly message: string });

const NAMES = ['R', 'G', 'B', 'A'] as const;

function encoded({ width, height, channels, bits, pixels, fps }: Drawn): Uint8Array<ArrayBuffer> {
  if (bits === 'half' || bits === 'float') {
    const planes = NAMES.slice(0, channels).map((name, c) => ({
      name,
      values: Float32Array.from({ length: width * height }, (_, i) => pixels[i * channels + c]!),
    }));
    return writeExr(width, height, planes, bits, fps);
  }
  const data = bits === '16' ? Uint16Array.from(pixels, (v) => Math.round(65535 * Math.min(1, Math.max(0, v)))) : (pixels as Uint8Array);
  return encode({ width, height, data, channels, depth: bits === '16' ? 16 : 8 }) as Uint8Array<ArrayBuffer>;
}

/** Encodes pictures off the page's main thread. */
self.onmessage = ({ data }: MessageEvent<Drawn>) => {
  const post = self as unknown as { postMessage(message: Encoded, transfer?: Transferable[]): void };
  try {
    const bytes = encoded(data);
    post.postMessage({ number: data.number, bytes }, [bytes.buffer]);
  } catch (error) {
    post.postMessage({ number: data.number, message: (error as Error).message });
  }
};
