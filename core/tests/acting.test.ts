import { describe, expect, it } from 'vitest';
import type { Written } from '../scene/read';
import { only, runTo, testScene, thrown } from './scenes';

/** Motion of one particle thrown without drag, over frames, at some number of substeps. */
function motion(field: Written, velocity: readonly [number, number, number], frame: number, substeps = 1) {
  return only(runTo(testScene({ emitter: thrown(velocity), fields: [field], time: { substeps } }), frame));
}

const blow = (actsAs: string, over: Written = {}): Written => ({
  settings: { kind: 'wind', direction: [1, 0, 0] },
  actsAs,
  strength: 0.05,
  ...over,
});

describe('set velocity: a share of the velocity is replaced a frame (common practice)', () => {
  it.each([1, 4, 16])('w = 0.05 keeps 95 %% of the old velocity a frame, with %i substeps', (substeps) => {
    const { vx, vy } = motion(blow('set-velocity', { targetSpeed: 3 }), [0, 2, 0], 10, substeps);
    expect(vy).toBeCloseTo(2 * 0.95 ** 10, 5);
    expect(vx).toBeCloseTo(3 * (1 - 0.95 ** 10), 5);
  });

  it('w = 1 sets the velocity outright, several their mean, a negative one turns it round', () => {
    expect(motion(blow('set-velocity', { strength: 1, targetSpeed: 3 }), [0, 2, 0], 1)).toMatchObject({ vx: 3, vy: 0 });
    expect(motion(blow('set-velocity', { strength: -4, targetSpeed: 3 }), [0, 2, 0], 1)).toMatchObject({
      vx: -3,
      vy: 0,
    });
    const two = [
      blow('set-velocity', { strength: 1, targetSpeed: 3 }),
      blow('set-velocity', { strength: 1, targetSpeed: 5 }),
      blow('set-velocity', { strength: 0.9, targetSpeed: 99 }),
    ];
    expect(only(runTo(testScene({ emitter: thrown([0, 2, 0]), fields: two }), 1)).vx).toBeCloseTo(4, 6);
  });
});

describe('steer: a share of the angle is taken a frame (common practice)', () => {
  it.each([1, 4, 16])('the angle shrinks by that factor and the speed stays, with %i substeps', (substeps) => {
    const { vx, vy } = motion(blow('steer', { strength: 0.2 }), [0, 2, 0], 3, substeps);
    expect(Math.hypot(vx, vy)).toBeCloseTo(2, 5);
    expect(Math.atan2(vy, vx)).toBeCloseTo((Math.PI / 2) * 0.8 ** 3, 5);
  });

  it('exactly opposite, it turns about an axis of the particle’s own; at rest, or towards nothing, it does nothing', () => {
    const turned = motion(blow('steer', { strength: 0.5 }), [-2, 0, 0], 1);
    expect(Math.hypot(turned.vx, turned.vy, turned.vz)).toBeCloseTo(2, 5);
    expect(turned.vx).toBeCloseTo(0, 5);
    expect(motion(blow('steer'), [0, 0, 0], 5)).toMatchObject({ vx: 0, vy: 0, vz: 0 });
    const nowhere = blow('steer', { settings: { kind: 'wind', direction: [0, 0, 0] } });
    expect(motion(nowhere, [0, 2, 0], 5)).toMatchObject({ vx: 0, vy: 2, vz: 0 });
  });
});

it('move moves particles by w·F·dt and leaves their velocity alone', () => {
  for (const substeps of [1, 4, 16]) {
    const { x, y, vx } = motion(blow('move', { strength: 3 }), [0, 1, 0], 24, substeps);
    expect(x).toBeCloseTo(3, 4);
    expect(y).toBeCloseTo(1, 4);
    expect(vx).toBe(0);
  }
});

describe('limit', () => {
  const limit = (lowest: number, highest: number, strength = 1): Written => ({
    settings: { kind: 'limit', lowest, highest },
    strength,
  });

  it('keeps the speed between its two, and what is at rest at rest', () => {
    expect(motion(limit(0, 2), [3, 4, 0], 1)).toMatchObject({ vx: expect.closeTo(1.2, 5), vy: expect.closeTo(1.6, 5) });
    expect(motion(limit(2, 9), [0, 1, 0], 1).vy).toBeCloseTo(2, 5);
    expect(motion(limit(2, 9), [0, 0, 0], 1).vy).toBe(0);
    expect(motion(limit(0, 9), [0, 1, 0], 1).vy).toBe(1);
  });

  it.each([1, 4, 16])('takes a share of what lies outside a frame, with %i substeps', (substeps) => {
    expect(motion(limit(0, 2, 0.25), [0, 6, 0], 4, substeps).vy).toBeCloseTo(2 + 4 * 0.75 ** 4, 5);
  });
});

describe('a span', () => {
  const limitedRange = (over: Written) =>
    blow('acceleration', { strength: 24, limitedRange: true, activeFrom: 3, activeUntil: 6, ...over });

  it('is on from its first frame until the one it ends at', () => {
    const speeds = [2, 3, 4, 5, 6, 7, 8].map((frame) => motion(limitedRange({}), [0, 0, 0], frame).vx);
    expect(speeds.map(Math.round)).toEqual([0, 0, 1, 2, 3, 3, 3]);
  });

  it('eases in and out', () => {
    const again = motion(
      limitedRange({
        furtherRanges: [
          [10, 12],
          [20, 21],
        ],
      }),
      [0, 0, 0],
      30,
    ).vx;
    expect(again).toBeCloseTo(6, 5);
    const speeds = [4, 5, 6, 7, 8].map(
      (frame) => motion(limitedRange({ activeUntil: 7, easeIn: 2, easeOut: 2 }), [0, 0, 0], frame).vx,
    );
    // The fields of a step are those of its middle: 3.5 … 6.5, a quarter and three quarters of the way up and down.
    const [quarter, most] = [(1 / 16) * (3 - 2 / 4), (9 / 16) * (3 - 6 / 4)];
    expect(speeds).toEqual(
      [quarter, quarter + most, quarter + 2 * most, 2 * (quarter + most), 2].map((v) => expect.closeTo(v, 5) as number),
    );
  });
});

it('tow hands the motion of a moving wind to the particles: carried along at its own velocity', () => {
  const keys = {
    'transform.position': [-10, 100].map((frame) => ({ frame, value: [0, 0, frame / 24], ease: 'linear' })),
  };
  const hull = { settings: { kind: 'wind', ownMotion: 1 }, strength: 0, actsAs: 'set-velocity', keys };
  expect(motion({ ...hull, strength: 1 }, [0, 0, 0], 10)).toMatchObject({ vx: 1, vz: expect.closeTo(1, 5) });
  expect(motion({ ...hull, actsAs: 'move' }, [0, 0, 0], 24).z).toBeCloseTo(1, 4);
});
