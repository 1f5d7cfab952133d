import { completeGrid, completeImage } from '../core/scene/read';
import pino from 'pino';
import request from 'supertest';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PNG } from 'pngjs';
import { examples } from '../core/examples';
import { meshSources } from '../core/kinds/meshes';
import { writeMesh } from '../formats/mesh-file';
import { gridOf } from '../core/document/assets';
import type { VectorGrid } from '../core/lib/grids/vector-grid';
import { decodedAssets, readSceneFile, sceneText } from '../formats/scene-file';
import { writeVti } from '../formats/vti';
import { createApp } from './app';
import { SCENE_VERSION } from '../core/document/scene';
import { openDatabase } from './database';
import { type Db } from './data-file';

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
const HOST = 'localhost:4173';
const ORIGIN = `http://${HOST}`;
let db: Db;
let app: ReturnType<typeof createApp>;

beforeAll(() => {
  db = openDatabase(folder);
  app = createApp({
    db,
    webRoot: join(import.meta.dirname, '..', 'web'),
    log: pino({ level: 'silent' }),
    bakesFolder: join(folder, 'bakes'),
  });
});
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
const call = (method: Method, path: string) => {
  const made = request(app)[method](`/api${path}`).set('Host', HOST);
  return method === 'get' ? made : made.set('Origin', ORIGIN);
};
const json = (method: Method, path: string, body: unknown = {}) =>
  call(method, path).set('Content-Type', 'application/json').send(JSON.stringify(body));

const firstId = async () => ((await call('get', '/scenes')).body as { scenes: { id: string }[] }).scenes[0]!.id;

describe('scenes', () => {
  it('a fresh data folder holds the examples, the first of them first', async () => {
    const { body } = await call('get', '/scenes');
    expect(body.scenes.map((s: { name: string }) => s.name).toSorted()).toEqual(
      examples.map((e) => e.scene.name).toSorted(),
    );
  });

  it('new, duplicate, rename, delete and bring back', async () => {
    const made = await json('post', '/scenes', {});
    expect(made.status).toBe(201);
    expect(made.body.scene.emitters).toHaveLength(1);
    const copy = await json('post', '/scenes', { copyOf: made.body.id });
    expect(copy.body.scene.name).toBe('Untitled copy');
    await json('patch', `/scenes/${copy.body.id}`, { name: 'Renamed' });
    expect((await call('get', `/scenes/${copy.body.id}`)).body.scene.name).toBe('Renamed');
    await json('delete', `/scenes/${copy.body.id}`);
    expect((await call('get', `/scenes/${copy.body.id}`)).status).toBe(404);
    expect((await json('post', `/scenes/${copy.body.id}/restore`)).body.scene.name).toBe('Renamed');
  });

  it('a save names the revision it changes; the second to save is told, and nothing is lost', async () => {
    const id = await firstId();
    const { body, headers } = await call('get', `/scenes/${id}`);
    const mine = { ...body.scene, seed: 1234 };
    expect((await json('put', `/scenes/${id}`, { scene: mine })).status).toBe(428);
    const first = await json('put', `/scenes/${id}`, { scene: mine }).set('If-Match', headers['etag']!);
    expect(first.body.revision).toBe(body.revision + 1);
    const second = await json('put', `/scenes/${id}`, { scene: { ...mine, seed: 5 } }).set(
      'If-Match',
      headers['etag']!,
    );
    expect(second.status).toBe(412);
    expect(second.body).toMatchObject({ revision: first.body.revision, faults: [{ code: 'conflict' }] });
    expect((await call('get', `/scenes/${id}`)).body.scene.seed).toBe(1234);
  });

  it('a faulty scene is refused with every fault at its place, and not saved', async () => {
    const id = await firstId();
    const { body, headers } = await call('get', `/scenes/${id}`);
    const faulty = { ...body.scene, time: { ...body.scene.time, fps: -1 }, seed: 'x' };
    const answer = await json('put', `/scenes/${id}`, { scene: faulty }).set('If-Match', headers['etag']!);
    expect(answer.status).toBe(422);
    expect(answer.body.faults.map((f: { field: string }) => f.field)).toEqual(['seed', 'time.fps']);
    expect((await call('get', `/scenes/${id}`)).body.revision).toBe(body.revision);
    for (const [bad, status] of [
      [{}, 422],
      [[], 400],
      [{ scene: mineless(body.scene), more: 1 }, 422],
    ] as const)
      expect((await json('put', `/scenes/${id}`, bad).set('If-Match', headers['etag']!)).status).toBe(status);
  });

  it('export and import give the same scene, with its images, under a free name', async () => {
    const grey = new PNG({ width: 3, height: 2 });
    grey.data.fill(77);
    const image = (await call('post', '/images').attach('file', PNG.sync.write(grey), '../../evil/../chart é.png'))
      .body;
    expect(image).toMatchObject({ name: 'chart é.png', width: 3, height: 2 });
    const made = await json('post', '/scenes', { example: 'chart-in-relief' });
    const scene = { ...made.body.scene, images: [completeImage(image)] };
    await json('put', `/scenes/${made.body.id}`, { scene }).set('If-Match', '"1"');
    const file = await call('get', `/scenes/${made.body.id}/export`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => done(null, Buffer.concat(parts)));
      });
    expect(file.headers['content-disposition']).toMatch(/^attachment; filename="chart-in-relief-2\.bathyclast"$/);
    const bytes = file.body as Buffer;
    expect((await readSceneFile(new Uint8Array(bytes))).files.has(image.hash)).toBe(true);
    db.prepare('DELETE FROM images').run();
    const back = await call('post', '/scenes/import').attach('file', bytes, 'chart.bathyclast');
    expect(back.status).toBe(201);
    expect(back.body.scene).toEqual({ ...scene, name: 'Chart in relief 3' });
    expect((await call('get', `/images/${image.hash}`)).status).toBe(200);
  });

  it('that is deleted takes no save, and comes back as it was', async () => {
    const made = await json('post', '/scenes', {});
    const { id, scene } = made.body;
    await json('delete', `/scenes/${id}`);
    const late = await json('put', `/scenes/${id}`, { scene: { ...scene, name: 'Too late' } }).set('If-Match', '"1"');
    expect([late.status, late.body.faults[0].code]).toEqual([404, 'missing']);
    expect((await call('get', `/scenes/${id}`)).status).toBe(404);
    expect((await call('get', '/scenes')).body.scenes.map((s: { id: string }) => s.id)).not.toContain(id);
    expect((await json('post', `/scenes/${id}/restore`)).body).toMatchObject({
      revision: 1,
      scene: { name: scene.name },
    });
  });

  it('a broken import leaves no trace', async () => {
    const before = (await call('get', '/scenes')).body.scenes.length;
    const answer = await call('post', '/scenes/import').attach(
      'file',
      Buffer.from(sceneText(examples[0]!.scene).slice(0, 99)),
      'x.json',
    );
    expect(answer.status).toBe(422);
    expect(answer.body.faults[0].message).toMatch(/not whole JSON/);
    expect((await call('get', '/scenes')).body.scenes).toHaveLength(before);
  });
});

