import { MOST, type SceneImage } from '../../core/document/scene';
import type { KeptImage } from '../../core/document/scene';
import { completeImage } from '../../core/scene/read';
import { api } from '../state/api';

/** In the order in which people count: plate_9 before plate_10. */
const counting = new Intl.Collator('en', { numeric: true });

/** Files in the order of their names. */
export const inOrder = (files: readonly File[]): readonly File[] =>
  files.toSorted((a, b) => counting.compare(a.name, b.name));

/**
 * Keeps images of one size, one after another, and tells how many are done. Throws a sentence where one can't be taken or
 * has another size, and where it was ended.
 */
export async function keepImages(
  files: readonly File[],
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<readonly KeptImage[]> {
  const made: KeptImage[] = [];
  for (const file of files) {
    tell?.(made.length);
    made.push(await api.addImage(file));
    signal?.throwIfAborted();
    const [{ width, height }, last] = [made[0]!, made.at(-1)!];
    if (last.width !== width || last.height !== height)
      throw new Error(
        `“${file.name}” is ${last.width} × ${last.height} px, “${files[0]!.name}” ${width} × ${height}. Choose images of one size.`,
      );
  }
  return made;
}

/** Keeps one image, or several as a series. Throws a sentence as {@link keepImages} does, and where they are too many. */
export async function addImages(
  files: readonly File[],
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<SceneImage> {
  if (files.length > MOST.series + 1)
    throw new Error(`${files.length} images are chosen. The limit of a series is ${MOST.series + 1}.`);
  const [first, ...rest] = await keepImages(files, tell, signal);
  return completeImage({ ...first, series: rest.map(({ hash }) => hash) });
}
