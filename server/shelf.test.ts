import pino from 'pino';
import request from 'supertest';
import { unzipSync } from 'fflate';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cutFrom } from '../core/scene/recipes/cut';
import { testScene } from '../core/tests/scenes';
import { createApp } from './app';
import { openDatabase } from './database';
import { type Db } from './data-file';
import { unusedFiles } from './unused-files';

const HOST = 'localhost:4173';
const PICTURE = PNG.sync.write(new PNG({ width: 3, height: 3 }));

/** A program on a data folder of its own. */
class Program {
  private readonly folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  db!: Db;
  app!: ReturnType<typeof createApp>;

  constructor() {
    this.open();
  }

  private open(): void {
    this.db = openDatabase(this.folder);
    const log = pino({ level: 'silent' });
    this.app = createApp({ db: this.db, webRoot: this.folder, log, bakesFolder: join(this.folder, 'bakes') });
  }

  restart(): void {
    this.db.close();
    this.open();
  }

  end(): void {
    this.db.close();
    rmSync(this.folder, { recursive: true });
  }

  get(path: string) {
    return request(this.app).get(`/api${path}`).set('Host', HOST);
  }

  send(method: 'post' | 'patch' | 'delete', path: string, body: object = {}) {
    const made = request(this.app)[method](`/api${path}`).set('Host', HOST).set('Origin', `http://${HOST}`);
    return made.set('Content-Type', 'application/json').send(JSON.stringify(body));
  }

  upload(path: string, bytes: Uint8Array, name: string) {
    const made = request(this.app).post(`/api${path}`).set('Host', HOST).set('Origin', `http://${HOST}`);
    return made.attach('file', Buffer.from(bytes), name);
  }

  export(ids = '') {
    return this.get(`/shelf/export${ids && `?ids=${ids}`}`)
      .buffer(true)
      .parse((answer, done) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => done(null, Buffer.concat(parts)));
      });
  }
}

let own: Program;
let other: Program;
beforeAll(() => {
  own = new Program();
  other = new Program();
});
afterAll(() => {
  own.end();
  other.end();
});

const wind = testScene({ fields: [{ name: 'Drift', settings: { kind: 'wind' } }] });
const chain = (more: object = {}) => ({
  sort: 'chain',
  name: 'Slow drift',
  note: 'A current along X.',
  tags: ['calm'],
  about: [0, 1, 0],
  scene: cutFrom(wind, { fields: wind.fields }),
  ...more,
});