const mineless = (scene: object) => ({ ...scene });

describe('meshes', () => {
  const chimney = meshSources.get('chimney').build(meshSources.defaults('chimney'), new Map())!;

  it('are checked, kept under their content hash, and go with the scene through export and import', async () => {
    const glb = Buffer.from(writeMesh(chimney));
    const { status, body } = await call('post', '/meshes').attach('file', glb, '../up/chimney.obj');
    expect([status, body.name]).toEqual([201, 'chimney.obj']);
    const back = await call('get', `/meshes/${body.hash}`).buffer(true);
    expect(back.headers['content-disposition']).toBe('attachment');
    const made = await json('post', '/scenes', {});
    const scene = {
      ...made.body.scene,
      meshes: [{ id: 'm', name: 'Chimney', source: { kind: 'file', hash: body.hash, file: 'chimney.obj', size: 1 } }],
    };
    expect((await json('put', `/scenes/${made.body.id}`, { scene }).set('If-Match', '"1"')).status).toBe(200);
    const file = await call('get', `/scenes/${made.body.id}/export`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => done(null, Buffer.concat(parts)));
      });
    db.prepare('DELETE FROM meshes').run();
    expect((await call('get', `/meshes/${body.hash}`)).status).toBe(404);
    expect((await call('post', '/scenes/import').attach('file', file.body as Buffer, 'x.bathyclast')).status).toBe(201);
    expect((await call('get', `/meshes/${body.hash}`)).status).toBe(200);
  });

  it('that are no kept meshes are refused, whatever they are called', async () => {
    for (const bad of [Buffer.from('v 0 0 0'), Buffer.from(writeMesh(chimney)).subarray(0, 300)]) {
      const answer = await call('post', '/meshes').attach('file', bad, 'x.glb');
      expect([answer.status, answer.body.faults[0].code]).toEqual([422, 'damaged']);
    }
  });
});

