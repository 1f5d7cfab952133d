import type { Db } from './data-file';
import { unpacked } from './versions-table';

/** Columns that must hold JSON, by table, with the column that names a row to a person. */
const JSON_COLUMNS = {
  scenes: { columns: ['document'], name: 'name', noun: 'scene' },
  bakes: { columns: ['document'], name: 'scene', noun: 'bake of' },
  logbook: { columns: ['document', 'tags'], name: 'title', noun: 'page of the logbook' },
  recipes: { columns: ['document', 'tags', 'about'], name: 'name', noun: 'recipe' },
} as const;

/** A scene's last version that holds JSON, or undefined. */
function lastVersion(db: Db, scene: string): string | undefined {
  const versions = db
    .prepare<[string], { document: Buffer }>('SELECT document FROM versions WHERE scene = ? ORDER BY revision DESC')
    .iterate(scene);
  for (const { document } of versions) {
    try {
      const text = unpacked(document);
      JSON.parse(text);
      return text;
    } catch {
      // The one before it may be whole.
    }
  }
  return undefined;
}

/** Puts a row into the table of those that are set aside, without its blobs, and takes it out of its own. */
function setAside(db: Db, table: string, row: Record<string, unknown>, reason: string): void {
  const content = JSON.stringify(row, (_name, value: unknown) =>
    value !== null && typeof value === 'object' && (value as { type?: string }).type === 'Buffer' ? null : value,
  );
  db.prepare('INSERT INTO set_aside (source, reason, content, created) VALUES (?, ?, ?, ?)').run(
    table,
    reason,
    content,
    new Date().toISOString(),
  );
  db.prepare(`DELETE FROM ${table} WHERE id = ?`).run(row['id']);
}

/**
 * Sets rows aside that could not be read: a scene takes the last of its versions instead, where there is one. They stay
 * in the table `set_aside`, and `tell` hears of each.
 */
export function setBadRowsAside(db: Db, tell: (sentence: string) => void): void {
  db.transaction(() => {
    for (const [table, { columns, name, noun }] of Object.entries(JSON_COLUMNS)) {
      const bad = columns.map((column) => `json_valid(${column}) = 0`).join(' OR ');
      for (const row of db.prepare<[], Record<string, unknown>>(`SELECT * FROM ${table} WHERE ${bad}`).all()) {
        const title = `“${String(row[name])}”`;
        const version = table === 'scenes' ? lastVersion(db, String(row['id'])) : undefined;
        if (version !== undefined) {
          db.prepare('UPDATE scenes SET document = ?, revision = revision + 1 WHERE id = ?').run(version, row['id']);
          tell(`The scene ${title} could not be read. It is back at its last version.`);
        } else {
          setAside(db, table, row, 'its JSON is damaged');
          tell(`The ${noun} ${title} could not be read and is set aside.`);
        }
      }
    }
  })();
}
