import type { KeptImage, SceneImage } from '../../core/document/scene';
import { completeImage } from '../../core/scene/read';
import { api } from '../state/api';
import { keepAlike, limitSeries } from '../simulation/keep-series';

/**
 * Keeps images of one size, one after another, and tells how many are done. Throws a sentence where one can't be taken or
 * has another size, and where it was ended.
 */
export const keepImages = (
  files: readonly File[],
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
