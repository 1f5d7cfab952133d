import Database from 'better-sqlite3';
import { chmodSync, mkdtempSync, openSync, readdirSync, statSync, writeSync, closeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { newScene } from '../core/scene/starters';
import { DATA_FILE } from './data-file';
import { openDatabase } from './database';
import { ScenesTable } from './scenes-table';
import { packed } from './versions-table';

let folder: string;
let told: string[];
const open = () => openDatabase(folder, (sentence) => told.push(sentence));

/** A data folder with so many scenes, closed. */
function filled(scenes: number): string[] {
  const db = open();
  const table = new ScenesTable(db);
  const ids = Array.from({ length: scenes }, (_, i) => table.add({ ...newScene(`Scene ${i}`), seed: i }).id);
  db.close();
  return ids;
}

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  told = [];
});

describe('a data file that is damaged', () => {
  it('in a page: the server starts, everything else is there, and the damaged file is kept', () => {
    filled(40);
    const path = join(folder, DATA_FILE);
    const pages = statSync(path).size / 4096;
    const file = openSync(path, 'r+');
    // A page in the middle: one of the table of scenes.
    writeSync(file, Buffer.alloc(4096, 0xa5), 0, 4096, Math.floor(pages / 2) * 4096);
    closeSync(file);
    const db = open();
    expect(told.join(' ')).toMatch(
      /The data file was damaged\. \d+ scenes could be read.* kept as bathyclast-damaged-/,
    );
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    // No copy holds the damaged rows here: the first start had nothing to copy.
    expect(new ScenesTable(db).list().length).toBeGreaterThanOrEqual(36);
    db.close();
    expect(readdirSync(folder).some((name) => name.startsWith('bathyclast-damaged-'))).toBe(true);
  });

  it('in a page: scenes that can’t be read come from the last copy', () => {
    const ids = filled(40);
    open().close();
    const path = join(folder, DATA_FILE);
    const file = openSync(path, 'r+');
    for (const page of [3, 9, 15, 21]) writeSync(file, Buffer.alloc(4096, 0xa5), 0, 4096, page * 4096);
    closeSync(file);
    const db = open();
    const table = new ScenesTable(db);
    expect(ids.map((id) => table.find(id)?.scene.seed)).toEqual(ids.map((_, i) => i));
    db.close();
  });

  it('without tables: it starts with all of them', () => {
    const db = new Database(join(folder, DATA_FILE));
    db.exec('CREATE TABLE other (a)');
    db.pragma('user_version = 5');
    db.close();
    const mended = open();
    expect(new ScenesTable(mended).list()).toEqual([]);
    expect(told).toHaveLength(1);
    mended.close();
  });
});

describe('a row that can’t be read', () => {
  it('is set aside, and each is mentioned; a scene takes its last version', () => {
    const [versioned, plain] = filled(2);
    const db = open();
    const scene = { ...newScene('Scene 0'), seed: 77 };
    db.prepare('INSERT INTO versions (scene, revision, document, created) VALUES (?, 1, ?, ?)').run(
      versioned,
      packed(JSON.stringify(scene)),
      'x',
    );
    db.prepare(`UPDATE scenes SET document = '{"half'`).run();
    db.prepare(
      `INSERT INTO bakes (id, document, scene, key, engine, first, last, done, state, created) VALUES ('b', 'no JSON', 'Scene 0', 'k', 1, 0, 9, -1, 'queued', 'x')`,
    ).run();
    db.prepare(
      `INSERT INTO logbook (id, scene, scene_name, sort, title, tags, document, created) VALUES ('l', 's', 'S', 'trial', 'Page', '[', '{}', 'x')`,
    ).run();
    db.close();
    const again = open();
    const table = new ScenesTable(again);
    expect(table.list().map(({ id }) => id)).toEqual([versioned]);
    expect(table.find(versioned!)?.scene.seed).toBe(77);
    const aside = again
      .prepare<[], { source: string; content: string }>('SELECT source, content FROM set_aside ORDER BY id')
      .all();
    expect(aside.map(({ source }) => source)).toEqual(['scenes', 'bakes', 'logbook']);
    expect(JSON.parse(aside[0]!.content)).toMatchObject({ id: plain, document: '{"half' });
    expect(told).toEqual([
      'The scene “Scene 0” could not be read. It is back at its last version.',
      'The scene “Scene 1” could not be read and is set aside.',
      'The bake of “Scene 0” could not be read and is set aside.',
      'The page of the logbook “Page” could not be read and is set aside.',
    ]);
    again.close();
  });
});

describe('copies', () => {
  const copies = () => readdirSync(join(folder, 'copies')).toSorted();

  it('are made at the start where something has changed, and the last three are kept', () => {
    for (let i = 0; i < 5; i++) filled(1);
    open().close();
    expect(copies()).toEqual(['bathyclast-1.db', 'bathyclast-2.db', 'bathyclast-3.db']);
    const counts = copies().map((name) => {
      const copy = new Database(join(folder, 'copies', name), { readonly: true });
      const { n } = copy.prepare<[], { n: number }>('SELECT count(*) AS n FROM scenes').get()!;
      copy.close();
      return n;
    });
    expect(counts).toEqual([5, 4, 3]);
    const { mtimeMs } = statSync(join(folder, 'copies', 'bathyclast-1.db'));
    open().close();
    expect(statSync(join(folder, 'copies', 'bathyclast-1.db')).mtimeMs).toBe(mtimeMs);
  });
});

it('only the account that runs the program can read the folder, also one that was made before', () => {
  chmodSync(folder, 0o755);
  open().close();
  expect(statSync(folder).mode & 0o777).toBe(0o700);
  expect(statSync(join(folder, DATA_FILE)).mode & 0o777).toBe(0o600);
});
