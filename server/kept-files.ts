import type { Scene } from '../core/document/scene';
import { keptFiles, type KeptFile } from '../formats/scene-file';

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
