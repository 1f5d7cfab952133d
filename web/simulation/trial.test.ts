import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import type { Scene } from '../../core/document/scene';
import type { Checkpoint } from '../../core/sim/step/run';
import type { Frame } from '../../engine/frame';
import type { Job, WorkerPool } from '../../engine/worker-pool';
import { Trial } from './trial';

/** A pool that notes its orders; a test makes their frames. */
class Pool {
  readonly orders: Job[] = [];
  readonly allowed: number[] = [];
  stopped = 0;
  start = (order: Job) => void this.orders.push(order);
  stop = () => void this.stopped++;
  allow = (frame: number) => void this.allowed.push(frame);
  get last(): Job {
    return this.orders.at(-1)!;
  }
}

const scene = testScene({ time: { fps: 25, first: 0, last: 40 }, fields: [{ settings: { kind: 'wind' } }] });
const stronger = (strength: number): Scene => ({
  ...scene,
  fields: scene.fields.map((field) => ({ ...field, strength })),
});
// A trial only hands checkpoints and frames on
const [checkpoint, frame] = [
  (at: number) => [{ at }] as unknown as Checkpoint[],
  (at: number) => ({ frame: at }) as Frame,
];

let pool: Pool;
let shown: number[];
let failed = 0;
const begin = (at = 10) =>
  // It uses these three members
  new Trial(pool as unknown as WorkerPool, scene, new Map(), at, {
    onFrame: (made) => shown.push(made.frame),
    onFailed: () => failed++,
  });
/** A frame comes, and the state of the threads on it. */
const makes = (at: number) => {
  pool.last.onFrame(frame(at));
  pool.last.onCheckpoint!(checkpoint(at));
};

beforeEach(() => {
  vi.useFakeTimers();
  pool = new Pool();
  shown = [];
  failed = 0;
});
afterEach(() => void vi.useRealTimers());

describe('a trial', () => {
  it('begins with the state on the frame that is seen, which is not shown again', () => {
    begin();
    expect(pool.last).toMatchObject({
      from: 10,
      through: 10,
      tells: true,
      keeps: true,
      draftFraction: scene.draftFraction,
    });
    makes(10);
    expect(shown).toEqual([]);
    expect(pool.orders).toHaveLength(1);
  });

  it('goes on from there with the edited scene, also where the edit came before the state', () => {
    const trial = begin();
    trial.edit(stronger(5));
    expect(pool.orders).toHaveLength(1);
    makes(10);
    expect(pool.last).toMatchObject({ from: 11, through: 40, resume: [{ at: 10 }], paced: true });
    expect(pool.last.scene.fields[0]!.strength).toBe(5);
    makes(11);
    expect(shown).toEqual([11]);
  });

  it('goes on from the frame it has come to where it is edited again', () => {
    const trial = begin();
    makes(10);
    trial.edit(stronger(5));
    for (const at of [11, 12, 13]) makes(at);
    trial.edit(stronger(6));
    expect(pool.last).toMatchObject({ from: 14, resume: [{ at: 13 }] });
    expect(pool.last.scene.fields[0]!.strength).toBe(6);
  });

  it('goes at the rate of the shot: the next frame is allowed when its time has come', () => {
    const trial = begin();
    makes(10);
    trial.edit(stronger(5));
    vi.advanceTimersByTime(15);
    makes(11);
    expect(pool.allowed).toEqual([]);
    vi.advanceTimersByTime(24);
    expect(pool.allowed).toEqual([]);
    vi.advanceTimersByTime(1);
    expect(pool.allowed).toEqual([12]);
  });

  it('allows a frame at once where the one before took longer than its time', () => {
    const trial = begin();
    makes(10);
    trial.edit(stronger(5));
    vi.advanceTimersByTime(90);
    makes(11);
    vi.advanceTimersByTime(0);
    expect(pool.allowed).toEqual([12]);
  });

  it('goes no further than the shot', () => {
    const trial = begin(40);
    makes(40);
    trial.edit(stronger(5));
    expect(pool.orders).toHaveLength(1);
  });

  it('that ends stops its threads and allows no more frames', () => {
    const trial = begin();
    makes(10);
    trial.edit(stronger(5));
    makes(11);
    trial.end();
    vi.advanceTimersByTime(1000);
    expect([pool.stopped, pool.allowed]).toEqual([1, []]);
  });

  it('tells that its threads failed', () => {
    begin();
    pool.last.onFailed!('out of memory');
    expect(failed).toBe(1);
  });
});
