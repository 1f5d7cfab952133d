import { randomUUID } from 'node:crypto';
import type { Scene } from '../core/document/scene';
import { sceneFrom } from '../formats/scene-file';
import type { SceneCard, SceneNews, StoredScene } from '../formats/stored-scene';
import type { Db } from './data-file';
import { VersionsTable } from './versions-table';

const DAYS_TO_BRING_BACK = 7;

const now = () => new Date().toISOString();

/** The scenes that are kept; every method is one transaction. */
export class ScenesTable {
  readonly versions: VersionsTable;
  private readonly listeners = new Set<(news: SceneNews) => void>();

  constructor(private readonly db: Db) {
    this.versions = new VersionsTable(db);
  }

  /** Calls the listener when a scene has changed; returns how to stop. */
  onChange(listener: (news: SceneNews) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  private tell(news: SceneNews): void {
    for (const listener of this.listeners) listener(news);
  }

  /** All that are not deleted, the last changed first. */
  list(): SceneCard[] {
    return this.db
      .prepare<[], SceneCard>(
        `SELECT id, name, revision, changed, length(document) AS bytes, picture_revision AS pictureRevision
         FROM scenes WHERE deleted IS NULL ORDER BY changed DESC, rowid`,
      )
      .all();
  }

  find(id: string): StoredScene | undefined {
    const row = this.db
      .prepare<
        [string],
        { revision: number; changed: string; document: string }
      >('SELECT revision, changed, document FROM scenes WHERE id = ? AND deleted IS NULL')
      .get(id);
    return row && { id, revision: row.revision, changed: row.changed, scene: sceneFrom(JSON.parse(row.document)) };
  }

  /** Whether there is a scene of that id, readable or not. */
  has(id: string): boolean {
    return this.db.prepare('SELECT 1 FROM scenes WHERE id = ? AND deleted IS NULL').get(id) !== undefined;
  }

  /** Adds a scene, with a picture of it where there is one. */
  add(scene: Scene, picture?: Uint8Array): StoredScene {
    const id = randomUUID();
    const time = now();
    this.db
      .prepare('INSERT INTO scenes (id, name, document, created, changed) VALUES (?, ?, ?, ?, ?)')
      .run(id, scene.name, JSON.stringify(scene), time, time);
    if (picture) this.setPicture(id, 1, picture);
    this.tell({ id, revision: 1 });
    return { id, revision: 1, changed: time, scene };
  }

  /** Saves over exactly that revision; undefined where the scene is at another one, or gone. */
  save(id: string, revision: number, scene: Scene): { revision: number; changed: string } | undefined {
    const time = now();
    const document = JSON.stringify(scene);
    const saved = this.db.transaction(() => {
      const before = this.db
        .prepare<
          [string, number],
          { document: string; changed: string }
        >('SELECT document, changed FROM scenes WHERE id = ? AND revision = ? AND deleted IS NULL')
        .get(id, revision);
      if (!before) return undefined;
      this.db
        .prepare('UPDATE scenes SET name = ?, document = ?, revision = revision + 1, changed = ? WHERE id = ?')
        .run(scene.name, document, time, id);
      this.versions.add(id, revision, before.document, before.changed);
      this.versions.add(id, revision + 1, document, time);
      return { revision: revision + 1, changed: time };
    })();
    if (saved) this.tell({ id, revision: saved.revision });
    return saved;
  }

  /** Marks a scene as deleted, or takes that back; false where there is none. */
  setDeleted(id: string, deleted: boolean): boolean {
    const { changes } = this.db.prepare('UPDATE scenes SET deleted = ? WHERE id = ?').run(deleted ? now() : null, id);
    const row = this.db.prepare<[string], { revision: number }>('SELECT revision FROM scenes WHERE id = ?').get(id);
    if (row) this.tell({ id, revision: deleted ? 0 : row.revision });
    return changes === 1;
  }

  /** Forgets for good what was deleted some days ago. */
  forgetDeleted(): void {
    this.db.transaction(() => {
      this.db
        .prepare(`DELETE FROM scenes WHERE deleted < strftime('%Y-%m-%dT%H:%M:%fZ', 'now', ?)`)
        .run(`-${DAYS_TO_BRING_BACK} days`);
      this.versions.forgetOrphans();
    })();
  }

  /** Keeps a picture drawn from a revision, unless there is one of a later revision. */
  setPicture(id: string, revision: number, png: Uint8Array): boolean {
    this.versions.setPicture(id, revision, png);
    return (
      this.db
        .prepare(
          'UPDATE scenes SET picture = ?, picture_revision = ? WHERE id = ? AND revision >= ? AND coalesce(picture_revision, 0) <= ?',
        )
        .run(png, revision, id, revision, revision).changes === 1
    );
  }

  picture(id: string): Buffer | undefined {
    return (
      this.db.prepare<[string], { picture: Buffer | null }>('SELECT picture FROM scenes WHERE id = ?').get(id)
        ?.picture ?? undefined
    );
  }

  /** The picture of a scene, unless the scene has changed since it was drawn. */
  currentPicture(id: string): Buffer | undefined {
    const sql = 'SELECT picture FROM scenes WHERE id = ? AND picture_revision = revision';
    return this.db.prepare<[string], { picture: Buffer | null }>(sql).get(id)?.picture ?? undefined;
  }

  isEmpty(): boolean {
    return this.db.prepare('SELECT 1 FROM scenes LIMIT 1').get() === undefined;
  }
}
