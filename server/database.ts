import Database from 'better-sqlite3';
import { accessSync, chmodSync, constants, existsSync } from 'node:fs';
import { join } from 'node:path';
import { makeFolder } from '../engine/make-folder';
import { keepCopy } from './copies';
import { DATA_ENDS, DATA_FILE, type Db } from './data-file';
import { migrations } from './migrations';
import { isSound, salvage } from './salvage';
import { setBadRowsAside } from './set-aside';
import { codeOf, messageOf } from '../core/lib/errors';

/** A data folder that can't be used, in a sentence for the person who started the program. */
export class DataFolderError extends Error {}

/** Only the account that runs the program may read the folder. */
function keepPrivate(folder: string): void {
  chmodSync(folder, 0o700);
  for (const end of DATA_ENDS) {
    const path = join(folder, DATA_FILE + end);
    if (existsSync(path)) chmodSync(path, 0o600);
  }
}

/** Opens a data file and takes the exclusive lock. */
function opened(path: string): Db {
  const db = new Database(path, { timeout: 500 });
  try {
    db.pragma('locking_mode = EXCLUSIVE');
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    // The lock is taken now, not at the first write, so that a second process learns of it at once.
    db.transaction(() => db.pragma('user_version', { simple: true })).immediate();
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

const isDamage = (error: unknown) => codeOf(error).startsWith('SQLITE_CORRUPT');

/** The data file in any state: a damaged one is put together anew from every row that can be read. */
function openedSound(path: string, tell: (sentence: string) => void): Db {
  let db: Db | undefined;
  try {
    db = opened(path);
    if (isSound(db)) return db;
  } catch (error) {
    if (!isDamage(error)) throw error;
  }
  db?.close();
  salvage(path, tell);
  return opened(path);
}

/**
 * Opens the data file of a folder, made if need be, and brings it up to date. The exclusive lock is held until it is
 * closed or the process ends, however it ends. A damaged file is put together anew, rows that can't be read are set
 * aside, and a copy of the sound file is kept; `tell` hears of everything that a person should know. Throws {@link
 * DataFolderError} where SQLite can't open the file at all.
 */
export function openDatabase(folder: string, tell: (sentence: string) => void = () => undefined): Db {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
    keepPrivate(folder);
  } catch (error) {
    throw new DataFolderError(
      `The data folder “${folder}” can’t be written to (${codeOf(error) || String(error)}). Choose another with --data DIR.`,
    );
  }
  let db: Db | undefined;
  try {
    const path = join(folder, DATA_FILE);
    db = openedSound(path, tell);
    migrate(db, folder);
    setBadRowsAside(db, tell);
    keepPrivate(folder);
    keepCopy(db, folder, tell);
    return db;
  } catch (error) {
    db?.close();
    if (error instanceof DataFolderError) throw error;
    const code = codeOf(error);
    if (code.startsWith('SQLITE_BUSY'))
      throw new DataFolderError(
        `The data folder “${folder}” is in use by another Bathyclast. Close that one, or choose another folder with --data DIR.`,
      );
    if (code === 'SQLITE_NOTADB')
      throw new DataFolderError(
        `The data file in “${folder}” is no data file of Bathyclast. Move ${DATA_FILE} elsewhere, or put one of the copies in “copies” in its place.`,
      );
    if (code === 'SQLITE_FULL' || code === 'ENOSPC')
      throw new DataFolderError(
        `There is no room left where the data folder “${folder}” is. Free some space and start again.`,
      );
    throw new DataFolderError(`The data file in “${folder}” can’t be opened (${code || messageOf(error)}).`);
  }
}

function migrate(db: Db, folder: string): void {
  const version = Number(db.pragma('user_version', { simple: true }));
  if (version > migrations.length)
    throw new DataFolderError(
      `The data file in “${folder}” is of version ${version}, made by a newer Bathyclast; this one reads up to ${migrations.length}.`,
    );
  if (version === migrations.length) return;
  db.transaction(() => {
    for (let next = version; next < migrations.length; next++) db.exec(migrations[next]!);
    db.pragma(`user_version = ${migrations.length}`);
  }).immediate();
}
