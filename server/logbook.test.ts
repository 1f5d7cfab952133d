import pino from 'pino';
import request from 'supertest';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from './app';
import { openDatabase } from './database';
import { type Db } from './data-file';

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
const HOST = 'localhost:4173';
let db: Db;
let app: ReturnType<typeof createApp>;

function open() {
  db = openDatabase(folder);
  app = createApp({ db, webRoot: folder, log: pino({ level: 'silent' }), bakesFolder: join(folder, 'bakes') });
}
beforeAll(open);
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

const call = (method: 'get' | 'post' | 'patch' | 'delete', path: string, body: object = {}) => {
  const made = request(app)[method](`/api/logbook${path}`).set('Host', HOST);
  return method === 'get'
    ? made
    : made.set('Origin', `http://${HOST}`).set('Content-Type', 'application/json').send(JSON.stringify(body));
};

const page = (more: object = {}) => ({
  scene: 'a',
  sceneName: 'Vent plume',
  sort: 'trial',
  title: 'Vortex 2',
  note: '',
  tags: ['calm'],
  document: { values: [], frame: 48, measured: {} },
  ...more,
});

describe('the logbook', () => {
  it('keeps pages with their pictures over a restart, lists them by sort and scene, and lets them be described and taken away', async () => {
    const png = PNG.sync.write(new PNG({ width: 2, height: 2 }));
    const kept = await call('post', '', page({ picture: png.toString('base64') }));
    expect(kept.status).toBe(201);
    expect(kept.body).toMatchObject({ title: 'Vortex 2', tags: ['calm'], pictured: true, document: { frame: 48 } });
    await call('post', '', page({ sort: 'sounding', scene: 'b', document: { sort: 'line' } }));
    db.close();
    open();
    const titles = async (query: string) =>
      ((await call('get', query)).body.entries as { scene: string }[]).map(({ scene }) => scene);
    expect(await titles('?sort=trial')).toEqual(['a']);
    expect(await titles('?sort=sounding&scene=b')).toEqual(['b']);
    expect(await titles('?sort=sounding&scene=a')).toEqual([]);
    const picture = await call('get', `/${kept.body.id}/picture`);
    expect(Buffer.compare(picture.body as Buffer, png)).toBe(0);
    const described = await call('patch', `/${kept.body.id}`, { note: 'turns twice', tags: [] });
    expect(described.body).toMatchObject({ note: 'turns twice', tags: [], title: 'Vortex 2' });
    expect((await call('delete', `/${kept.body.id}`)).status).toBe(204);
    expect((await call('delete', `/${kept.body.id}`)).status).toBe(404);
  });

  it('refuses in words what is no page, and what is no picture', async () => {
    const nameless = await call('post', '', page({ title: '', sort: 'poem' }));
    expect(nameless.status).toBe(422);
    expect(nameless.body.faults.map((f: { field: string }) => f.field).toSorted()).toEqual(['sort', 'title']);
    const picture = await call('post', '', page({ picture: Buffer.from('GIF89a').toString('base64') }));
    expect(picture.body.faults[0].message).toContain('no PNG');
    expect((await call('get', '/nothing/picture')).status).toBe(404);
  });
});
