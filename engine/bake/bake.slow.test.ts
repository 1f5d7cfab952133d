import { createHash } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { examples } from '../../core/examples';
import type { Scene } from '../../core/document/scene';
import { testScene } from '../../core/tests/scenes';
import type { WorkerPool } from '../worker-pool';
import { poolOfProgram } from '../node-pool';
import type { Frame } from '../frame';
import { bake, type BakeOrder, type BakeProgress } from './bake';
import { bytesOfFrame, frameOfBytes } from './frame-bytes';
import { merge } from './merge';
import { BakeReader } from './store';

const program = join(import.meta.dirname, '..', '..', 'dist', 'node', 'node-worker.js');
const pools = new Set<WorkerPool>();
const root = mkdtempSync(join(tmpdir(), 'bathyclast-bake-'));
let folders = 0;
const freshFolder = () => join(root, String(folders++));

afterEach(() => {
  for (const pool of pools) pool.end();
  pools.clear();
});

function poolOf(threads: number): WorkerPool {
  const pool = poolOfProgram(program, threads);
  pools.add(pool);
  return pool;
}

const plume: Scene = examples.find(({ slug }) => slug === 'vent-plume')!.scene;
/** Sparks that are born along the way of others, bounce and split: whatever a run keeps from frame to frame. */
const busy = testScene({
  time: { last: 40, substeps: 2 },
  emitter: {
    shape: { kind: 'ball', radius: 1 },
    emission: [{ kind: 'rate', rate: 1500 }],
    birth: { life: 1, lifeVariance: 0.5, speed: 1, spread: 60 },
    look: { kind: 'flake', colourBy: 'source' },
  },
  fields: [{ settings: { kind: 'turbulence' }, strength: 3 }, { settings: { kind: 'gravity' } }],
  colliders: [{ id: 'c', name: 'C', shape: { kind: 'plane' }, transform: { position: [0, -0.5, 0] }, split: true }],
});
const order = (scene: Scene, folder: string, more: Partial<BakeOrder> = {}): BakeOrder => ({
  scene,
  assets: new Map(),
  folder,
  from: scene.time.first,
  through: Math.min(40, scene.time.last),
  slice: 0,
  slices: 1,
  ...more,
});
/** Every file of a folder, by name. */
const filesOf = (folder: string) =>
  new Map(
    readdirSync(folder).map((name) => [
      name,
      createHash('sha256')
        .update(readFileSync(join(folder, name)))
        .digest('hex'),
    ]),
  );

/** The files of an unbroken bake on one thread, made once a scene. */
const wholes = new Map<Scene, string>();
async function wholeOf(scene: Scene): Promise<string> {
  const known = wholes.get(scene);
  if (known) return known;
  const folder = freshFolder();
  await bake(order(scene, folder), poolOf(1));
  wholes.set(scene, folder);
  return folder;
}

