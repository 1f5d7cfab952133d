import { counted } from '../core/lib/counted';
import Database from 'better-sqlite3';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import { newestCopy } from './copies';
import { DATA_ENDS } from './data-file';
import type { Db } from './data-file';
import { migrations } from './migrations';

/** Tables that each version of the data file has. */
function tablesOf(db: Db): string[] {
  return db
    .prepare<[], { name: string }>(`SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`)
    .all()
    .map(({ name }) => name);
}

const columnsOf = (db: Db, table: string): string[] =>
  db
    .prepare<[string], { name: string }>('SELECT name FROM pragma_table_info(?)')
    .all(table)
    .map(({ name }) => name);

/** An empty data file of a version, in memory: it shows which tables there are to be. */
function modelOf(version: number): Db {
  const db = new Database(':memory:');
  for (const migration of migrations.slice(0, version)) db.exec(migration);
  return db;
}

/** Whether SQLite finds no damage in a data file, and all tables of its version are there. */
export function isSound(db: Db): boolean {
  const version = Number(db.pragma('user_version', { simple: true }));
  // One of a newer program is none of ours to judge.
  if (version > migrations.length) return true;
  if (db.pragma('quick_check(1)', { simple: true }) !== 'ok') return false;
  const model = modelOf(version);
  const there = tablesOf(db);
  const whole = tablesOf(model).every((table) => there.includes(table));
  model.close();
  return whole;
}

/** Rows of a table that were taken over, and rows that were not. */
interface Taken {
  taken: number;
  lost: number;
}

/** Copies the rows of a table whose row ids lie in a range; a range that can't be read as a whole is read in halves. */
function copyRange(
  from: Db,
  to: Db,
  table: string,
  columns: readonly string[],
  [low, high]: readonly [number, number],
  count: Taken,
): void {
  const list = columns.join(', ');
  const insert = to.prepare(`INSERT OR IGNORE INTO ${table} (${list}) VALUES (${columns.map(() => '?').join(', ')})`);
  try {
    const rows = from
      .prepare<[number, number], unknown[]>(`SELECT ${list} FROM ${table} WHERE rowid BETWEEN ? AND ?`)
      .raw()
      .all(low, high);
    for (const row of rows) {
      try {
        count.taken += insert.run(...row).changes;
      } catch {
        count.lost++;
      }
    }
  } catch {
    if (low === high) return void count.lost++;
    const middle = Math.floor((low + high) / 2);
    copyRange(from, to, table, columns, [low, middle], count);
    copyRange(from, to, table, columns, [middle + 1, high], count);
  }
}

/** The last row id that might be in use, where even that can’t be read. */
const FAR = 1 << 20;

function copyTable(from: Db, to: Db, table: string): Taken {
  const count: Taken = { taken: 0, lost: 0 };
  let columns: string[];
  try {
    const own = columnsOf(from, table);
    columns = columnsOf(to, table).filter((name) => own.includes(name));
  } catch {
    return count;
  }
  if (columns.length === 0) return count;
  const end = (order: 'ASC' | 'DESC', otherwise: number): number => {
    try {
      return (
        from.prepare<[], { id: number }>(`SELECT rowid AS id FROM ${table} ORDER BY rowid ${order} LIMIT 1`).get()
          ?.id ?? -1
      );
    } catch {
      return otherwise;
    }
  };
  const [low, high] = [end('ASC', 1), end('DESC', FAR)];
  if (high >= 0) copyRange(from, to, table, columns, [Math.max(0, low), high], count);
  return count;
}

/**
 * Puts a damaged data file together anew from all that can still be read of it, and from the last sound copy where that
 * has scenes which can't. The damaged one is kept beside it. Source: row by row as “Recovering data from a corrupt
 * SQLite database” (sqlite.org) advises.
 */
export function salvage(path: string, tell: (sentence: string) => void): void {
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  const damaged = path.replace(/\.db$/, `-damaged-${stamp}.db`);
  for (const end of DATA_ENDS) if (existsSync(path + end)) renameSync(path + end, damaged + end);
  const made = `${path}.new`;
  for (const end of DATA_ENDS) rmSync(made + end, { force: true });
  const to = new Database(made);
  to.pragma('journal_mode = DELETE');
  for (const migration of migrations) to.exec(migration);
  to.pragma(`user_version = ${migrations.length}`);
  const from = new Database(damaged);
  const counts = new Map<string, Taken>();
  to.transaction(() => {
    for (const table of tablesOf(to)) counts.set(table, copyTable(from, to, table));
  })();
  from.close();
  const fromCopy = takeFromCopy(dirname(path), to);
  to.close();
  renameSync(made, path);
  const lost = [...counts.values()].reduce((sum, one) => sum + one.lost, 0);
  const scenes = counts.get('scenes')?.taken ?? 0;
  tell(
    `The data file was damaged. ${counted(scenes, 'scene')} could be read${fromCopy > 0 ? `, and ${counted(fromCopy, 'scene')} came from the last copy` : ''}${lost > 0 ? `; ${counted(lost, 'row')} could not` : ''}. The damaged file is kept as ${basename(damaged)}.`,
  );
}

/**
 * Takes from the last sound copy the scenes that are not there, with their versions and all kept files; says how many
 * scenes.
 */
function takeFromCopy(folder: string, to: Db): number {
  const copy = newestCopy(folder);
  if (!copy) return 0;
  const from = new Database(copy, { readonly: true });
  try {
    let scenes = 0;
    to.transaction(() => {
      for (const table of ['scenes', 'versions', 'images', 'meshes', 'grids', 'logbook', 'recipes']) {
        const { taken } = copyTable(from, to, table);
        if (table === 'scenes') scenes = taken;
      }
    })();
    return scenes;
  } finally {
    from.close();
  }
}
