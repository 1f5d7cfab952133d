import {
  closeSync,
  fsyncSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { completeScene } from '../core/scene/read';
import type { Scene } from '../core/document/scene';
import { Simulation } from '../core/sim/step/simulation';
import { bake } from '../engine/bake/bake';
import type { WorkerPool } from '../engine/worker-pool';
import { snapshot, type Frame } from '../engine/frame';
import { bytesOf } from '../engine/joined-frame';
import { nodePool } from '../engine/node-pool';
import { bytesOfReduced, FrameReducer } from '../engine/reduced-frame';
import { burstRun, fiveFields } from './five-fields';
import { inTurn, median, tell } from './measure';

const COUNT = 20_000;
const LAST = 144;

/** The five-field stack with steady emission, so many alive in the end; `strength` is the turbulence’s. */
const sceneOf = (strength: number, count = COUNT): Scene =>
  completeScene({
    name: 'Bench',
    time: { last: LAST },
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'ball', radius: 1 },
        emission: [{ kind: 'burst', count }],
        birth: { life: 99, drag: 0.5 },
      },
    ],
    fields: fiveFields().map((field, i) => ({ id: `f${i}`, name: `F${i}`, ...field, ...(i === 4 && { strength }) })),
  });

/** Milliseconds from an order to its frame. */
function picture(pool: WorkerPool, scene: Scene, frame: number, keeps: boolean): Promise<number> {
  const begin = performance.now();
  return new Promise((resolve, reject) => {
    let came = 0;
    pool.start({
      scene,
      assets: new Map(),
      draftFraction: 1,
      from: frame,
      through: frame,
      keeps,
      onFrame: () => (came = performance.now()),
      onDone: () => resolve(came - begin),
      onFailed: (message) => reject(new Error(message)),
    });
  });
}

/** Scrubbing, edits and cancelling with the threads of Node.js, beside a bare run of as many steps in this thread. */
async function benchOrders(): Promise<void> {
  const pool = nodePool(2);
  let edits = 0;
  const scene = sceneOf(1);
  await picture(pool, scene, LAST, true);
  const spots = [7, 131, 64, 20, 99, 142, 45];
  let at = 0;
  const found = await inTurn({
    scrub: () => picture(pool, scene, spots[at++ % spots.length]!, true),
    bare: () => {
      const run = new Simulation(scene, new Map());
      const begin = performance.now();
      for (let i = 0; i < 48; i++) run.advance();
      return performance.now() - begin;
    },
  });
  // Another state of the scene each time: from the start.
  const edited = await inTurn({ edit: () => picture(pool, sceneOf(1 + edits++ / 10), 48, false) });
  tell({
    case: 'scrub to a frame, from states kept every eighth',
    particles: COUNT,
    milliseconds: found['scrub']!,
    timesBare48Steps: found['scrub']! / found['bare']!,
  });
  tell({
    case: 'edit to picture, frame 48, two threads',
    particles: COUNT,
    milliseconds: edited['edit']!,
    timesBare48Steps: edited['edit']! / found['bare']!,
  });
  const idle = await inTurn({ idle: () => picture(pool, sceneOf(1, 100), 0, false) });
  const busy = await inTurn({
    async busy() {
      pool.start({
        scene: sceneOf(1, 500_000),
        assets: new Map(),
        draftFraction: 1,
        from: LAST,
        through: LAST,
        onFrame: () => undefined,
      });
      await new Promise((resolve) => setTimeout(resolve, 1500));
      return picture(pool, sceneOf(1, 100), 0, false);
    },
  });
  tell({
    case: 'a picture of 100 particles, threads idle or in the middle of 500 000',
    idleMilliseconds: idle['idle']!,
    busyMilliseconds: busy['busy']!,
    cancelMilliseconds: Math.max(0, busy['busy']! - idle['idle']!),
  });
  pool.end();
}

/** A bake beside a plain write of the same bytes. */
async function benchBake(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'bathyclast-bench-'));
  const pool = nodePool(2);
  const scene = sceneOf(1, 200_000);
  const [rates, plain]: [number[], number[]] = [[], []];
  for (let round = 0; round < 3; round++) {
    const out = join(folder, String(round));
    const begin = performance.now();
    await bake({ scene, assets: new Map(), folder: out, from: 0, through: 24, slice: 0, slices: 1 }, pool);
    const seconds = (performance.now() - begin) / 1000;
    const files = readdirSync(out, { recursive: true, withFileTypes: true }).filter((f) => f.isFile());
    const paths = files.map((f) => join(f.parentPath, f.name));
    const megabytes = paths.reduce((sum, path) => sum + statSync(path).size, 0) / 1e6;
    rates.push(megabytes / seconds);
    const bytes = paths.map((path) => readFileSync(path));
    const start = performance.now();
    const file = openSync(join(folder, 'plain'), 'w');
    for (const part of bytes) {
      writeSync(file, part);
      fsyncSync(file);
    }
    closeSync(file);
    plain.push(megabytes / ((performance.now() - start) / 1000));
  }
  pool.end();
  rmSync(folder, { recursive: true });
  tell({
    case: 'bake of 25 frames, simulation included',
    particles: 200_000,
    megabytesASecond: median(rates),
    plainWriteMegabytesASecond: median(plain),
    shareOfPlainWrite: median(rates) / median(plain),
  });
}

/** Bytes of a particle: in a run, in a frame, in a frame in short form. */
function benchMemory(): void {
  const count = 1_000_000;
  const run = burstRun(fiveFields(), count);
  const [population] = run.populations;
  const { id, birth, held, generation, events, columns } = population!;
  const live = [id, birth, held, generation, events, ...Object.values(columns)];
  const frames: Frame[] = [];
  for (let n = 0; n < 2; n++) {
    run.advance();
    frames.push(snapshot(run, 1));
  }
  const reducer = new FrameReducer((frame) => frame / 24);
  const times: number[] = [];
  const reduced = frames.map((frame) => {
    const begin = performance.now();
    const short = reducer.reduce(frame);
    times.push(performance.now() - begin);
    return short;
  });
  tell({
    case: 'bytes a particle',
    particles: count,
    live: live.reduce((sum, column) => sum + (column.length > 0 ? column.BYTES_PER_ELEMENT : 0), 0),
    frame: bytesOf(frames[0]!) / count,
    frameInShortForm: bytesOfReduced(reduced[0]!) / count,
    megabytesFor48Frames: (48 * bytesOfReduced(reduced[0]!) + reducer.bytes) / (1024 * 1024),
    millisecondsToReduce: times[1]!,
  });
}

/** Runs as the page, the terminal and the server have them. */
export async function benchRuns(): Promise<void> {
  benchMemory();
  await benchOrders();
  await benchBake();
}
