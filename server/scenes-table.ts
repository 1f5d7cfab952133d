import { randomUUID } from 'node:crypto';
import type { Scene } from '../core/document/scene';
import { sceneFrom } from '../formats/scene-file';
import type { SceneCard, SceneNews, StoredScene } from '../formats/stored-scene';
import type { Db } from './data-file';
import { PICTURE_SORTS, type PictureSort, type ScenePictures } from './pictures';
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
        `SELECT id, name, revision, changed, length(document) AS bytes,
           picture_revision AS pictureRevision, opening_revision AS openingRevision
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

  /** Adds a scene, with those pictures of it that there are. */
  add(scene: Scene, pictures: ScenePictures = {}): StoredScene {
    const id = randomUUID();
    const time = now();
    this.db
      .prepare('INSERT INTO scenes (id, name, document, created, changed) VALUES (?, ?, ?, ?, ?)')
      .run(id, scene.name, JSON.stringify(scene), time, time);
    for (const sort of PICTURE_SORTS) {
      const bytes = pictures[sort];
      if (bytes) this.setPicture(sort, id, 1, bytes);
    }
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
  setPicture(sort: PictureSort, id: string, revision: number, bytes: Uint8Array): boolean {
    if (sort === 'picture') this.versions.setPicture(id, revision, bytes);
    const sql = `UPDATE scenes SET ${sort} = ?, ${sort}_revision = ?
      WHERE id = ? AND revision >= ? AND coalesce(${sort}_revision, 0) <= ?`;
    return this.db.prepare(sql).run(bytes, revision, id, revision, revision).changes === 1;
  }

  /** The picture of a scene, also where the scene has changed since it was drawn. */
  picture(id: string): Buffer | undefined {
    const sql = 'SELECT picture FROM scenes WHERE id = ?';
    return this.db.prepare<[string], { picture: Buffer | null }>(sql).get(id)?.picture ?? undefined;
  }

  /** A picture of a scene, unless the scene has changed since it was drawn. */
  currentPicture(sort: PictureSort, id: string): Buffer | undefined {
    const sql = `SELECT ${sort} AS bytes FROM scenes WHERE id = ? AND ${sort}_revision = revision`;
    return this.db.prepare<[string], { bytes: Buffer | null }>(sql).get(id)?.bytes ?? undefined;
  }

  /** The pictures of a scene, without those that were drawn before its last change. */
  currentPictures(id: string): ScenePictures {
    return { picture: this.currentPicture('picture', id), opening: this.currentPicture('opening', id) };
  }

  isEmpty(): boolean {
    return this.db.prepare('SELECT 1 FROM scenes LIMIT 1').get() === undefined;
  }
}
