import { MOST } from '../../core/document/scene';
import type { SceneGrid, SceneImage } from '../../core/document/scene';
import { loadAssets } from './scene-assets';
import { changeScene, openedScene } from '../state/scene-store';

/** In the order in which people count: plate_9 before plate_10. */
const counting = new Intl.Collator('en', { numeric: true });

/** Files in the order of their names. */
export const inOrder = (files: readonly File[]): readonly File[] =>
  files.toSorted((a, b) => counting.compare(a.name, b.name));

/** How files are kept one after another. */
export interface Keeping<T> {
  readonly files: Iterable<File> | AsyncIterable<File>;
  /** Keeps one; throws a sentence where it can’t be taken. */
  keep(file: File): Promise<T>;
  /** A sentence where a file can’t stand beside the first one. */
  differs(last: T, first: T, lastName: string, firstName: string): string | undefined;
  readonly tell?: ((done: number) => void) | undefined;
  readonly signal?: AbortSignal | undefined;
}

/** Keeps files one after another, and tells how many are done. Throws where one can’t be taken, or it was ended. */
export async function keepAlike<T>({ files, keep, differs, tell, signal }: Keeping<T>): Promise<readonly T[]> {
  const kept: T[] = [];
  let first = '';
  for await (const file of files) {
    tell?.(kept.length);
    const last = await keep(file);
    signal?.throwIfAborted();
    kept.push(last);
    first ||= file.name;
    const words = differs(last, kept[0]!, file.name, first);
    if (words !== undefined) throw new Error(words);
  }
  return kept;
}

/** Throws a sentence where so many files are too many for a series. */
export function limitSeries(count: number, noun: string): void {
  if (count > MOST.series + 1)
    throw new Error(`${count} ${noun} are chosen. The limit of a series is ${MOST.series + 1}.`);
}

/**
 * Has the scene keep a file or a series. One that was a single file so far goes on as the series, and the other way round.
 * Gives its hash.
 */
export async function keepInScene(sort: 'images' | 'grids', entry: SceneImage | SceneGrid): Promise<string> {
  const list: readonly (SceneImage | SceneGrid)[] = openedScene()[sort];
  const known = list.find(({ hash }) => hash === entry.hash);
  if (!known) changeScene((scene) => ({ ...scene, [sort]: [...scene[sort], entry] }));
  else if (known.series.join() !== entry.series.join())
    changeScene((scene) => ({ ...scene, [sort]: scene[sort].map((one) => (one === known ? entry : one)) }));
  await loadAssets(openedScene());
  return entry.hash;
}
