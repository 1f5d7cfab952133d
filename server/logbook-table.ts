import { randomUUID } from 'node:crypto';
import type { LogEntry } from '../formats/log-entry';
import type { Db } from './data-file';

interface Row extends Omit<LogEntry, 'tags' | 'document' | 'pictured'> {
  readonly tags: string;
  readonly document: string;
  readonly pictured: number;
}

const COLUMNS =
  'id, scene, scene_name AS sceneName, sort, title, note, tags, document, picture IS NOT NULL AS pictured, created';

const entryOf = (row: Row): LogEntry => ({
  ...row,
  tags: JSON.parse(row.tags),
  document: JSON.parse(row.document) as unknown,
  pictured: row.pictured === 1,
});

/** Kept trials and soundings; every method is one transaction. */
export class LogbookTable {
  constructor(private readonly db: Db) {}

  /** The newest first; of one sort or one scene, where they are given. */
  list(sort: string | undefined, scene: string | undefined): LogEntry[] {
    return this.db
      .prepare<[Record<string, string | null>], Row>(
        `SELECT ${COLUMNS} FROM logbook WHERE (@sort IS NULL OR sort = @sort) AND (@scene IS NULL OR scene = @scene)
         ORDER BY created DESC, rowid DESC`,
      )
      .all({ sort: sort ?? null, scene: scene ?? null })
      .map(entryOf);
  }

  find(id: string): LogEntry | undefined {
    const row = this.db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM logbook WHERE id = ?`).get(id);
    return row && entryOf(row);
  }

  add(entry: Omit<LogEntry, 'id' | 'created' | 'pictured'>, picture: Buffer | undefined): LogEntry {
    const id = randomUUID();
    this.db
      .prepare(
        `INSERT INTO logbook (id, scene, scene_name, sort, title, note, tags, document, picture, created) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      )
      .run(
        id,
        entry.scene,
        entry.sceneName,
        entry.sort,
        entry.title,
        entry.note,
        JSON.stringify(entry.tags),
        JSON.stringify(entry.document),
        picture ?? null,
        new Date().toISOString(),
      );
    return this.find(id)!;
  }

  /** Changes what is written beside an entry. */
  describe(id: string, { title, note, tags }: Pick<LogEntry, 'title' | 'note' | 'tags'>): void {
    this.db
      .prepare('UPDATE logbook SET title = ?, note = ?, tags = ? WHERE id = ?')
      .run(title, note, JSON.stringify(tags), id);
  }

  remove(id: string): void {
    this.db.prepare('DELETE FROM logbook WHERE id = ?').run(id);
  }

  picture(id: string): Buffer | undefined {
    return (
      this.db.prepare<[string], { picture: Buffer | null }>('SELECT picture FROM logbook WHERE id = ?').get(id)
        ?.picture ?? undefined
    );
  }
}
