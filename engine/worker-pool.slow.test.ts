import { join } from 'node:path';
import type { Worker } from 'node:worker_threads';
import { afterEach, describe, expect, it } from 'vitest';
import { examples } from '../core/examples';
import type { Scene } from '../core/document/scene';
import { sparse, testScene } from '../core/tests/scenes';
import { particlesCsv, tablesOf } from '../formats/particles';
import type { WorkerPool } from './worker-pool';
import { poolOfProgram } from './node-pool';
import { aliveOn, type Frame } from './frame';
import type { ToWorker } from './protocol';

const program = join(import.meta.dirname, '..', 'dist', 'node', 'node-worker.js');
const pools = new Set<WorkerPool>();

afterEach(() => {
  for (const pool of pools) pool.end();
  pools.clear();
});

/** A pool of real threads; `threads` gets each worker as it is hired. */
function poolOf(threads: number, hired: Worker[] = []): WorkerPool {
  const pool = poolOfProgram(program, threads, (worker) => void hired.push(worker));
  pools.add(pool);
  return pool;
}

/** All frames of an order, in the order in which they came; `onFrame` is told of each. */
function framesOf(
  pool: WorkerPool,
  scene: Scene,
  from: number,
  through: number,
  {
    draftFraction = 1,
    keeps = false,
    onFrame = () => undefined,
  }: { draftFraction?: number; keeps?: boolean; onFrame?: (frame: Frame) => void } = {},
): Promise<Frame[]> {
  const frames: Frame[] = [];
  return new Promise((resolve, reject) =>
    pool.start({
      scene,
      assets: new Map(),
      draftFraction,
      from,
      through,
      keeps,
      onFrame: (frame) => {
        frames.push(frame);
        onFrame(frame);
      },
      onDone: () => resolve(frames),
      onFailed: (message) => reject(new Error(message)),
    }),
  );
}

const textOf = (frame: Frame, scene: Scene) =>
  particlesCsv(
    tablesOf(
      frame.emitters,
      scene.emitters.map((e) => e.id),
    ),
  );

const scene = sparse(examples[2]!.scene, 1 / 4);

describe('a pool of threads that fill a grid first', () => {
  /** A flow round a ball, on so many cells a metre. */
  const flow = (cells: number) =>
    testScene({
      colliders: [{ id: 'c', name: 'C', shape: { kind: 'ball', radius: 0.5 } }],
      groups: [{ id: 'g', name: 'G', mute: true }],
      fields: [
        { group: 'g', settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'flow', strength: 1 },
        {
          actsAs: 'flow',
          settings: { kind: 'grid', group: 'g', around: true, width: 2, height: 2, depth: 2, cell: 1 / cells },
        },
      ],
    });

  it('tells how far that is, that it is there, and comes to the same bits by one, two and three threads', async () => {
    const told: (number | undefined)[] = [];
    let filled = 0;
    const runs = await Promise.all(
      [1, 2, 3].map((threads) => {
        const pool = poolOf(threads);
        if (threads === 2) {
          pool.onFilling = (share) => void told.push(share);
          pool.onFilled = () => filled++;
        }
        return framesOf(pool, flow(24), 0, 4);
      }),
    );
    for (const frames of runs.slice(1)) expect(textOf(frames[4]!, flow(24))).toBe(textOf(runs[0]![4]!, flow(24)));
    expect(told.length).toBeGreaterThan(1);
    expect(told.at(-1)).toBeUndefined();
    expect(told.slice(0, -1).every((share) => share !== undefined && share >= 0 && share <= 1)).toBe(true);
    expect(filled).toBe(1);
  });

  it('stops within the filling: another order is worked on long before it would be done', async () => {
    const pool = poolOf(1);
    const begun = new Promise<void>((resolve) => {
      pool.onFilling = () => resolve();
    });
    const order = { assets: new Map(), draftFraction: 1, from: 0, through: 1, onFrame: () => undefined };
    let failed = 0;
    pool.start({ ...order, scene: flow(60), onFailed: () => failed++ });
    await begun;
    let filled = 0;
    pool.onFilled = () => filled++;
    const frames = await framesOf(pool, flow(6), 0, 1);
    expect(frames).toHaveLength(2);
    // Of the two grids only that of the second order was filled.
    expect([filled, failed]).toEqual([1, 0]);
  });
});

