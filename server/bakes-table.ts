import { randomUUID } from 'node:crypto';
import type { Scene } from '../core/document/scene';
import type { BakeManifest } from '../engine/bake/manifest';
import type { StoredBake } from '../formats/stored-bake';
import type { Db } from './data-file';

const COLUMNS = 'id, scene, key, engine, first, last, done, bytes, state, message, created';

/** The bakes that were asked for; every method is one transaction. */
export class BakesTable {
  constructor(private readonly db: Db) {}

  /** The newest first. */
  list(): StoredBake[] {
    return this.db.prepare<[], StoredBake>(`SELECT ${COLUMNS} FROM bakes ORDER BY created DESC, rowid DESC`).all();
  }

  find(id: string): StoredBake | undefined {
    return this.db.prepare<[string], StoredBake>(`SELECT ${COLUMNS} FROM bakes WHERE id = ?`).get(id);
  }

  /** The bake of the same frames of the same state of a scene, by the same engine. */
  same({ key, engine, from, through }: BakeManifest): StoredBake | undefined {
    return this.db
      .prepare<
        [string, number, number, number],
        StoredBake
      >(`SELECT ${COLUMNS} FROM bakes WHERE key = ? AND engine = ? AND first = ? AND last = ?`)
      .get(key, engine, from, through);
  }

  /** The scene that a bake is of. */
  document(id: string): string | undefined {
    return this.db.prepare<[string], { document: string }>('SELECT document FROM bakes WHERE id = ?').get(id)?.document;
  }

  add(scene: Scene, { key, engine, from, through }: BakeManifest): StoredBake {
    const id = randomUUID();
    this.db
      .prepare(
        `INSERT INTO bakes (id, document, scene, key, engine, first, last, done, state, created) VALUES (?, ?, ?, ?, ?, ?, ?, ?, 'queued', ?)`,
      )
      .run(id, JSON.stringify(scene), scene.name, key, engine, from, through, from - 1, new Date().toISOString());
    return this.find(id)!;
  }

  setState(id: string, state: StoredBake['state'], message = ''): void {
    this.db.prepare('UPDATE bakes SET state = ?, message = ? WHERE id = ?').run(state, message, id);
  }

  setDone(id: string, done: number, bytes: number): void {
    this.db.prepare('UPDATE bakes SET done = ?, bytes = ? WHERE id = ?').run(done, bytes, id);
  }

  /** The one that has waited longest. */
  nextQueued(): StoredBake | undefined {
    return this.db
      .prepare<[], StoredBake>(`SELECT ${COLUMNS} FROM bakes WHERE state = 'queued' ORDER BY created, rowid LIMIT 1`)
      .get();
  }

  /** What was at work when the program ended waits again. */
  requeue(): void {
    this.db.prepare(`UPDATE bakes SET state = 'queued' WHERE state = 'running'`).run();
  }

  remove(id: string): void {
    this.db.prepare('DELETE FROM bakes WHERE id = ?').run(id);
  }
}
