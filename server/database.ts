import Database from 'better-sqlite3';
import { accessSync, constants } from 'node:fs';
import { join } from 'node:path';
import { makeFolder } from '../engine/make-folder';
import { migrations } from './migrations';

/** A data folder that can't be used, in a sentence for the person who started the program. */
export class DataFolderError extends Error {}

export type Db = Database.Database;

/**
 * Opens the data file of a folder, made if need be, and brings it up to date. The exclusive lock is held until it is
 * closed or the process ends, however it ends. Throws {@link DataFolderError}.
 */
export function openDatabase(folder: string): Db {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
  } catch (error) {
    throw new DataFolderError(
      `The data folder “${folder}” can’t be written to (${(error as NodeJS.ErrnoException).code ?? String(error)}). Choose another with --data DIR.`,
    );
  }
  let db: Db | undefined;
  try {
    db = new Database(join(folder, 'bathyclast.db'), { timeout: 500 });
    db.pragma('locking_mode = EXCLUSIVE');
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    migrate(db, folder);
    return db;
  } catch (error) {
    db?.close();
    if (error instanceof DataFolderError) throw error;
    const code = (error as { code?: string }).code ?? '';
    if (code.startsWith('SQLITE_BUSY'))
      throw new DataFolderError(
        `The data folder “${folder}” is in use by another Bathyclast. Close that one, or choose another folder with --data DIR.`,
      );
    if (code === 'SQLITE_NOTADB' || code === 'SQLITE_CORRUPT')
      throw new DataFolderError(`The data file in “${folder}” is damaged or no data file of Bathyclast.`);
    throw new DataFolderError(`The data file in “${folder}” can’t be opened (${code || String(error)}).`);
  }
}

function migrate(db: Db, folder: string): void {
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version > migrations.length)
    throw new DataFolderError(
      `The data file in “${folder}” is of version ${version}, made by a newer Bathyclast; this one reads up to ${migrations.length}.`,
    );
  // Taking the lock now, not at the first write, is what tells a second process at once.
  db.transaction(() => {
    for (let next = version; next < migrations.length; next++) db.exec(migrations[next]!);
    db.pragma(`user_version = ${migrations.length}`);
  }).immediate();
}