describe('a pool of threads', () => {
  it('hands over each frame once, in order, the same for one, two and three threads', async () => {
    const [one, two, three] = await Promise.all([1, 2, 3].map((threads) => framesOf(poolOf(threads), scene, 0, 12)));
    expect(one!.map((f) => f.frame)).toEqual(Array.from({ length: 13 }, (_, i) => i));
    for (const frames of [two, three])
      for (const [i, frame] of frames!.entries()) expect(textOf(frame, scene)).toBe(textOf(one![i]!, scene));
  });

  it('any path of scrubbing gives the same frame: asked for alone, or after others', async () => {
    const pool = poolOf(2);
    const alone = await framesOf(pool, scene, 20, 20);
    const after = await framesOf(pool, scene, 3, 22);
    const again = await framesOf(pool, scene, 20, 20);
    expect(textOf(after[17]!, scene)).toBe(textOf(alone[0]!, scene));
    expect(textOf(again[0]!, scene)).toBe(textOf(alone[0]!, scene));
  });

  it('adds up counts and meters of its threads', async () => {
    const [one, two] = (await Promise.all([1, 2].map((threads) => framesOf(poolOf(threads), scene, 30, 30)))).flat();
    expect(aliveOn(two!)).toBe(aliveOn(one!));
    expect(two!.emitters.map((e) => [e.born, e.died, e.retired])).toEqual(
      one!.emitters.map((e) => [e.born, e.died, e.retired]),
    );
    expect(two!.meters.bounds).toEqual(one!.meters.bounds);
    expect(two!.meters.fields[0]!.peak).toBeCloseTo(one!.meters.fields[0]!.peak, 9);
  });

  it('an order that is replaced is heard of no more', async () => {
    const pool = poolOf(2);
    const heard: number[] = [];
    pool.start({
      scene,
      assets: new Map(),
      draftFraction: 1,
      from: 0,
      through: 100,
      onFrame: (frame) => void heard.push(frame.frame),
    });
    const frames = await framesOf(pool, testScene(), 0, 2);
    const before = heard.length;
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(heard).toHaveLength(before);
    expect(frames).toHaveLength(3);
    expect(aliveOn(frames[0]!)).toBe(1);
  });

  it('a slow reader is not buried: no frame is made before it is allowed', async () => {
    const pool = poolOf(2);
    const heard: number[] = [];
    const done = new Promise<void>((resolve) =>
      pool.start({
        scene,
        assets: new Map(),
        draftFraction: 1,
        from: 0,
        through: 4,
        paced: true,
        onFrame: (frame) => void heard.push(frame.frame),
        onDone: () => resolve(),
      }),
    );
    await expect.poll(() => heard, { timeout: 10_000 }).toEqual([0]);
    await new Promise((resolve) => setTimeout(resolve, 250));
    expect(heard).toEqual([0]);
    pool.allow(2);
    await expect.poll(() => heard, { timeout: 10_000 }).toEqual([0, 1, 2]);
    pool.allow(4);
    await done;
    expect(heard).toEqual([0, 1, 2, 3, 4]);
  });

  it('a scene that throws is told as a failure, and the pool works on', async () => {
    const pool = poolOf(2);
    const good = testScene({ fields: [{ settings: { kind: 'wind' } }] });
    const bad = { ...good, fields: [{ ...good.fields[0]!, settings: { kind: 'nonsense' } }] } as Scene;
    await expect(framesOf(pool, bad, 0, 3)).rejects.toThrow('There is no kind of field “nonsense”.');
    expect(await framesOf(pool, good, 0, 3)).toHaveLength(4);
  });

  it('a thread that breaks is replaced, and the order goes on behind the last frame that came; the third time it is told', async () => {
    const hired: Worker[] = [];
    const pool = poolOf(2, hired);
    const whole = await framesOf(poolOf(2), scene, 0, 30);
    const frames = await framesOf(pool, scene, 0, 30, {
      onFrame({ frame }) {
        if (frame === 9) hired.at(-1)!.emit('error', new Error('out of memory'));
        if (frame === 20) hired.at(-2)!.emit('error', new Error('out of memory'));
      },
    });
    expect(hired).toHaveLength(6);
    expect(frames.map((f) => textOf(f, scene))).toEqual(whole.map((f) => textOf(f, scene)));
    const broken = framesOf(pool, scene, 0, 120);
    for (let n = 0; n < 3; n++) hired.at(-1)!.emit('error', new Error('out of memory'));
    await expect(broken).rejects.toThrow('out of memory');
    expect(await framesOf(pool, scene, 0, 2)).toHaveLength(3);
  });

  it('where a thread breaks, a run that keeps where it is goes on from there and not from the start', async () => {
    const resumed: (number | undefined)[] = [];
    const hired: Worker[] = [];
    const pool = poolOfProgram(program, 2, (worker) => {
      hired.push(worker);
      const post = worker.postMessage.bind(worker);
      worker.postMessage = (message: ToWorker, ...rest) => {
        if (message.type === 'run') resumed.push(message.job.resume?.frame);
        post(message, ...rest);
      };
    });
    pools.add(pool);
    const frames = await framesOf(pool, scene, 0, 80, {
      keeps: true,
      onFrame({ frame }) {
        if (frame === 70) hired.at(-1)!.emit('error', new Error('out of memory'));
      },
    });
    expect(resumed).toEqual([undefined, undefined, 64, 64]);
    const whole = await framesOf(poolOf(2), scene, 71, 80);
    expect(frames.slice(71).map((f) => textOf(f, scene))).toEqual(whole.map((f) => textOf(f, scene)));
    expect(frames).toHaveLength(81);
  });

  it('runs go on from where earlier ones of the same scene were, until it is said that it has changed', async () => {
    const pool = poolOf(2);
    const run = (from: number, through: number, draftFraction = 1) =>
      new Promise<{ frames: Frame[]; seconds: number }>((resolve, reject) => {
        const frames: Frame[] = [];
        pool.start({
          scene,
          assets: new Map(),
          draftFraction,
          from,
          through,
          keeps: true,
          onFrame: (frame) => void frames.push(frame),
          onDone: (seconds) => resolve({ frames, seconds }),
          onFailed: (message) => reject(new Error(message)),
        });
      });
    const first = await run(0, 60);
    const again = await run(58, 60);
    expect(again.frames.map((f) => textOf(f, scene))).toEqual(first.frames.slice(58).map((f) => textOf(f, scene)));
    pool.forget(20);
    const other = await run(40, 40);
    expect(textOf(other.frames[0]!, scene)).toBe(textOf(first.frames[40]!, scene));
    const draft = await run(40, 40, 0.5);
    expect(textOf(draft.frames[0]!, scene)).toBe(
      textOf((await framesOf(poolOf(1), scene, 40, 40, { draftFraction: 0.5 }))[0]!, scene),
    );
  });
});

