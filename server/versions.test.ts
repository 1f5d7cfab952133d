import pino from 'pino';
import request from 'supertest';
import * as fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from './app';
import { openDatabase } from './database';
import { type Db } from './data-file';
import { thinned } from './thinned';

const HOST = 'localhost:4173';
const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
let db: Db;
let app: ReturnType<typeof createApp>;

beforeAll(() => {
  db = openDatabase(folder);
  app = createApp({ db, webRoot: folder, log: pino({ level: 'silent' }), bakesFolder: join(folder, 'bakes') });
});
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

const call = (method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, body?: unknown) => {
  const made = request(app)[method](`/api${path}`).set('Host', HOST).set('Origin', `http://${HOST}`);
  return body === undefined ? made : made.set('Content-Type', 'application/json').send(JSON.stringify(body));
};

describe('versions of a scene', () => {
  it('every save is kept; one is looked at, named, opened as a copy, and has the picture of its revision', async () => {
    const { id, scene } = (await call('post', '/scenes', { name: 'Versions' })).body;
    for (const seed of [2, 3, 4])
      await call('put', `/scenes/${id}`, { scene: { ...scene, seed } }).set('If-Match', `"${seed - 1}"`);
    const list = async () =>
      (await call('get', `/scenes/${id}/versions`)).body.versions as { revision: number; name: string }[];
    expect((await list()).map(({ revision }) => revision)).toEqual([4, 3, 2, 1]);
    expect((await call('get', `/scenes/${id}/versions/2`)).body.scene.seed).toBe(2);
    expect((await call('get', `/scenes/${id}/versions/1`)).body.scene).toEqual(scene);
    expect((await call('patch', `/scenes/${id}/versions/2`, { name: 'before the gale' })).status).toBe(204);
    expect((await list())[2]).toMatchObject({ revision: 2, name: 'before the gale', pictured: false });
    const copy = await call('post', '/scenes', { copyOf: id, version: 3 });
    expect([copy.body.scene.seed, copy.body.scene.name]).toEqual([3, 'Versions copy']);
    const png = PNG.sync.write(new PNG({ width: 2, height: 2 }));
    await call('post', `/scenes/${id}/picture`).field('about', '{"revision":4}').attach('file', png, 'p.png');
    expect((await call('get', `/scenes/${id}/versions/4/picture`)).headers['content-type']).toBe('image/png');
    expect((await call('get', `/scenes/${id}/versions/3/picture`)).status).toBe(404);
    for (const path of ['9', '-1', 'x', '1e99'])
      expect((await call('get', `/scenes/${id}/versions/${path}`)).status).toBe(404);
  });

  it('are there for a scene that can’t be read itself, and one of them is opened as a copy', async () => {
    const { id, scene } = (await call('post', '/scenes', { name: 'Broken' })).body;
    await call('put', `/scenes/${id}`, { scene: { ...scene, seed: 12 } }).set('If-Match', '"1"');
    db.prepare('UPDATE scenes SET document = ? WHERE id = ?').run(JSON.stringify({ ...scene, seed: 'x' }), id);
    const refused = await call('get', `/scenes/${id}`);
    expect([refused.status, refused.body.faults[0].field]).toEqual([422, 'seed']);
    expect((await call('get', `/scenes/${id}/versions`)).body.versions).toHaveLength(2);
    expect((await call('post', '/scenes', { copyOf: id, version: 2 })).body.scene.seed).toBe(12);
    expect((await call('get', '/scenes/none/versions')).status).toBe(404);
  });

  it('of a scene that was changed before versions were kept, the first is the one before the next save', async () => {
    const { id, scene } = (await call('post', '/scenes', { name: 'Old' })).body;
    await call('put', `/scenes/${id}`, { scene: { ...scene, seed: 9 } }).set('If-Match', '"1"');
    expect((await call('get', `/scenes/${id}/versions/1`)).body.scene.seed).toBe(scene.seed);
  });
});