it('a scene that was saved by version 1 is opened as one of the present version', async () => {
  const made = await json('post', '/scenes', {});
  const old = readFileSync(join(import.meta.dirname, '..', 'core', 'tests', 'kept', 'scene-version-1.json'), 'utf8');
  db.prepare('UPDATE scenes SET document = ? WHERE id = ?').run(old, made.body.id);
  const { body } = await call('get', `/scenes/${made.body.id}`);
  expect([body.scene.version, body.scene.name, body.scene.colliders]).toEqual([SCENE_VERSION, 'Vent plume', []]);
});

describe('pictures of scenes', () => {
  const send = async (revision: unknown, file: Buffer) =>
    call('post', `/scenes/${await firstId()}/picture`)
      .field('about', JSON.stringify({ revision }))
      .attach('file', file, 'picture.png');

  it('are kept with the revision they were drawn from; an older one does not replace a newer', async () => {
    const png = PNG.sync.write(new PNG({ width: 4, height: 4 }));
    const id = await firstId();
    const { body } = await call('get', `/scenes/${id}`);
    expect((await send(body.revision, png)).status).toBe(204);
    const shown = await call('get', `/scenes/${id}/picture`);
    expect([shown.status, shown.headers['content-type']]).toEqual([200, 'image/png']);
    const listed = async () =>
      (await call('get', '/scenes')).body.scenes.find((s: { id: string }) => s.id === id).pictureRevision;
    expect(await listed()).toBe(body.revision);
    await send(body.revision + 5, png);
    expect(await listed()).toBe(body.revision);
  });

  it('of an older state do not replace one of a newer', async () => {
    const made = await json('post', '/scenes', {});
    const { id, scene } = made.body;
    const put = (revision: number, name: string) =>
      json('put', `/scenes/${id}`, { scene: { ...scene, name } }).set('If-Match', `"${revision}"`);
    expect((await put(1, 'Second')).status).toBe(200);
    const picture = (grey: number) => {
      const png = new PNG({ width: 4, height: 4 });
      png.data.fill(grey);
      return PNG.sync.write(png);
    };
    const give = (revision: number, grey: number) =>
      call('post', `/scenes/${id}/picture`)
        .field('about', JSON.stringify({ revision }))
        .attach('file', picture(grey), 'picture.png');
    const shown = async () => (await call('get', `/scenes/${id}/picture`).buffer(true)).body as Buffer;
    await give(2, 200);
    await give(1, 50);
    expect(await shown()).toEqual(picture(200));
    await give(2, 90);
    expect(await shown()).toEqual(picture(90));
  });

  it('an opening is given only for the state that it was drawn from', async () => {
    const { id, scene } = (await json('post', '/scenes', {})).body;
    const webp = Buffer.from('RIFF\0\0\0\0WEBPVP8 ');
    const opening = async () => {
      const { status, type, body } = await call('get', `/scenes/${id}/opening`).buffer(true);
      return [status, type, Buffer.isBuffer(body) && body.equals(webp)];
    };
    expect(await opening()).toEqual([204, '', false]);
    const sent = await call('post', `/scenes/${id}/opening`)
      .field('about', JSON.stringify({ revision: 1 }))
      .attach('file', webp, 'opening.webp');
    expect(sent.status).toBe(204);
    expect(await opening()).toEqual([200, 'image/webp', true]);
    await json('put', `/scenes/${id}`, { scene: { ...scene, name: 'Changed' } }).set('If-Match', '"1"');
    expect(await opening()).toEqual([204, '', false]);
  });

  it('that are none, or belong to no revision, are refused', async () => {
    expect((await send(1, Buffer.from('GIF89a'))).status).toBe(422);
    expect((await send('first', PNG.sync.write(new PNG({ width: 1, height: 1 })))).status).toBe(422);
    expect((await send(0, PNG.sync.write(new PNG({ width: 1, height: 1 })))).status).toBe(422);
  });
});