it('a flock is the same for any number of threads, bit for bit', async () => {
  const { scene } = examples.find((e) => e.slug === 'lantern-swarm')!;
  const short = { ...scene, time: { ...scene.time, preRoll: 0 }, draftFraction: 1 };
  const run = async (threads: number) => (await framesOf(poolOf(threads), short, 24, 24, { draftFraction: 0.3 }))[0]!;
  const one = textOf(await run(1), short);
  expect(one.length).toBeGreaterThan(10_000);
  expect(textOf(await run(3), short)).toBe(one);
});

it('particles that pull others do so from any thread, however many come to be: the same bits for any number of threads', async () => {
  const other = {
    id: 'o',
    name: 'O',
    shape: { kind: 'ball', radius: 2 },
    emission: [{ kind: 'rate', rate: 30_000 }],
    birth: { life: 9 },
  };
  const coupled = testScene({
    emitter: {
      shape: { kind: 'ball' },
      emission: [{ kind: 'burst', count: 300 }],
      birth: { life: 9, speed: 0.5, spread: 180 },
    },
    others: [other],
    fields: [{ settings: { kind: 'attractor', target: 'particles', of: 'o' }, strength: 3 }],
  });
  const [one, three] = await Promise.all([1, 3].map((threads) => framesOf(poolOf(threads), coupled, 12, 12)));
  expect(textOf(three![0]!, coupled)).toBe(textOf(one![0]!, coupled));
  // So many that the threads’ common room has to grow again and again.
  expect(aliveOn(three![0]!)).toBe(15_300);
});

