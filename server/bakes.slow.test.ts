import { cases } from '../core/tests/cases';
import { createHash } from 'node:crypto';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { completeScene } from '../core/scene/read';
import type { Scene } from '../core/document/scene';
import { frameOfBytes } from '../engine/bake/frame-bytes';
import type { StoredBake, StoredBakes } from '../formats/stored-bake';

const program = join(import.meta.dirname, '..', 'dist', 'node', 'server.js');
const running = new Set<ChildProcess>();

afterEach(() => {
  for (const child of running) child.kill('SIGKILL');
  running.clear();
});

/** The real program, on a data folder. */
async function start(data: string) {
  const child = spawn(process.execPath, [program, '--data', data, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running.add(child);
  const [line] = (await once(child.stdout, 'data')) as [Buffer];
  const address = /http:\S+?(?=\/ )/.exec(line.toString())![0];
  const ask = async (method: string, path: string, body?: unknown) => {
    const response = await fetch(`${address}/api${path}`, {
      method,
      ...(method !== 'GET' && {
        headers: { Origin: address, 'Content-Type': 'application/json' },
        body: JSON.stringify(body ?? {}),
      }),
    });
    return { status: response.status, body: response.status === 204 ? undefined : ((await response.json()) as never) };
  };
  const list = async () => ((await ask('GET', '/bakes')).body as unknown as StoredBakes).bakes;
  const kill = async () => {
    child.kill('SIGKILL');
    if (child.exitCode === null && child.signalCode === null) await once(child, 'exit');
  };
  return { address, ask, list, kill };
}

async function until(check: () => Promise<boolean>): Promise<void> {
  const end = Date.now() + 120_000;
  while (!(await check())) {
    if (Date.now() > end) throw new Error('it takes too long');
    await new Promise((later) => setTimeout(later, 50));
  }
}

/** About a minute’s worth of chunks in seconds: many particles, one simple field. */
const scene: Scene = completeScene({
  name: 'Many',
  time: { fps: 24, first: 0, last: 60 },
  emitters: [
    {
      id: 'e',
      name: 'E',
      shape: { kind: 'ball', radius: 1 },
      emission: [
        { kind: 'burst', count: 20000, frame: 0 },
        { kind: 'rate', rate: 20000 },
      ],
      birth: { life: 5, speed: 1, spread: 90 },
    },
  ],
  fields: [{ id: 'f', name: 'F', settings: { kind: 'turbulence' }, strength: 2 }],
});

/** The files of the only bake of a data folder. */
function filesOf(data: string, id: string) {
  const folder = join(data, 'bakes', id);
  return new Map(
    readdirSync(folder).map((name) => [
      name,
      createHash('sha256')
        .update(readFileSync(join(folder, name)))
        .digest('hex'),
    ]),
  );
}

/** An unbroken bake of the scene. */
async function unbroken() {
  const data = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  const server = await start(data);
  const { body, status } = await server.ask('POST', '/bakes', { scene, from: 0, through: 60 });
  expect(status).toBe(201);
  const { id } = body as unknown as StoredBake;
  await until(async () => (await server.list())[0]!.state === 'done');
  return { data, server, id };
}

// Seconds on a quiet machine; every frame is synced to the disk, which others may be using.
describe('bakes on the server', { timeout: 240_000 }, () => {
  it('killed at random moments, again and again, and started again: it goes on by itself, and the files are those of an unbroken bake', async () => {
    const whole = await unbroken();
    await whole.server.kill();
    const data = mkdtempSync(join(tmpdir(), 'bathyclast-'));
    let server = await start(data);
    const { id } = (await server.ask('POST', '/bakes', { scene, from: 0, through: 60 })).body as unknown as StoredBake;
    let broken = 0;
    for (let kills = 0; kills < cases(2, 10); kills++) {
      await new Promise((later) => setTimeout(later, 150 + 900 * Math.random()));
      const [before] = await server.list();
      await server.kill();
      if (before!.state === 'running') broken++;
      server = await start(data);
      const [after] = await server.list();
      // What was said to be on the disk is there.
      expect(after!.done).toBeGreaterThanOrEqual(before!.done);
    }
    expect(broken).toBeGreaterThan(0);
    await until(async () => (await server.list())[0]!.state === 'done');
    expect(filesOf(data, id)).toEqual(filesOf(whole.data, whole.id));
  });

  it('is paused, gone on with and taken away; the same is not baked twice; frames are read one by one, and progress is sent', async () => {
    const data = mkdtempSync(join(tmpdir(), 'bathyclast-'));
    const { address, ask, list } = await start(data);
    const stop = new AbortController();
    const events: StoredBakes[] = [];
    const listening = fetch(`${address}/api/bakes/events`, { signal: stop.signal }).then(async (response) => {
      let text = '';
      const decoder = new TextDecoder();
      for await (const part of response.body!) {
        text += decoder.decode(part, { stream: true });
        const whole = text.split('\n\n');
        text = whole.pop()!;
        events.push(...whole.map((event) => JSON.parse(event.replace(/^data: /, '')) as StoredBakes));
      }
    });
    listening.catch(() => undefined);
    const { id } = (await ask('POST', '/bakes', { scene, from: 0, through: 60 })).body as unknown as StoredBake;
    await until(async () => (await list())[0]!.done >= 0);
    expect((await ask('POST', `/bakes/${id}/pause`)).body).toMatchObject({ state: 'paused' });
    await until(async () => {
      const [a] = await list();
      await new Promise((later) => setTimeout(later, 300));
      return (await list())[0]!.done === a!.done;
    });
    expect((await list())[0]).toMatchObject({ state: 'paused' });
    // Looks and names are no part of what is baked: it is the same bake, and it goes on.
    const renamed = { ...scene, name: 'Renamed', camera: { ...scene.camera, angle: 50 } };
    const again = await ask('POST', '/bakes', { scene: renamed, from: 0, through: 60 });
    expect([again.status, (again.body as unknown as StoredBake).id]).toEqual([200, id]);
    await until(async () => (await list())[0]!.state === 'done');
    const frame = await fetch(`${address}/api/bakes/${id}/frames/60`);
    const read = frameOfBytes(new Uint8Array(await frame.arrayBuffer()));
    expect([read.frame, read.emitters[0]!.count]).toEqual([60, 20000 + 60 * (20000 / 24)]);
    const missing = await ask('GET', `/bakes/${id}/frames/61`);
    expect([missing.status, JSON.stringify(missing.body)]).toEqual([
      404,
      expect.stringContaining('Frame 61 of that bake is not there; it holds 0 to 60 of 60.'),
    ]);
    const wrong = await ask('POST', '/bakes', { scene, from: 5, through: 61 });
    expect([wrong.status, JSON.stringify(wrong.body)]).toEqual([
      422,
      expect.stringContaining('Frames 5 to 61 can’t be baked. Use whole frames from 0 to 60'),
    ]);
    await until(async () => events.some(({ bakes }) => bakes[0]?.state === 'done'));
    expect(events.some(({ bakes }) => bakes[0]?.state === 'running' && bakes[0].done > 0)).toBe(true);
    expect(events.at(-1)!.used).toBe((await list())[0]!.bytes);
    expect((await ask('DELETE', `/bakes/${id}`)).status).toBe(204);
    expect(await list()).toEqual([]);
    expect(existsSync(join(data, 'bakes', id))).toBe(false);
    stop.abort();
  });
});
