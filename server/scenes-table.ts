import { randomUUID } from 'node:crypto';
import type { Scene } from '../core/scene/document';
import { sceneFrom } from '../formats/scene-file';
import type { SceneCard, StoredScene } from '../formats/stored-scene';
import type { Db } from './database';

const DAYS_TO_BRING_BACK = 7;

const now = () => new Date().toISOString();

/** The scenes that are kept; every method is one transaction. */
export class ScenesTable {
  constructor(private readonly db: Db) {}

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

  add(scene: Scene): StoredScene {
    const id = randomUUID();
    const time = now();
    this.db
      .prepare('INSERT INTO scenes (id, name, document, created, changed) VALUES (?, ?, ?, ?, ?)')
      .run(id, scene.name, JSON.stringify(scene), time, time);
    return { id, revision: 1, changed: time, scene };
  }

  /** Saves over exactly that revision; undefined where the scene is at another one, or gone. */
  save(id: string, revision: number, scene: Scene): { revision: number; changed: string } | undefined {
    const time = now();
    const { changes } = this.db
      .prepare(
        'UPDATE scenes SET name = ?, document = ?, revision = revision + 1, changed = ? WHERE id = ? AND revision = ? AND deleted IS NULL',
      )
      .run(scene.name, JSON.stringify(scene), time, id, revision);
    return changes === 1 ? { revision: revision + 1, changed: time } : undefined;
  }

  /** Marks a scene as deleted, or takes that back; false where there is none. */
  setDeleted(id: string, deleted: boolean): boolean {
    return this.db.prepare('UPDATE scenes SET deleted = ? WHERE id = ?').run(deleted ? now() : null, id).changes === 1;
  }

  /** Forgets for good what was deleted some days ago. */
  forgetDeleted(): void {
    this.db.prepare(`DELETE FROM scenes WHERE deleted < strftime('%Y-%m-%dT%H:%M:%fZ', 'now', ?)`).run(`-${DAYS_TO_BRING_BACK} days`);
  }

  /** Keeps a picture drawn from a revision, unless there is one of a later revision. */
  setPicture(id: string, revision: number, png: Uint8Array): boolean {
    return (
      this.db
        .prepare(
          'UPDATE scenes SET picture = ?, picture_revision = ? WHERE id = ? AND revision >= ? AND coalesce(picture_revision, 0) <= ?',
        )
        .run(png, revision, id, revision, revision).changes === 1
    );
  }

  picture(id: string): Buffer | undefined {
    return this.db.prepare<[string], { picture: Buffer | null }>('SELECT picture FROM scenes WHERE id = ?').get(id)?.picture ?? undefined;
  }

  isEmpty(): boolean {
    return this.db.prepare('SELECT 1 FROM scenes LIMIT 1').get() === undefined;
  }
}