describe('a bake', () => {
  it('holds the particles of a run, bit for bit, in the order of their numbers', async () => {
    const reader = new BakeReader(await wholeOf(busy), true);
    expect(reader.isWhole).toBe(true);
    const live = await new Promise<Frame>((resolve, reject) =>
      poolOf(2).start({
        scene: busy,
        assets: new Map(),
        draftFraction: 1,
        from: 33,
        through: 33,
        onFrame: resolve,
        onFailed: (m) => reject(new Error(m)),
      }),
    );
    const kept = frameOfBytes(reader.frame(33)!);
    expect(Buffer.from(bytesOfFrame(live)).equals(reader.frame(33)!)).toBe(true);
    expect([...kept.emitters[0]!.id]).toEqual([...live.emitters[0]!.id].toSorted((a, b) => a - b));
    expect(kept.contacts).toEqual(live.contacts);
    expect(kept.emitters[0]!.tint).toHaveLength(kept.emitters[0]!.count);
    expect(kept.emitters[0]!.columns.qx).toHaveLength(kept.emitters[0]!.count);
  });

  it('gives the same files for any number of threads, and in parts that are put together', async () => {
    for (const scene of [plume, busy]) {
      const whole = filesOf(await wholeOf(scene));
      const three = freshFolder();
      await bake(order(scene, three), poolOf(3));
      expect(filesOf(three)).toEqual(whole);
      const parts = [0, 1, 2].map(() => freshFolder());
      for (const [slice, folder] of parts.entries()) await bake(order(scene, folder, { slice, slices: 3 }), poolOf(2));
      const merged = freshFolder();
      await merge([parts[2]!, parts[0]!, parts[1]!], merged);
      expect(filesOf(merged)).toEqual(whole);
    }
  });

  it('broken off after each file and gone on with from its checkpoint, gives the files of an unbroken one', async () => {
    // Frames of several files.
    const scene = { ...busy, time: { ...busy.time, last: 150 } };
    const long = (folder: string) => order(scene, folder, { through: 150 });
    const unbroken = freshFolder();
    await bake(long(unbroken), poolOf(1));
    const folder = freshFolder();
    // Where each run began, behind the last frame of a file.
    const behind: number[] = [];
    let done = -1;
    for (let stopped = true; stopped; ) {
      const stop = new AbortController();
      const pool = poolOf(2);
      const start = pool.start.bind(pool);
      let begun: number | undefined;
      pool.start = (job) => {
        if (job.resume) behind.push(done - job.resume[0]!.frame);
        start({
          ...job,
          onCheckpoint: (checkpoints) => {
            job.onCheckpoint!(checkpoints);
            if (done > begun!) stop.abort();
          },
        });
      };
      const onWritten = (progress: BakeProgress) => {
        begun ??= progress.done;
        done = progress.done;
      };
      // A checkpoint is asked for as soon as the last one is there, as on frames that take longer than the pause between.
      await bake(long(folder), pool, { signal: stop.signal, checkpointSeconds: 0, onWritten });
      stopped = stop.signal.aborted;
    }
    expect(behind.length).toBeGreaterThan(1);
    for (const frames of behind) expect([0, 1, 2, 3]).toContain(frames);
    expect(filesOf(folder)).toEqual(filesOf(unbroken));
  }, 240_000);

  it('bakes anew from a damaged file on, and reads none of it', async () => {
    const from = await wholeOf(plume);
    const folder = freshFolder();
    cpSync(from, folder, { recursive: true });
    const path = join(folder, 'chunk-000001.bin');
    const bytes = readFileSync(path);
    bytes[bytes.length >> 1]! ^= 1;
    writeFileSync(path, bytes);
    // What a program that was killed had begun to write; there is no process of that number.
    writeFileSync(join(folder, '.chunk-000001.bin.99999999'), 'half a chunk');
    const reader = new BakeReader(folder, true);
    expect(reader.isWhole).toBe(false);
    expect(reader.frame(reader.through)).toBeDefined();
    expect(() => reader.frame(reader.through + 1)).toThrow(/“chunk-000001.bin” is damaged/);
    await bake(order(plume, folder), poolOf(2));
    expect(filesOf(folder)).toEqual(filesOf(from));
  });

  it('stops at a full disk with what is written, and goes on when there is room', async () => {
    const folder = freshFolder();
    let room = 12_000_000;
    const { writeSync } = await import('node:fs');
    const full = bake(order(plume, folder, { through: 80 }), poolOf(2), {
      write(file, bytes) {
        room -= bytes.length;
        if (room < 0) throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
        writeSync(file, bytes);
      },
    });
    await expect(full).rejects.toMatchObject({ code: 'ENOSPC' });
    expect(readdirSync(folder).some((name) => name.startsWith('.'))).toBe(false);
    expect(new BakeReader(folder, true).through).toBeGreaterThan(plume.time.first);
    await bake(order(plume, folder, { through: 80 }), poolOf(2));
    const unbroken = freshFolder();
    await bake(order(plume, unbroken, { through: 80 }), poolOf(2));
    expect(filesOf(folder)).toEqual(filesOf(unbroken));
  });

  it('refuses in words what does not belong together', async () => {
    const whole = await wholeOf(plume);
    const part = freshFolder();
    await bake(order(plume, part, { slice: 0, slices: 2, through: 3 }), poolOf(1));
    const told = async (work: () => unknown) => {
      try {
        await work();
        return '';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(await told(() => bake(order(busy, whole), poolOf(1)))).toMatch(
      /holds another bake: it belongs to another state of a scene \(“Vent plume”\)/,
    );
    expect(await told(() => bake(order(plume, whole, { through: 20 }), poolOf(1)))).toMatch(
      /it holds frames 0 to 40, and not 0 to 20/,
    );
    expect(await told(() => bake(order(plume, part, { slice: 1, slices: 2, through: 3 }), poolOf(1)))).toMatch(
      /it is part 1 of 2/,
    );
    expect(await told(() => merge([part], freshFolder()))).toMatch(/part 2 of 2 is missing/);
    expect(await told(() => merge([part, whole], freshFolder()))).toMatch(/it holds frames 0 to 40/);
    expect(await told(() => merge([root], freshFolder()))).toMatch(/holds no bake/);
    const older = freshFolder();
    cpSync(whole, older, { recursive: true });
    const manifest = JSON.parse(readFileSync(join(older, 'bake.json'), 'utf8')) as object;
    writeFileSync(join(older, 'bake.json'), JSON.stringify({ ...manifest, engine: 0 }));
    expect(await told(() => bake(order(plume, older), poolOf(1)))).toMatch(/made by version 0 of the engine/);
    const swarm = examples.find(({ slug }) => slug === 'lantern-swarm')!.scene;
    expect(await told(() => bake(order(swarm, freshFolder(), { slices: 2 }), poolOf(1)))).toMatch(
      /act on one another, so they can’t be baked in parts/,
    );
    rmSync(root, { recursive: true });
  });
});
