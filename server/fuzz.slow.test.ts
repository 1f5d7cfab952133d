import { cases } from '../core/tests/cases';
import pino from 'pino';
import { createServer, request as httpRequest, type Server } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { examples } from '../core/examples';
import { meshSources } from '../core/kinds/meshes';
import { mutated } from '../formats/mutated';
import { writeMesh } from '../formats/mesh-file';
import { sceneText } from '../formats/scene-file';
import { writeVti } from '../formats/vti';
import { createApp } from './app';
import { openDatabase } from './database';
import { type Db } from './data-file';

/** Requests; `BATHYCLAST_FUZZ_REQUESTS=5000` sends as many as docs/reliability.md tells of. */
const REQUESTS = Number(process.env['BATHYCLAST_FUZZ_REQUESTS'] ?? cases(200, 5_000));

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
let db: Db;
let server: Server;
let port: number;

beforeAll(async () => {
  db = openDatabase(folder);
  const app = createApp({
    db,
    webRoot: join(import.meta.dirname, '..', 'web'),
    log: pino({ level: 'silent' }),
    bakesFolder: join(folder, 'bakes'),
    // Bakes are asked for, not made.
    spawnBake: () => ({ stop: () => undefined }),
  });
  server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  ({ port } = server.address() as AddressInfo);
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
  db.close();
  rmSync(folder, { recursive: true });
});

type Body = readonly [Buffer, string];

interface Sent {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: Buffer;
}

/** Sends bytes as they are, and gives the answer; status 0 where the connection was ended. */
function send({ method, path, headers, body }: Sent): Promise<{ status: number; text: string }> {
  return new Promise((resolve) => {
    const sent = httpRequest(
      { host: '127.0.0.1', port, method, path, headers: { ...headers, 'Content-Length': body.length }, timeout: 1500 },
      (answer) => {
        const parts: Buffer[] = [];
        // A stream of events has no end.
        if (answer.headers['content-type'] === 'text/event-stream') {
          answer.destroy();
          return resolve({ status: answer.statusCode!, text: '' });
        }
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => resolve({ status: answer.statusCode!, text: Buffer.concat(parts).toString('latin1') }));
        answer.on('error', () => resolve({ status: 0, text: '' }));
      },
    );
    sent.on('error', () => resolve({ status: 0, text: '' }));
    sent.on('timeout', () => sent.destroy(new Error('no answer')));
    sent.end(body);
  });
}

