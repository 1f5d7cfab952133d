import { readable } from '../../formats/readable';
import { MOST } from '../../core/document/scene';

/** The longest side of a picture that is read from a clip, px: a texture needs no more, and every picture is kept. */
const LONGEST = 1024;

/** Whether a file is a clip, by its type or name. */
export const isClip = ({ type, name }: File): boolean =>
  type.startsWith('video/') || readable.clip.extensions.some((end) => name.toLowerCase().endsWith(`.${end}`));

/** The pictures of a clip, one after another as PNG. */
export interface Clip {
  readonly count: number;
  /** Both sides, px, of the clip and of its pictures. */
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly pictures: AsyncIterable<File>;
}

/**
 * Opens a clip, to be read at so many pictures a second by the decoders of the browser. Throws a sentence where it can’t be
 * read, or has more pictures than a series may have.
 */
export async function openClip(file: File, fps: number): Promise<Clip> {
  const { ALL_FORMATS, BlobSource, CanvasSink, Input } = await import('mediabunny');
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const track = await input.getPrimaryVideoTrack().catch(() => undefined);
  if (!track) throw new Error(`“${file.name}” can’t be read as a clip. Choose an MP4, WebM or MOV file with pictures.`);
  if (!(await track.canDecode()))
    throw new Error(
      `This browser can’t decode “${file.name}”: its codec is ${track.codec ?? 'unknown'}. Convert it to H.264, VP9 or AV1, or to numbered images.`,
    );
  const first = await track.getFirstTimestamp();
  const count = Math.max(1, Math.round(((await track.computeDuration()) - first) * fps));
  if (count > MOST.series + 1)
    throw new Error(
      `“${file.name}” has ${count} pictures at ${fps} fps. The limit is ${MOST.series + 1}: cut it, or lower the frame rate of the scene.`,
    );
  const [width, height] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  const to = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))] as const;
  // In the middle of each frame, so that rounding leads to no neighbour.
  const times = Array.from({ length: count }, (_, i) => first + (i + 0.5) / fps);
  const stem = file.name.replace(/\.[^.]+$/, '');
  async function* pictures(): AsyncGenerator<File> {
    const sink = new CanvasSink(track!, { width: to[0], height: to[1], fit: 'fill', alpha: true });
    let n = 0;
    for await (const drawn of sink.canvasesAtTimestamps(times)) {
      if (!drawn) throw new Error(`“${file.name}” is cut off or damaged at picture ${n + 1}.`);
      const { canvas } = drawn;
      const blob =
        canvas instanceof HTMLCanvasElement
          ? await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
          : await canvas.convertToBlob({ type: 'image/png' });
      if (!blob) throw new Error(`Picture ${n + 1} of “${file.name}” can’t be written as PNG.`);
      n++;
      yield new File([blob], `${stem}_${n}.png`, { type: 'image/png' });
    }
  }
  return { count, from: [width, height], to, pictures: { [Symbol.asyncIterator]: pictures } };
}
