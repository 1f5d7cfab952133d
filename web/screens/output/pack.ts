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
import { writeApng } from '../../../formats/apng';
import { encodableSize } from './draw-frames';
import { jobsStore, type Job } from './jobs-store';
import { formatOf } from '../../../formats/render-formats';
import type { RenderFormat } from '../../../formats/render-formats/format';
import { framesOf, pathOf, picturesOf } from '../../../formats/render-settings';

/** A clip, and what the person should know of it. */
export interface Packed {
  readonly blob: Blob;
  readonly note: string;
}

type Progress = (done: number) => void;

async function frameOf(job: Job, index: number): Promise<Blob> {
  const blob = await jobsStore.frame(job.id, index);
  if (!blob) throw new Error(`picture ${index + 1} of the render is missing; the browser has deleted it`);
  return blob;
}

const bytesOf = async (blob: Blob) => new Uint8Array(await blob.arrayBuffer());

/** All pictures of a render in a zip, as they are. */
async function zipped(job: Job, progress: Progress): Promise<Packed> {
  const { settings, scene } = job;
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let failed: Error | undefined;
  const zip = new Zip((error, chunk) => {
    if (error) failed = error;
    else parts.push(chunk);
  });
  for (const [i, picture] of picturesOf(settings, scene.emitters).entries()) {
    const entry = new ZipPassThrough(pathOf(settings, picture));
    zip.add(entry);
    entry.push(await bytesOf(await frameOf(job, i)), true);
    progress(i + 1);
  }
  zip.end();
  if (failed) throw failed;
  return { blob: new Blob(parts, { type: 'application/zip' }), note: '' };
}

/** A WebM or MP4 clip, through WebCodecs. Throws a sentence where no codec is to be had. */
async function filmed(job: Job, progress: Progress): Promise<Packed> {
  const { scene, settings } = job;
  const { format } = settings;
  const container = formatOf(format).extension === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat();
  const size = encodableSize(scene.output, settings);
  const offered =
    settings.alpha === 'none'
      ? container.getSupportedVideoCodecs()
      : (['vp9', 'vp8'] as const).filter((c) => container.getSupportedVideoCodecs().includes(c));
  const codec = await getFirstEncodableVideoCodec(offered, { ...size, bitrate: QUALITY_HIGH });
  if (!codec)
    throw new Error(
      `this browser can’t encode ${size.width} × ${size.height} as ${formatOf(format).label}; it would need one of the codecs ${offered.join(', ')}. PNG pictures always work`,
    );
  const canvas = new OffscreenCanvas(size.width, size.height);
  const context = canvas.getContext('2d')!;
  const target = new BufferTarget();
  const output = new Output({ format: container, target });
  const source = new CanvasSource(canvas, {
    codec,
    bitrate: QUALITY_HIGH,
    keyFrameInterval: 2,
    alpha: settings.alpha === 'none' ? 'discard' : 'keep',
  });
  const fps = scene.time.fps / settings.every;
  output.addVideoTrack(source, { frameRate: fps });
  await output.start();
  const frames = framesOf(settings);
  for (const i of frames.keys()) {
    const bitmap = await createImageBitmap(await frameOf(job, i), {
      premultiplyAlpha: 'premultiply',
      colorSpaceConversion: 'none',
    });
    context.clearRect(0, 0, size.width, size.height);
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    await source.add(i / fps, 1 / fps);
    progress(i + 1);
  }
  await output.finalize();
  const mended = size.width !== scene.output.width || size.height !== scene.output.height;
  return {
    blob: new Blob([target.buffer!], { type: formatOf(format).type }),
    note: mended ? `Video needs an even width and height: rendered at ${size.width} × ${size.height}.` : '',
  };
}

async function gifOf(job: Job, progress: Progress): Promise<Packed> {
  const { GIFEncoder, quantize, applyPalette } = await import('gifenc');
  const { scene, settings } = job;
  const { width, height } = scene.output;
  const fps = scene.time.fps / settings.every;
  const delay = Math.max(2, Math.round(100 / fps));
  const gif = GIFEncoder();
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  for (const i of framesOf(settings).keys()) {
    const bitmap = await createImageBitmap(await frameOf(job, i));
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    const { data } = context.getImageData(0, 0, width, height);
    const palette = quantize(data, 256);
    gif.writeFrame(applyPalette(data, palette), width, height, { palette, delay: 10 * delay });
    progress(i + 1);
  }
  gif.finish();
  const note =
    Math.abs(100 / delay - fps) < 1e-6
      ? ''
      : `A GIF measures time in hundredths of a second: it plays at ${(100 / delay).toFixed(2)} frames a second in place of ${Number(fps.toFixed(3))}.`;
  return { blob: new Blob([gif.bytes() as Uint8Array<ArrayBuffer>], { type: 'image/gif' }), note };
}

async function apngOf(job: Job, progress: Progress): Promise<Packed> {
  const { scene, settings } = job;
  const frames: Uint8Array[] = [];
  for (const i of framesOf(settings).keys()) {
    frames.push(await bytesOf(await frameOf(job, i)));
    progress(i + 1);
  }
  return {
    blob: new Blob([...writeApng(frames, frames.length, scene.time.fps / settings.every)], { type: 'image/png' }),
    note: '',
  };
}

const PACKERS: Readonly<Record<RenderFormat['packs'], (job: Job, progress: Progress) => Promise<Packed>>> = {
  zip: zipped,
  video: filmed,
  gif: gifOf,
  apng: apngOf,
};

/**
 * Makes the file of a render whose pictures are all drawn; the same file whenever it is asked for. Throws a sentence
 * where it can't.
 */
export function packed(job: Job, progress: Progress = () => undefined): Promise<Packed> {
  return PACKERS[formatOf(job.settings.format).packs](job, progress);
}
