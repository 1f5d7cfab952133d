import { deflateSync, inflateSync } from 'node:zlib';
import type { Scene } from '../core/document/scene';
import { sceneFrom } from '../formats/scene-file';
import type { StoredVersion } from '../formats/stored-version';
import type { Db } from './data-file';
import { thinned } from './thinned';

/** Milliseconds after which the versions of a scene are thinned again. */
const THINNED_EVERY = 60_000;

/** A document as it is kept. */
export const packed = (document: string): Buffer => deflateSync(document);

/** A kept document. */
export const unpacked = (bytes: Uint8Array): string => inflateSync(bytes).toString('utf8');

/** The revisions of scenes. */
export class VersionsTable {
  private readonly thinnedAt = new Map<string, number>();

  constructor(private readonly db: Db) {}

  /** The newest first. */
  list(scene: string): StoredVersion[] {
    return this.db
      .prepare<[string], Omit<StoredVersion, 'pictured'> & { pictured: number }>(
        'SELECT revision, name, created, picture IS NOT NULL AS pictured FROM versions WHERE scene = ? ORDER BY revision DESC',
      )
      .all(scene)
      .map((row) => ({ ...row, pictured: row.pictured === 1 }));
  }

  /** The scene as it was at that revision. */
  find(scene: string, revision: number): Scene | undefined {
    const row = this.db
      .prepare<[string, number], { document: Buffer }>('SELECT document FROM versions WHERE scene = ? AND revision = ?')
      .get(scene, revision);
    return row && sceneFrom(JSON.parse(unpacked(row.document)));
  }

  /** Keeps the document of a revision; one that is kept stays as it is. */
  add(scene: string, revision: number, document: string, created: string): void {
    // Of two revisions in a save the earlier is there already, but for the first time: it is not packed again.
    if (this.db.prepare('SELECT 1 FROM versions WHERE scene = ? AND revision = ?').get(scene, revision)) return;
    this.db
      .prepare('INSERT INTO versions (scene, revision, document, created) VALUES (?, ?, ?, ?)')
      .run(scene, revision, packed(document), created);
    this.thin(scene);
  }

  /** Gives a version a name, or with an empty one takes it away; false where there is none. */
  rename(scene: string, revision: number, name: string): boolean {
    return (
      this.db.prepare('UPDATE versions SET name = ? WHERE scene = ? AND revision = ?').run(name, scene, revision)
        .changes === 1
    );
  }

  setPicture(scene: string, revision: number, png: Uint8Array): void {
    this.db.prepare('UPDATE versions SET picture = ? WHERE scene = ? AND revision = ?').run(png, scene, revision);
  }

  picture(scene: string, revision: number): Buffer | undefined {
    const row = this.db
      .prepare<
        [string, number],
        { picture: Buffer | null }
      >('SELECT picture FROM versions WHERE scene = ? AND revision = ?')
      .get(scene, revision);
    return row?.picture ?? undefined;
  }

  /** Forgets versions of scenes that are no longer there. */
  forgetOrphans(): void {
    this.db.prepare('DELETE FROM versions WHERE scene NOT IN (SELECT id FROM scenes)').run();
  }

  private thin(scene: string): void {
    const now = Date.now();
    if (now - (this.thinnedAt.get(scene) ?? 0) < THINNED_EVERY) return;
    this.thinnedAt.set(scene, now);
    const remove = this.db.prepare('DELETE FROM versions WHERE scene = ? AND revision = ?');
    for (const revision of thinned(this.list(scene), now)) remove.run(scene, revision);
  }
}