describe('the shelf', () => {
  it('keeps recipes with their pictures over a restart, and lets them be described and taken away', async () => {
    const kept = await own.send('post', '/shelf', chain({ picture: PICTURE.toString('base64') }));
    expect(kept.status).toBe(201);
    const { id } = kept.body as { id: string };
    own.restart();
    const listed = (await own.get('/shelf')).body as { recipes: object[] };
    expect(listed.recipes).toEqual([
      expect.objectContaining({ id, name: 'Slow drift', tags: ['calm'], about: [0, 1, 0], pictured: true }),
    ]);
    const read = (await own.get(`/shelf/${id}`)).body as { scene: { fields: { name: string }[] } };
    expect(read.scene.fields.map(({ name }) => name)).toEqual(['Drift']);
    const picture = await own.get(`/shelf/${id}/picture`);
    expect([picture.type, Buffer.compare(picture.body as Buffer, PICTURE)]).toEqual(['image/png', 0]);

    const said = await own.send('patch', `/shelf/${id}`, { tags: ['calm', 'bed'] });
    expect(said.body).toMatchObject({ name: 'Slow drift', tags: ['calm', 'bed'] });
    expect((await own.send('delete', `/shelf/${id}`)).status).toBe(204);
    const gone = await own.get(`/shelf/${id}`);
    expect(gone.body).toMatchObject({ faults: [{ message: expect.stringContaining('no recipe') as unknown }] });
  });

  it('refuses in words what it can’t keep', async () => {
    const faults = async (more: object) => {
      const { status, body } = await own.send('post', '/shelf', chain(more));
      return [status, (body as { faults: { message: string }[] }).faults[0]!.message];
    };
    expect((await faults({ sort: 'mood' }))[1]).toContain('sort');
    expect(await faults({ scene: { ...wind, fields: [{ ...wind.fields[0], strength: 'x' }] } })).toEqual([
      422,
      'fields[0].strength is "x". Use a number.',
    ]);
    expect(await faults({ picture: 'AAAA' })).toEqual([422, 'The picture is no PNG, JPEG or WebP of at most 200 kB.']);
    expect(((await own.get('/shelf')).body as { recipes: object[] }).recipes).toEqual([]);
  });

  it('goes to another data folder as one file, with the images it is made from', async () => {
    const image = PNG.sync.write(Object.assign(new PNG({ width: 2, height: 2 }), { data: Buffer.alloc(16, 200) }));
    const { hash } = (await own.upload('/images', image, 'chart.png')).body as { hash: string };
    const settings = { kind: 'texture', pattern: 'image', image: hash };
    const scene = testScene({ fields: [{ settings }], ...{ images: [{ hash, name: 'Chart', width: 2, height: 2 }] } });
    await own.send('post', '/shelf', chain({ name: 'Chart', scene, picture: PICTURE.toString('base64') }));
    await own.send('post', '/shelf', chain());
    // Kept by the shelf alone, and so not in anybody’s way as unused.
    expect(unusedFiles(own.db, 'none', Date.now() + 1e10).map(({ name }) => name)).not.toContain(hash);

    const file = await own.export();
    expect(file.headers['content-disposition']).toContain('.bathyshelf');
    expect(Object.keys(unzipSync(file.body as Buffer)).toSorted()).toEqual([
      `images/${hash}.png`,
      'pictures/1.png',
      'shelf.json',
    ]);
    const taken = await other.upload('/shelf/import', file.body as Buffer, 'shelf.bathyshelf');
    expect(taken.status).toBe(201);
    const { recipes } = (await other.get('/shelf')).body as {
      recipes: { id: string; name: string; pictured: boolean }[];
    };
    expect(recipes.map(({ name, pictured }) => [name, pictured])).toEqual([
      ['Chart', true],
      ['Slow drift', false],
    ]);
    const read = (await other.get(`/shelf/${recipes[0]!.id}`)).body as { scene: { fields: { settings: object }[] } };
    expect(read.scene.fields[0]!.settings).toMatchObject(settings);
    expect((await other.get(`/images/${hash}`)).status).toBe(200);

    const one = await own.export(recipes[0]!.id);
    expect(one.status).toBe(404);
  });

  it('refuses files that are no shelf, and keeps nothing of one with a fault', async () => {
    const { zipSync, strToU8 } = await import('fflate');
    const said = async (bytes: Uint8Array) =>
      ((await other.upload('/shelf/import', bytes, 'x')).body as { faults: { message: string }[] }).faults[0]!.message;
    const shelf = (recipes: object[], format = 'bathyclast-shelf') =>
      zipSync({ 'shelf.json': strToU8(JSON.stringify({ format, version: 5, recipes })) });
    const before = ((await other.get('/shelf')).body as { recipes: object[] }).recipes.length;
    expect(await said(strToU8('hello'))).toBe('The file is no shelf. Choose a .bathyshelf file.');
    expect(await said(zipSync({ 'scene.json': strToU8('{}') }))).toContain('holds no shelf.json');
    expect(await said(shelf([chain()], 'other'))).toContain('another format');
    expect(await said(shelf([]))).toContain('no recipes');
    expect(await said(shelf([chain(), chain({ name: 'Bad', scene: { ...wind, version: 99 } })]))).toMatch(
      /^Recipe 2 “Bad”: version is 99/,
    );
    expect(await said(shelf([chain({ tags: Array.from({ length: 13 }, () => 'x') })]))).toContain(
      'tags has 13 entries',
    );
    expect(((await other.get('/shelf')).body as { recipes: object[] }).recipes).toHaveLength(before);
  });
});
