import Database from 'better-sqlite3';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { openDatabase } from './database';
import { ScenesTable } from './scenes-table';
import { newScene } from '../core/scene/starters';

const folder = () => mkdtempSync(join(tmpdir(), 'bathyclast-'));

describe('the data folder', () => {
  it('is made with its parents, and syncs every commit to the disk', () => {
    const db = openDatabase(join(folder(), 'a', 'b'));
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(db.pragma('synchronous', { simple: true })).toBe(2);
    db.close();
  });

  it('is held by one process; a second is told so', () => {
    const path = folder();
    const db = openDatabase(path);
    const second = execFileSync(
      process.execPath,
      [
        '-e',
        `
      const db = new (require('better-sqlite3'))(${JSON.stringify(join(path, 'bathyclast.db'))}, { timeout: 100 });
      try { db.pragma('user_version = 9'); console.log('written'); } catch (error) { console.log(error.code); }
    `,
      ],
      { cwd: join(import.meta.dirname, '..'), encoding: 'utf8' },
    );
    expect(second.trim()).toMatch(/^SQLITE_BUSY/);
    db.close();
  });

  it('of a newer version, damaged, or unwritable is refused in a sentence', () => {
    const newer = folder();
    const db = new Database(join(newer, 'bathyclast.db'));
    db.pragma('user_version = 99');
    db.close();
    expect(() => openDatabase(newer)).toThrow(/of version 99, made by a newer Bathyclast; this one reads up to 8/);
    const damaged = folder();
    writeFileSync(
      join(damaged, 'bathyclast.db'),
      'this is no database, but long enough to be taken for one'.repeat(100),
    );
    expect(() => openDatabase(damaged)).toThrow(/is no data file of Bathyclast/);
    const file = join(folder(), 'file');
    writeFileSync(file, '');
    expect(() => openDatabase(join(file, 'data'))).toThrow(/can’t be written to/);
  });
});

it('deleted scenes are kept for a week, then forgotten', () => {
  const db = openDatabase(folder());
  const scenes = new ScenesTable(db);
  const [old, young] = [scenes.add(newScene('Old')), scenes.add(newScene('Young'))];
  scenes.setDeleted(old.id, true);
  scenes.setDeleted(young.id, true);
  db.prepare('UPDATE scenes SET deleted = ? WHERE id = ?').run('2001-01-01T00:00:00.000Z', old.id);
  scenes.forgetDeleted();
  expect(scenes.setDeleted(old.id, false)).toBe(false);
  expect(scenes.setDeleted(young.id, false)).toBe(true);
  db.close();
});
