import { Zip, ZipPassThrough } from 'fflate';
import {
  BufferTarget,
  CanvasSource,
  getFirstEncodableVideoCodec,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  WebMOutputFormat,
} from 'mediabunny';

/** What a clip can be written as. */
export const FORMATS = [
  { value: 'png', label: 'PNG frames (zip)', extension: 'zip', type: 'application/zip' },
  { value: 'png-alpha', label: 'PNG frames with alpha (zip)', extension: 'zip', type: 'application/zip' },
  { value: 'webm', label: 'WebM', extension: 'webm', type: 'video/webm' },
  { value: 'mp4', label: 'MP4', extension: 'mp4', type: 'video/mp4' },
] as const;

export type FormatName = (typeof FORMATS)[number]['value'];

/** Somewhere to put the frames of a clip, one after another. */
export interface Target {
  /** Takes a frame; done when the next may come. */
  add(index: number): Promise<void>;
  finish(): Promise<Blob>;
  /** Gives up what was made so far. */
  abandon(): void;
}

/** How many frames are encoded at a time, so that memory stays small. */
const AHEAD = 3;

interface Encoded {
  readonly number: number;
  readonly png: Uint8Array;
}

/** A zip of PNG frames with numbered names. `read` gives the present frame as RGBA from the top. */
export function pngTarget(
  stem: string,
  frames: readonly number[],
  size: { width: number; height: number },
  alpha: boolean,
  read: () => Uint8Array<ArrayBuffer>,
): Target {
  const worker = new Worker(new URL('./png-worker.ts', import.meta.url), { type: 'module' });
  const parts: Uint8Array<ArrayBuffer>[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) failed = error;
    else parts.push(chunk as Uint8Array<ArrayBuffer>);
  });
  let failed: Error | undefined;
  const waiting = new Map<number, () => void>();
  const digits = Math.max(4, ...frames.map((f) => String(Math.abs(f)).length));
  worker.onmessage = ({ data }: MessageEvent<Encoded>) => {
    const frame = frames[data.number]!;
    const entry = new ZipPassThrough(`${stem}_${frame < 0 ? '-' : ''}${String(Math.abs(frame)).padStart(digits, '0')}.png`);
    zip.add(entry);
    entry.push(data.png, true);
    waiting.get(data.number)!();
    waiting.delete(data.number);
  };
  const inWork: Promise<void>[] = [];
  return {
    async add(index) {
      const rgba = read();
      const pixels = alpha ? rgba : withoutAlpha(rgba);
      const done = new Promise<void>((resolve) => waiting.set(index, resolve));
      worker.postMessage({ number: index, ...size, channels: alpha ? 4 : 3, pixels }, [pixels.buffer]);
      inWork.push(done);
      if (inWork.length >= AHEAD) await inWork.shift();
    },
    async finish() {
      await Promise.all(inWork);
      zip.end();
      worker.terminate();
      if (failed) throw failed;
      return new Blob(parts, { type: 'application/zip' });
    },
    abandon: () => worker.terminate(),
  };
}

function withoutAlpha(rgba: Uint8Array): Uint8Array<ArrayBuffer> {
  const rgb = new Uint8Array((rgba.length / 4) * 3);
  for (let i = 0, j = 0; i < rgba.length; i += 4, j += 3) {
    rgb[j] = rgba[i]!;
    rgb[j + 1] = rgba[i + 1]!;
    rgb[j + 2] = rgba[i + 2]!;
  }
  return rgb;
}

/** A WebM or MP4 clip of what is on a canvas, through WebCodecs. Throws a sentence where no codec is to be had. */
export async function videoTarget(format: 'webm' | 'mp4', canvas: HTMLCanvasElement, fps: number): Promise<Target> {
  const container = format === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat();
  const size = { width: canvas.width, height: canvas.height };
  const offered = container.getSupportedVideoCodecs();
  const codec = await getFirstEncodableVideoCodec(offered, { ...size, bitrate: QUALITY_HIGH });
  if (!codec)
    throw new Error(
      `This browser can’t encode ${size.width} × ${size.height} as ${format.toUpperCase()}; the codecs that would do are ${offered.join(', ')}. PNG frames always work.`,
    );
  const target = new BufferTarget();
  const output = new Output({ format: container, target });
  const source = new CanvasSource(canvas, { codec, bitrate: QUALITY_HIGH, keyFrameInterval: 2 });
  output.addVideoTrack(source, { frameRate: fps });
  await output.start();
  return {
    add: (index) => source.add(index / fps, 1 / fps),
    async finish() {
      await output.finalize();
      return new Blob([target.buffer!], { type: format === 'webm' ? 'video/webm' : 'video/mp4' });
    },
    abandon: () => void output.cancel(),
  };
}
