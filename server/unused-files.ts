import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from './data-file';
import { unpacked } from './versions-table';

/** Days for which a file stays that nobody refers to any more: an undo may ask for it again. */
const GRACE_DAYS = 7;
const DAY = 86_400_000;

/** A kept file that no scene, version, bake, recipe or page of the logbook refers to. */
export interface UnusedFile {
  readonly sort: 'image' | 'mesh' | 'grid' | 'folder of a bake';
  /** Its content hash, or the id of the bake. */
  readonly name: string;
  readonly bytes: number;
}

const TABLES = { image: ['images', 'png'], mesh: ['meshes', 'glb'], grid: ['grids', 'vti'] } as const;

const HASH = /[0-9a-f]{64}/g;

/** Every content hash that stands in a document of any kind; one too many keeps a file too many, and loses none. */
function hashesInUse(db: Db): Set<string> {
  const found = new Set<string>();
  const look = (text: string) => {
    for (const [hash] of text.matchAll(HASH)) found.add(hash);
  };
  for (const [table, column] of [
    ['scenes', 'document'],
    ['bakes', 'document'],
    ['logbook', 'document'],
    ['recipes', 'document'],
    ['set_aside', 'content'],
  ] as const)
    for (const { text } of db.prepare<[], { text: string }>(`SELECT ${column} AS text FROM ${table}`).iterate())
      look(text);
  for (const { document } of db.prepare<[], { document: Buffer }>('SELECT document FROM versions').iterate())
    look(unpacked(document));
  return found;
}

/** Files that nobody has referred to, and that are older than a week. */
export function unusedFiles(db: Db, bakesFolder: string, now = Date.now()): UnusedFile[] {
  const used = hashesInUse(db);
  const before = new Date(now - GRACE_DAYS * DAY).toISOString();
  const kept = (['image', 'mesh', 'grid'] as const).flatMap((sort) => {
    const [table, column] = TABLES[sort];
    return db
      .prepare<[string], { name: string; bytes: number }>(
        `SELECT hash AS name, length(${column}) AS bytes FROM ${table} WHERE created < ?`,
      )
      .all(before)
      .filter(({ name }) => !used.has(name))
      .map((file): UnusedFile => ({ ...file, sort }));
  });
  return [...kept, ...foldersWithoutBake(db, bakesFolder, now)];
}

function foldersWithoutBake(db: Db, bakesFolder: string, now: number): UnusedFile[] {
  const ids = new Set(
    db
      .prepare<[], { id: string }>('SELECT id FROM bakes')
      .all()
      .map(({ id }) => id),
  );
  let names: string[];
  try {
    names = readdirSync(bakesFolder);
  } catch {
    return [];
  }
  return names.flatMap((name): UnusedFile[] => {
    const path = join(bakesFolder, name);
    const { mtimeMs } = statSync(path);
    if (ids.has(name) || now - mtimeMs < GRACE_DAYS * DAY) return [];
    const bytes = readdirSync(path).reduce((sum, file) => sum + statSync(join(path, file)).size, 0);
    return [{ sort: 'folder of a bake', name, bytes }];
  });
}

/** Takes the files away that {@link unusedFiles} lists, and says which. */
export function removeUnusedFiles(db: Db, bakesFolder: string, now = Date.now()): UnusedFile[] {
  const unused = unusedFiles(db, bakesFolder, now);
  db.transaction(() => {
    for (const { sort, name } of unused)
      if (sort !== 'folder of a bake') db.prepare(`DELETE FROM ${TABLES[sort][0]} WHERE hash = ?`).run(name);
  })();
  for (const { sort, name } of unused)
    if (sort === 'folder of a bake') rmSync(join(bakesFolder, name), { recursive: true, force: true });
  return unused;
}
