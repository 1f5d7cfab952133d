import { describe, expect, it } from 'vitest';
import type { Scene } from '../../core/document/scene';
import { testScene } from '../../core/tests/scenes';
import { NOTHING_STAYS, whatStays, workKey } from './what-stays';

const keysOf = (value: number) => ({
  strength: [
    { frame: 0, value: 1, ease: 'linear' },
    { frame: 60, value: 1, ease: 'linear' },
    { frame: 70, value, ease: 'linear' },
  ],
});
const sceneWith = (value: number, strength = 1): Scene =>
  testScene({
    emitter: { emission: [{ kind: 'burst', timing: 'start', count: 3 }] },
    time: { first: 10, last: 100, preRoll: 4 },
    fields: [
      { settings: { kind: 'wind' }, keys: keysOf(value) },
      { settings: { kind: 'gravity' }, strength },
    ],
  });
const before = sceneWith(1);

describe('an edit', () => {
  it('without a scene before it leaves nothing', () => {
    expect(whatStays(undefined, before)).toEqual(NOTHING_STAYS);
  });

  it('of a later key leaves the frames before it, and the runs as far', () => {
    const { frames, runs } = whatStays(before, sceneWith(2));
    // The number is the same up to frame 60; the velocity of frame 61 is the first that feels it.
    expect(frames).toBeGreaterThanOrEqual(60);
    expect(frames).toBeLessThanOrEqual(61);
    expect(runs).toBe(frames);
  });

  it('of a field leaves no frame, but the state at the start of the run, before its pre-roll', () => {
    expect(whatStays(before, sceneWith(1, 5))).toEqual({ frames: -Infinity, runs: 7 });
  });

  it('of an emitter leaves nothing where particles are born at the start', () => {
    const emitters = before.emitters.map((emitter) => ({ ...emitter, seed: emitter.seed + 1 }));
    expect(whatStays(before, { ...before, emitters })).toEqual(NOTHING_STAYS);
  });

  it('of nothing that particles feel leaves everything', () => {
    expect(whatStays(before, { ...before, name: 'Other' }).frames).toBe(Infinity);
    expect(workKey({ ...before, name: 'Other' })).toBe(workKey(before));
    expect(workKey({ ...before, draftFraction: 0.5 })).not.toBe(workKey(before));
  });
});
