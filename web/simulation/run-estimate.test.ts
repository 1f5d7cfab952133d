import { describe, expect, it } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { RunEstimate } from './run-estimate';

/** 10 000 particles, alive from frame 0 on, without fields. */
const scene = testScene({
  emitter: { emission: [{ kind: 'burst', count: 10_000, frame: 0 }], birth: { life: 1e4 } },
  time: { last: 400 },
});
const NONE = new Map();

/** An estimate on a machine where a particle and step takes a microsecond. */
function measured(): RunEstimate {
  const estimate = new RunEstimate();
  for (let i = 0; i < 40; i++) estimate.learn(1e-6);
  return estimate;
}

describe('how long a run takes', () => {
  it('is told by particles, steps and threads: a deeper draft comes first where it is more than 150 ms', () => {
    const estimate = measured();
    // 10 000 particles over 14 frames take 140 ms, over 16 frames 160 ms.
    expect(estimate.deeperShare(scene, NONE, 14, -Infinity, 1, false)).toBeUndefined();
    expect(estimate.deeperShare(scene, NONE, 16, -Infinity, 1, false)).toBeCloseTo(0.03 / 0.16, 2);
    expect(estimate.deeperShare(scene, NONE, 16, -Infinity, 2, false)).toBeUndefined();
  });

  it('may be 60 ms while a control is moved', () => {
    expect(measured().deeperShare(scene, NONE, 5, -Infinity, 1, true)).toBeUndefined();
    expect(measured().deeperShare(scene, NONE, 7, -Infinity, 1, true)).toBeCloseTo(0.03 / 0.07, 2);
  });

  it('counts from where an earlier run was', () => {
    expect(measured().deeperShare(scene, NONE, 100, 90, 1, false)).toBeUndefined();
    expect(measured().deeperShare(scene, NONE, 100, 50, 1, false)).toBeCloseTo(0.03 / 0.5, 2);
    // A frame before it is run from where it was kept before that, so nothing is saved twice.
    expect(measured().deeperShare(scene, NONE, 14, 90, 1, false)).toBeUndefined();
  });

  it('never goes below 300 particles, nor above the draft of the scene', () => {
    expect(measured().deeperShare(scene, NONE, 400, -Infinity, 1, false)).toBe(300 / 10_000);
    expect(measured().deeperShare({ ...scene, draftFraction: 0.02 }, NONE, 400, -Infinity, 1, true)).toBe(0.02);
  });

  it('learns half of the difference from each run, and nothing from one without steps', () => {
    const estimate = measured();
    estimate.learn(3e-6);
    // Two microseconds now: 8 frames are 160 ms.
    expect(estimate.deeperShare(scene, NONE, 8, -Infinity, 1, false)).toBeCloseTo(0.03 / 0.16, 2);
    estimate.learn(0);
    expect(estimate.deeperShare(scene, NONE, 8, -Infinity, 1, false)).toBeCloseTo(0.03 / 0.16, 2);
  });
});
