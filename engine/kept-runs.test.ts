import { describe, expect, it } from 'vitest';
import { testScene } from '../core/tests/scenes';
import { Simulation } from '../core/sim/step/simulation';
import { KeptRuns } from './kept-runs';
import type { SliceJob } from './protocol';

const scene = testScene({
  emitter: { emission: [{ kind: 'burst', count: 1000, frame: 0 }], birth: { life: 99, speed: 1 } },
});
const job: SliceJob = { number: 1, scene, draftFraction: 1, slice: 0, slices: 1, from: 0, through: 100, keeps: true };

/** What is kept of a run through so many frames. */
function runs(kept: KeptRuns, through: number, of = job): void {
  const run = new Simulation(scene, new Map());
  kept.offer(of, run);
  while (run.frame < through) {
    run.advance();
    kept.offer(of, run);
  }
}

describe('where runs were', () => {
  it('is kept at the start and every eighth frame; the latest before the wanted frame is gone on from, and what has changed is let go of', () => {
    const kept = new KeptRuns();
    runs(kept, 50);
    expect(kept.frames).toEqual([0, 8, 16, 24, 32, 40, 48]);
    expect(kept.latest({ ...job, from: 39 })!.frame).toBe(32);
    expect(kept.latest({ ...job, from: 5 })!.frame).toBe(0);
    kept.forget(32);
    expect(kept.frames).toEqual([0, 8, 16, 24]);
    expect(kept.latest({ ...job, draftFraction: 0.5, from: 39 })).toBeUndefined();
    expect(kept.frames).toEqual([]);
  });

  it('stays within its memory: checkpoints become fewer, and the last stays', () => {
    // A thousand particles take some 60 kB.
    const kept = new KeptRuns(400_000);
    runs(kept, 400);
    expect(kept.frames.length).toBeGreaterThan(2);
    expect(kept.frames.length).toBeLessThan(8);
    expect(kept.frames.at(-1)).toBeGreaterThan(300);
    const tiny = new KeptRuns(10_000);
    runs(tiny, 100);
    expect(tiny.frames).toHaveLength(1);
  });
});