describe('thinning', () => {
  const now = Date.parse('2026-06-15T12:00:00Z');
  const ago = (minutes: number, revision: number, name = '') => ({
    revision,
    name,
    created: new Date(now - minutes * 60_000).toISOString(),
  });

  it('keeps all of the last hour, the last of each hour of a day, the last of each day before, and names for ever', () => {
    const list = [
      ago(1, 20),
      ago(59, 19),
      ago(70, 18),
      ago(80, 17),
      ago(110, 16, 'named'),
      ago(130, 15),
      ago(60 * 30, 14),
      ago(60 * 31, 13),
      ago(60 * 24 * 90, 12),
      ago(60 * 24 * 90 + 5, 11),
    ];
    expect(thinned(list, now)).toEqual([17, 13, 11]);
  });

  it('done again drops nothing more (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(60 * 24 * 40), { maxLength: 60 }), (minutes) => {
        const list = minutes.toSorted((a, b) => b - a).map((m, i) => ago(m, i + 1));
        const gone = new Set(thinned(list, now));
        const left = list.filter(({ revision }) => !gone.has(revision));
        expect(thinned(left, now)).toEqual([]);
        if (list.length > 0) expect(left.at(-1)).toEqual(list.at(-1));
      }),
    );
  });
});

describe('requests at fault are refused as such', () => {
  const raw = (path: string, type: string, body: string | Buffer) =>
    call('post', path).set('Content-Type', type).send(body);

  it('a multipart body that is cut off, without or with an overlong boundary', async () => {
    const begun =
      '--x\r\nContent-Disposition: form-data; name="file"; filename="a.png"\r\nContent-Type: image/png\r\n\r\nabc';
    for (const path of ['/images', '/meshes', '/grids', '/scenes/import'])
      for (const type of [
        'multipart/form-data; boundary=x',
        'multipart/form-data',
        `multipart/form-data; boundary=${'y'.repeat(5000)}`,
      ]) {
        const { status, body } = await raw(path, type, begun);
        expect([path, type.slice(0, 40), status]).toEqual([path, type.slice(0, 40), 400]);
        expect(body.faults[0].message).toMatch(/[.]$/);
      }
  });

  it('members that are called like those of every object', async () => {
    for (const body of [
      '{"name":{"constructor":1}}',
      '{"constructor":1}',
      '{"__proto__":{"name":1}}',
      '{"toString":1}',
    ])
      expect((await raw('/scenes', 'application/json', body)).status).toBe(422);
  });

  it('a body on a GET is not read; a missing file of the page tells nothing of the server; writes outside the API get no page', async () => {
    expect(
      (await request(app).get('/api/scenes').set('Host', HOST).set('Content-Type', 'application/json').send('{"half'))
        .status,
    ).toBe(200);
    const missing = await request(app).get('/assets/nope.js').set('Host', HOST);
    expect([missing.status, missing.body.faults[0].message]).toEqual([404, 'There is no file /nope.js here.']);
    const write = await request(app)
      .post('/scene/x')
      .set('Host', HOST)
      .set('Origin', `http://${HOST}`)
      .set('Content-Type', 'application/json')
      .send('{}');
    expect([write.status, write.type]).toEqual([405, 'application/json']);
  });
});

it('listeners hear of every change, by whoever made it', async () => {
  const { ScenesTable } = await import('./scenes-table');
  const scenes = new ScenesTable(db);
  const heard: unknown[] = [];
  const stop = scenes.onChange((news) => heard.push(news));
  const { id, scene } = scenes.add((await call('post', '/scenes', {})).body.scene);
  scenes.save(id, 1, scene);
  scenes.save(id, 1, scene);
  scenes.setDeleted(id, true);
  stop();
  expect(heard).toEqual([
    { id, revision: 1 },
    { id, revision: 2 },
    { id, revision: 0 },
  ]);
});
