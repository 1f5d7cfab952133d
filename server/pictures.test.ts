import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { examples } from '../core/examples';
import { openingLayout } from '../formats/opening-layout';
import { createApp } from './app';
import { openDatabase } from './database';

const SHIPPED = join(import.meta.dirname, '..', 'web', 'public');
const HOST = '127.0.0.1:4800';
const folder = mkdtempSync(join(tmpdir(), 'bathyclast-pictures-'));
let app: ReturnType<typeof createApp>;
let db: ReturnType<typeof openDatabase>;

beforeAll(() => {
  db = openDatabase(folder);
  app = createApp({ db, webRoot: SHIPPED, log: pino({ level: 'silent' }), bakesFolder: join(folder, 'bakes') });
});
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

interface Card {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly pictureRevision: number | null;
  readonly openingRevision: number | null;
}
const cards = async () =>
  ((await request(app).get('/api/scenes').set('Host', HOST)).body as { scenes: readonly Card[] }).scenes;
const post = (body: object) =>
  request(app).post('/api/scenes').set('Host', HOST).set('Origin', `http://${HOST}`).send(body);
const pictureOf = async (id: string, sort: 'picture' | 'opening') => {
  const { body, type } = await request(app).get(`/api/scenes/${id}/${sort}`).set('Host', HOST);
  return { bytes: body as Buffer, type };
};
/** Width and height of a lossy WebP, pixels. Source: RFC 6386, section 9.1: 14 bits each in its key frame. */
const sizeOf = (webp: Buffer): readonly [number, number] => {
  const frame = webp.indexOf('VP8 ') + 8;
  return [webp.readUInt16LE(frame + 6) & 0x3fff, webp.readUInt16LE(frame + 8) & 0x3fff];
};

describe('pictures of the examples', () => {
  it('are drawn from the examples as they are now: `npm run pictures` draws them anew', () => {
    const drawnFrom = JSON.parse(readFileSync(join(SHIPPED, 'examples', 'drawn-from.json'), 'utf8')) as object;
    const now = examples.map(({ slug, scene }) => [
      slug,
      createHash('sha256')
        .update(JSON.stringify({ ...scene, renders: undefined }))
        .digest('hex'),
    ]);
    expect(drawnFrom).toEqual(Object.fromEntries(now));
  });

  it('are there in a fresh data folder, so that nothing has to be drawn', async () => {
    for (const { id, name, revision, pictureRevision, openingRevision } of await cards()) {
      expect([name, pictureRevision, openingRevision]).toEqual([name, revision, revision]);
      for (const sort of ['picture', 'opening'] as const) {
        const { bytes, type } = await pictureOf(id, sort);
        expect(type).toBe('image/webp');
        expect([bytes.subarray(0, 4), bytes.subarray(8, 12)].map(String)).toEqual(['RIFF', 'WEBP']);
      }
    }
  });

  it('an opening has the first second of the shot, frame below frame', async () => {
    for (const { id, name } of await cards()) {
      const { bytes } = await pictureOf(id, 'opening');
      const { width, height, count } = openingLayout(examples.find(({ scene }) => scene.name === name)!.scene);
      expect([name, sizeOf(bytes)]).toEqual([name, [width, count * height]]);
      expect(count).toBe(24);
    }
  });

  it('come with a new scene from an example, and with a copy of a scene that has not changed since', async () => {
    const [first] = await cards();
    for (const body of [{ example: examples[0]!.slug }, { copyOf: first!.id }]) {
      const { id } = (await post(body)).body as { id: string };
      const card = (await cards()).find((one) => one.id === id)!;
      expect([card.pictureRevision, card.openingRevision]).toEqual([card.revision, card.revision]);
    }
    expect(((await post({})).body as { id: string }).id).toBeTruthy();
    expect((await cards()).find(({ name }) => name === 'Untitled')!.pictureRevision).toBeNull();
  });
});
