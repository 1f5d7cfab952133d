import type { Scene } from '../core/document/scene';
import { keptFiles } from '../formats/scene-file';
import { type KeptFile } from '../formats/package';
import type { FilesTable } from './files-table';
import type { ImagesTable } from './images-table';

/** Where each sort of kept file is found by its hash. */
export type FileTables = Readonly<Record<KeptFile['sort'], { find(hash: string): Buffer | undefined }>>;

/** The bytes of all that a scene keeps, by content hash; what is missing is left out. */
export function filesOfScene(scene: Scene, tables: FileTables): Map<string, Uint8Array> {
  return new Map(
    keptFiles(scene).flatMap(({ hash, sort }) => {
      const bytes = tables[sort].find(hash);
      return bytes ? [[hash, new Uint8Array(bytes)] as const] : [];
    }),
  );
}

/** Keeps the files of a scene that came with it. */
export function keepFiles(
  scene: Scene,
  kept: ReadonlyMap<string, Uint8Array>,
  tables: { readonly image: ImagesTable; readonly mesh: FilesTable; readonly grid: FilesTable },
): void {
  const series = scene.images.flatMap((image) => image.series.map((hash) => ({ ...image, hash })));
  for (const { hash, width, height } of [...scene.images, ...series, ...scene.imageSequence]) {
    const png = kept.get(hash);
    if (png) tables.image.add(hash, png, width, height);
  }
  for (const { hash, sort } of keptFiles(scene)) {
    const bytes = kept.get(hash);
    if (bytes && sort !== 'image') tables[sort].add(hash, bytes);
  }
}