describe('threads whose particles act on one another', () => {
  const coupled = testScene({
    emitter: {
      shape: { kind: 'ball', radius: 1 },
      emission: [{ kind: 'rate', rate: 400 }],
      birth: { life: 0.8, lifeVariance: 0.3, speed: 0.4, spread: 180 },
      // What is shown of a field is worked out anew on each frame, by the neighbours of then.
      look: { kind: 'point', colourBy: 'field', field: 'f0' },
    },
    fields: [
      {
        settings: { kind: 'flock', alignmentRadius: 0.5, cohesionRadius: 0.6, flocks: 'all' },
        falloff: { kind: 'ball', inner: 0.5, outer: 1.5 },
      },
    ],
  });
  const lone = testScene({
    emitter: { id: 'l', name: 'L', emission: [{ kind: 'burst', count: 1, frame: 5 }], birth: { life: 2 } },
  });
  const shoals: Scene = { ...coupled, emitters: [...coupled.emitters, ...lone.emitters] };
  const texts = (frames: readonly Frame[]) => frames.map((f) => textOf(f, shoals));

  it('make the same frames, also where some of them have no particle of an emitter', async () => {
    const [one, two, three] = await Promise.all([1, 2, 3].map((threads) => framesOf(poolOf(threads), shoals, 0, 24)));
    expect(aliveOn(one![24]!)).toBeGreaterThan(200);
    expect(new Set(one![24]!.emitters[0]!.weight).size).toBeGreaterThan(20);
    expect(texts(two!)).toEqual(texts(one!));
    expect(texts(three!)).toEqual(texts(one!));
    const weights = (frames: readonly Frame[]) =>
      frames.map((f) => f.emitters.map(({ id, weight }) => new Map(Array.from(id, (n, i) => [n, weight[i]]))));
    expect(weights(three!)).toEqual(weights(one!));
  });

  it('go on from a frame that all of them have kept', async () => {
    const pool = poolOf(3);
    const whole = await framesOf(poolOf(1), shoals, 0, 60);
    await framesOf(pool, shoals, 0, 40, { keeps: true });
    pool.forget(23);
    const [again] = await framesOf(pool, shoals, 60, 60, { keeps: true });
    expect(textOf(again!, shoals)).toBe(texts(whole)[60]);
  });

  it('leave an order that is stopped while they wait for one another, and go on when one of them breaks', async () => {
    const hired: Worker[] = [];
    const pool = poolOf(3, hired);
    for (let n = 0; n < 12; n++) {
      pool.start({
        scene: shoals,
        assets: new Map(),
        draftFraction: 1,
        from: 0,
        through: 100,
        onFrame: () => undefined,
      });
      await new Promise((resolve) => setTimeout(resolve, 7 * n));
    }
    const whole = await framesOf(poolOf(1), shoals, 0, 30);
    const frames = await framesOf(pool, shoals, 0, 30, {
      onFrame({ frame }) {
        if (frame === 12) hired.at(-1)!.emit('error', new Error('out of memory'));
      },
    });
    expect(texts(frames)).toEqual(texts(whole));
  });
});
