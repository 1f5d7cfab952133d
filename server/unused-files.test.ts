import { completeImage } from '../core/scene/read';
import { existsSync, mkdirSync, mkdtempSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { newScene } from '../core/scene/starters';
import { openDatabase } from './database';
import { FilesTable } from './files-table';
import { ImagesTable } from './images-table';
import { ScenesTable } from './scenes-table';
import { removeUnusedFiles, unusedFiles } from './unused-files';

const hash = (digit: string) => digit.repeat(64);

it('files that no scene, version, bake or page names go after a week; whatever is named anywhere stays', () => {
  const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  const bakes = join(folder, 'bakes');
  const db = openDatabase(folder);
  const images = new ImagesTable(db);
  const meshes = new FilesTable(db, 'meshes');
  const scenes = new ScenesTable(db);
  for (const digit of ['1', '2', '3', '4', '5']) images.add(hash(digit), new Uint8Array(10), 1, 1);
  meshes.add(hash('a'), new Uint8Array(30));
  const image = (digit: string) => completeImage({ hash: hash(digit), name: 'I', width: 1, height: 1 });
  const scene = newScene('Files');
  // 1 stands in the scene, 2 in a version of it, 3 in a bake, 4 on a page; 5 and the mesh nowhere.
  const { id } = scenes.add({ ...scene, images: [image('2')] });
  scenes.save(id, 1, { ...scene, images: [image('1')] });
  db.prepare(
    `INSERT INTO bakes (id, document, scene, key, engine, first, last, done, state, created) VALUES ('kept', ?, 'S', 'k', 1, 0, 9, 9, 'done', 'x')`,
  ).run(JSON.stringify({ images: [image('3')] }));
  db.prepare(
    `INSERT INTO logbook (id, scene, scene_name, sort, title, document, created) VALUES ('l', 's', 'S', 'trial', 'Page', ?, 'x')`,
  ).run(JSON.stringify({ image: hash('4') }));
  for (const name of ['kept', 'gone']) {
    mkdirSync(join(bakes, name), { recursive: true });
    writeFileSync(join(bakes, name, 'frame'), 'xyz');
    utimesSync(join(bakes, name), 0, 0);
  }
  const later = Date.now() + 8 * 86_400_000;
  const expected = [
    { sort: 'image', name: hash('5'), bytes: 10 },
    { sort: 'mesh', name: hash('a'), bytes: 30 },
  ];
  const orphan = { sort: 'folder of a bake', name: 'gone', bytes: 3 };
  expect(unusedFiles(db, bakes)).toEqual([orphan]);
  expect(unusedFiles(db, bakes, later)).toEqual([...expected, orphan]);
  expect(images.find(hash('5'))).toBeDefined();
  expect(removeUnusedFiles(db, bakes, later)).toEqual([...expected, orphan]);
  expect(unusedFiles(db, bakes, later)).toEqual([]);
  expect(['1', '2', '3', '4', '5'].map((digit) => images.find(hash(digit)) !== undefined)).toEqual([
    true,
    true,
    true,
    true,
    false,
  ]);
  expect([existsSync(join(bakes, 'kept')), existsSync(join(bakes, 'gone'))]).toEqual([true, false]);
  db.close();
});