describe('what does not come from the own page is refused', () => {
  it('a foreign Host', async () => {
    const answer = await request(app).get('/api/scenes').set('Host', 'evil.example:4173');
    expect([answer.status, answer.body.faults[0].code]).toEqual([403, 'host']);
  });

  it('a foreign Origin, for reading and for writing, and a write without one', async () => {
    expect((await call('get', '/scenes').set('Origin', 'http://evil.example')).status).toBe(403);
    expect((await json('post', '/scenes').set('Origin', 'http://localhost:9999')).status).toBe(403);
    expect(
      (await request(app).post('/api/scenes').set('Host', HOST).set('Content-Type', 'application/json').send('{}'))
        .status,
    ).toBe(403);
  });

  it('a form post', async () => {
    for (const type of ['application/x-www-form-urlencoded', 'text/plain'])
      expect((await call('post', '/scenes').set('Content-Type', type).send('name=x')).status).toBe(415);
  });

  it('a JSON 10 000 deep, a cut-off one, and one of ten megabytes', async () => {
    const post = (text: string) => call('post', '/scenes').set('Content-Type', 'application/json').send(text);
    expect((await post('['.repeat(10_000) + ']'.repeat(10_000))).body.faults[0].code).toBe('depth');
    expect((await post('{"name": ')).status).toBe(400);
    expect((await post(`{"name":"${'x'.repeat(10_000_000)}"}`)).status).toBe(413);
  });

  it('path tricks in addresses and names reach nothing on the disk', async () => {
    for (const path of ['/scenes/..%2f..%2fetc%2fpasswd', '/images/..%2f..%2fbathyclast.db', '/../server/app.ts'])
      expect((await call('get', path)).status).toBe(404);
    expect((await request(app).get('/assets/..%2f..%2fpackage.json').set('Host', HOST)).status).toBeGreaterThanOrEqual(
      400,
    );
    expect(readdirSync(folder).every((name) => name.startsWith('bathyclast.db') || name === 'copies')).toBe(true);
  });

  it('active content: an SVG is no image, and nothing is sniffed', async () => {
    const answer = await call('post', '/images').attach(
      'file',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)" width="1" height="1"/>'),
      'x.png',
    );
    expect(answer.status).toBe(422);
    const { headers } = await call('get', '/scenes');
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['cross-origin-embedder-policy']).toBe('require-corp');
    expect(headers['cross-origin-opener-policy']).toBe('same-origin');
    expect(headers['content-security-policy']).toMatch(/script-src 'self' 'wasm-unsafe-eval';/);
    expect(headers['content-security-policy']).toMatch(/media-src 'self' blob:/);
  });
});

describe('grids of vectors', () => {
  const grid: VectorGrid = {
    counts: [2, 2, 1],
    origin: [0, 0, 0],
    spacing: [1, 1, 1],
    vectors: Float32Array.from({ length: 12 }, (_, i) => i),
  };
  const upload = (bytes: Uint8Array, name: string) => call('post', '/grids').attach('file', Buffer.from(bytes), name);

  it('are checked, kept under their hash, and leave and come back with their scene', async () => {
    const kept = await upload(writeVti(grid), 'draught.vti');
    expect(kept.status).toBe(201);
    const { hash, name } = kept.body as { hash: string; name: string };
    expect(name).toBe('draught.vti');
    expect((await call('get', `/grids/${hash}`)).headers['content-disposition']).toBe('attachment');
    const made = (await json('post', '/scenes', {})).body;
    const scene = { ...made.scene, grids: [{ hash, name, counts: [2, 2, 1] }] };
    expect((await json('put', `/scenes/${made.id}`, { scene }).set('If-Match', `"${made.revision}"`)).status).toBe(200);
    const exported = await call('get', `/scenes/${made.id}/export`)
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => done(null, Buffer.concat(parts)));
      });
    const { scene: read, files } = await readSceneFile(new Uint8Array(exported.body as Buffer));
    expect(gridOf(decodedAssets(read, files), hash)).toEqual(grid);
    const again = await call('post', '/scenes/import').attach('file', exported.body as Buffer, 'draught.bathyclast');
    expect(again.body.scene.grids).toEqual([completeGrid({ hash, name, counts: [2, 2, 1] })]);
  });

  it('that are none, or of which the scene names no sound one, are refused in words', async () => {
    const answer = await upload(new TextEncoder().encode('<VTKFile type="PolyData"/>'), 'bed.vti');
    expect(answer.status).toBe(422);
    expect(answer.body.faults[0].message).toMatch(/^“bed.vti” is no VTK image data. Use/);
    expect((await call('get', `/grids/${'0'.repeat(64)}`)).status).toBe(404);
    const made = (await json('post', '/scenes', {})).body;
    const scene = { ...made.scene, grids: [{ hash: 'x', name: 'X', counts: [2, 0, 1] }] };
    const refused = await json('put', `/scenes/${made.id}`, { scene }).set('If-Match', `"${made.revision}"`);
    const [hash, counts] = refused.body.faults.map((f: { message: string }) => f.message);
    expect(hash).toMatch(/grids\[0\]\.hash is "x". Use 64 hexadecimal digits\./);
    expect(counts).toMatch(/grids\[0\]\.counts is .*. Use three whole numbers from 1 up\./);
  });
});
