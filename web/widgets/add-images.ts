import { toast } from 'sonner';
import { MOST, type KeptImage, type SceneImage } from '../../core/document/scene';
import { completeImage } from '../../core/scene/read';
import { openClip } from '../simulation/clip-frames';
import { openedScene } from '../state/scene-store';
import { api } from '../state/api';
import { keepAlike, limitSeries } from '../simulation/keep-series';

/**
 * Keeps images of one size, one after another, and tells how many are done. Throws a sentence where one can't be taken or
 * has another size, and where it was ended.
 */
export const keepImages = (
  files: Iterable<File> | AsyncIterable<File>,
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<readonly KeptImage[]> =>
  keepAlike({
    files,
    keep: (file) => api.addImage(file),
    differs: (last, first, lastName, firstName) =>
      last.width === first.width && last.height === first.height
        ? undefined
        : `“${lastName}” is ${last.width} × ${last.height} px, “${firstName}” ${first.width} × ${first.height}. Choose images of one size.`,
    tell,
    signal,
  });

/** Keeps one image, or several as a series. Throws a sentence as {@link keepImages} does, and where they are too many. */
export async function addImages(
  files: readonly File[],
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<SceneImage> {
  limitSeries(files.length, 'images');
  const [first, ...rest] = await keepImages(files, tell, signal);
  return completeImage({ ...first, series: rest.map(({ hash }) => hash) });
}

/**
 * Keeps the pictures of a clip as a series, at the frame rate of the scene. Throws a sentence where it can't be read, is too
 * long, or was ended.
 */
export async function addClip(
  file: File,
  tell?: (done: number, total: number) => void,
  signal?: AbortSignal,
): Promise<SceneImage> {
  const { count, from, to, pictures } = await openClip(file, openedScene().time.fps);
  const [first, ...rest] = await keepImages(pictures, (done) => tell?.(done, count), signal);
  if (to[0] < from[0])
    toast(`The pictures of “${file.name}” are scaled from ${from.join(' × ')} to ${to.join(' × ')} px.`);
  const name = file.name.slice(0, MOST.name);
  return completeImage({ ...first, name, series: rest.map(({ hash }) => hash) });
}
