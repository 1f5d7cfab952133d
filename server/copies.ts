import { closeSync, existsSync, openSync, readSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { makeFolder } from '../engine/make-folder';
import type { Db } from './data-file';
import { codeOf, messageOf } from '../core/lib/errors';

/** Copies that are kept; the first is the newest. */
const COPIES = 3;

const folderOf = (folder: string) => join(folder, 'copies');
const copyAt = (folder: string, n: number) => join(folderOf(folder), `bathyclast-${n}.db`);

/** The newest copy of a data file; undefined where there is none. */
export function newestCopy(folder: string): string | undefined {
  for (let n = 1; n <= COPIES; n++) if (existsSync(copyAt(folder, n))) return copyAt(folder, n);
  return undefined;
}

/** Bytes that are compared at a time. */
const CHUNK = 1 << 20;

/** Whether two files hold the same. */
function areAlike(a: string, b: string): boolean {
  if (statSync(a).size !== statSync(b).size) return false;
  const files = [openSync(a, 'r'), openSync(b, 'r')] as const;
  const chunks = [Buffer.alloc(CHUNK), Buffer.alloc(CHUNK)] as const;
  try {
    for (;;) {
      const [read] = files.map((file, i) => readSync(file, chunks[i]!));
      if (!chunks[0].equals(chunks[1])) return false;
      if (read === 0) return true;
    }
  } finally {
    files.forEach(closeSync);
  }
}

/**
 * Keeps a copy of a sound data file, the last three that differ. A copy that can't be made stops nothing; `tell` hears
 * of it.
 */
export function keepCopy(db: Db, folder: string, tell: (sentence: string) => void): void {
  const made = join(folderOf(folder), 'new.db');
  try {
    makeFolder(folderOf(folder));
    rmSync(made, { force: true });
    // By SQLite itself: a file that is opened and closed beside it would lose its lock (POSIX locks belong to the
    // process).
    db.prepare('VACUUM INTO ?').run(made);
    const last = newestCopy(folder);
    if (last !== undefined && areAlike(last, made)) return rmSync(made);
    for (let n = COPIES - 1; n >= 1; n--)
      if (existsSync(copyAt(folder, n))) renameSync(copyAt(folder, n), copyAt(folder, n + 1));
    renameSync(made, copyAt(folder, 1));
  } catch (error) {
    rmSync(made, { force: true });
    tell(`No copy of the data file could be made (${codeOf(error) || messageOf(error)}). Free some space on its disk.`);
  }
}