it(`broken requests over every route are answered as such, and tell nothing of the server: ${REQUESTS} requests`, async () => {
  let state = 20261;
  const below = (n: number) => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) % n;
  const one = <T>(list: readonly T[]): T => list[below(list.length)]!;
  const scene = examples[0]!.scene;
  const host = `127.0.0.1:${port}`;
  const made = JSON.parse(
    (
      await send({
        method: 'POST',
        path: '/api/scenes',
        headers: { Host: host, Origin: `http://${host}`, 'Content-Type': 'application/json' },
        body: Buffer.from('{}'),
      })
    ).text,
  ) as { id: string };
  const json = (value: unknown) => [Buffer.from(JSON.stringify(value)), 'application/json'] as const;
  const form = (file: Uint8Array, name: string, about = '') =>
    [
      Buffer.concat([
        Buffer.from(about === '' ? '' : `--edge\r\nContent-Disposition: form-data; name="about"\r\n\r\n${about}\r\n`),
        Buffer.from(
          `--edge\r\nContent-Disposition: form-data; name="file"; filename="${name}"\r\nContent-Type: application/octet-stream\r\n\r\n`,
        ),
        file,
        Buffer.from('\r\n--edge--\r\n'),
      ]),
      'multipart/form-data; boundary=edge',
    ] as const;
  const png = PNG.sync.write(new PNG({ width: 4, height: 4 }));
  const glb = writeMesh(meshSources.get('box').build(meshSources.defaults('box'), new Map())!);
  const vti = writeVti({ counts: [2, 2, 1], origin: [0, 0, 0], spacing: [1, 1, 1], vectors: new Float32Array(12) });
  const entry = { scene: made.id, sceneName: 'S', sort: 'trial', title: 'T', note: '', tags: ['a'], document: {} };
  const routes: readonly (readonly [string, string] | readonly [string, string, Body])[] = [
    ['GET', '/api/scenes'],
    ['GET', '/api/scenes/events'],
    ['POST', '/api/scenes', json({ name: 'X', copyOf: made.id, version: 1 })],
    ['GET', `/api/scenes/${made.id}`],
    ['PUT', `/api/scenes/${made.id}`, json({ scene })],
    ['PATCH', `/api/scenes/${made.id}`, json({ name: 'Y' })],
    ['POST', `/api/scenes/${made.id}/restore`, json({})],
    ['GET', `/api/scenes/${made.id}/export`],
    ['POST', '/api/scenes/import', form(Buffer.from(sceneText(scene)), 'a.json')],
    ['GET', `/api/scenes/${made.id}/picture`],
    ['POST', `/api/scenes/${made.id}/picture`, form(png, 'p.png', '{"revision":1}')],
    ['GET', `/api/scenes/${made.id}/versions`],
    ['GET', `/api/scenes/${made.id}/versions/1`],
    ['PATCH', `/api/scenes/${made.id}/versions/1`, json({ name: 'V' })],
    ['GET', `/api/scenes/${made.id}/versions/1/picture`],
    ['POST', '/api/images', form(png, 'p.png')],
    ['GET', `/api/images/${'a'.repeat(64)}`],
    ['POST', '/api/meshes', form(glb, 'm.glb')],
    ['GET', `/api/meshes/${'a'.repeat(64)}`],
    ['POST', '/api/grids', form(vti, 'g.vti')],
    ['GET', `/api/grids/${'a'.repeat(64)}`],
    ['GET', '/api/bakes'],
    ['POST', '/api/bakes', json({ scene, from: 0, through: 5 })],
    ['POST', '/api/bakes/x/pause', json({})],
    ['GET', '/api/bakes/x/frames/1'],
    ['DELETE', '/api/bakes/x', json({})],
    ['GET', '/api/logbook?sort=trial'],
    ['POST', '/api/logbook', json(entry)],
    ['PATCH', '/api/logbook/x', json({ title: 'U' })],
    ['GET', '/api/logbook/x/picture'],
    ['DELETE', '/api/logbook/x', json({})],
    ['GET', '/api/notices'],
    ['GET', '/assets/nope.js'],
    ['GET', '/scene/x'],
  ];
  const statuses = new Map<number, number>();
  for (let i = 0; i < REQUESTS; i++) {
    const [method, path, given] = routes[i % routes.length]!;
    const [body, type]: Body = given ?? [Buffer.alloc(0), 'application/json'];
    const headers: Record<string, string> = {
      Host: host,
      Origin: `http://${host}`,
      'Content-Type': type,
      'If-Match': `"${below(3)}"`,
    };
    const broken = below(4);
    if (broken === 0) {
      const name = one(['Origin', 'Content-Type', 'If-Match', 'Host', 'Accept-Encoding', 'Content-Encoding', 'Range']);
      headers[name] = one([
        '',
        'x',
        '"',
        'application/json; charset=utf-7',
        `multipart/form-data; boundary=${'y'.repeat(below(6000))}`,
        'gzip',
        '"999999999999999999999"',
        'bytes=9-1',
        `http://${host}`,
      ]);
    }
    const sent: Sent = {
      method: broken === 1 && below(3) === 0 ? one(['PUT', 'PATCH', 'DELETE', 'POST', 'OPTIONS', 'HEAD']) : method,
      path:
        broken === 2
          ? path.replace(
              /[^/?=]+$/,
              one(['%', '%00', '..%2f..', '%c0%ae', 'a'.repeat(3000), '-1', '1e9', 'constructor', '__proto__', '%22']),
            )
          : path,
      headers,
      body: body.length > 0 && broken !== 2 ? Buffer.from(mutated(body, i, [body])) : body,
    };
    const { status, text } = await send(sent);
    statuses.set(status, (statuses.get(status) ?? 0) + 1);
    const told = `${i}: ${sent.method} ${sent.path.slice(0, 80)} ${JSON.stringify(headers).slice(0, 200)} → ${status} ${text.slice(0, 300)}`;
    expect(status < 500, told).toBe(true);
    if (status >= 400) {
      expect(text, told).not.toMatch(/node_modules|\bat \w+ \(|\.ts:\d|\.js:\d|ENOENT|SQLITE/);
      for (const place of [folder, join(import.meta.dirname, '..')]) expect(text.includes(place), told).toBe(false);
    }
  }
  // It is still there, and most was refused, not cut off.
  expect(
    (await send({ method: 'GET', path: '/api/scenes', headers: { Host: host }, body: Buffer.alloc(0) })).status,
  ).toBe(200);
  expect(statuses.get(0) ?? 0).toBeLessThan(REQUESTS / 20);
}, 600_000);
