import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { probe } from '../measure/probe';
import { clockIn, lastSceneFrame } from '../scene/scene-clock';
import { completeScene, type Written } from '../scene/read';
import type { Scene } from '../document/scene';
import { automated } from '../scene/automated';
import { firstChange } from '../sim/first-change';
import { thingAt } from '../document/keys/thing-at';
import { Simulation } from '../sim/step/simulation';
import { clockFrom, stepsOf } from '../document/time/clock';
import { only, runTo, testScene, thrown } from './scenes';

const clock = (time: Written) => clockFrom(completeScene({ name: 'T', time }).time);
const ramp = (...keys: readonly (readonly [number, number, string?])[]) => ({
  scale: keys.map(([frame, value, ease = 'linear']) => ({ frame, value, ease })),
});

describe('the scene’s own time', () => {
  it('is the frame of the shot where the scale is 1, and a part of it where the scale is less', () => {
    expect([0, 7.5, 40].map((f) => clock({}).at(f))).toEqual([0, 7.5, 40]);
    expect([0, 7, 40].map((f) => clock({ scale: 0.5 }).at(f))).toEqual([0, 3.5, 20]);
    // From the first frame of the shot on: what is rolled before it runs at full speed.
    const rolled = clock({ first: 10, preRoll: 20, scale: 2 });
    expect([-10, 0, 10, 15].map((f) => rolled.at(f))).toEqual([-10, 0, 10, 20]);
    expect([-10, 0, 10, 20].map((f) => rolled.back(f))).toEqual([-10, 0, 10, 15]);
    expect(clock({ scale: 0 }).at(30)).toBe(0);
  });

  it('is the integral of a keyed scale: a triangle has half its rectangle, a step jumps where it stands', () => {
    expect(clock({ last: 40, keys: ramp([0, 1], [20, 0]) }).at(20)).toBeCloseTo(10, 9);
    expect(clock({ last: 40, keys: ramp([0, 1, 'step'], [20, 0.25, 'step']) }).at(40)).toBe(25);
  });

  it('is found back from its own frames (property)', () => {
    const key = fc.tuple(fc.integer({ min: 0, max: 60 }), fc.double({ min: 0.05, max: 4, noNaN: true }));
    fc.assert(
      fc.property(
        fc.uniqueArray(key, { selector: ([f]) => f, minLength: 1, maxLength: 6 }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (keys, frame) => {
          const own = clock({ last: 60, keys: ramp(...[...keys].toSorted((a, b) => a[0] - b[0])) });
          expect(own.back(own.at(frame))).toBeCloseTo(frame, 6);
          expect(own.at(frame + 0.1)).toBeGreaterThan(own.at(frame));
        },
      ),
    );
  });

  it('is stepped through without a gap, cut at its frames, in steps no longer than a frame over the substeps (property)', () => {
    const place = fc.double({ min: -20, max: 20, noNaN: true });
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 0, max: 9, noNaN: true }),
        fc.integer({ min: 1, max: 8 }),
        (from, long, substeps) => {
          const steps = stepsOf(from, from + long, substeps);
          let at = from;
          for (const [a, b] of steps) {
            expect(a).toBe(at);
            expect(b - a).toBeLessThan(1 / substeps + 1e-8);
            expect(Math.ceil(b)).toBeLessThanOrEqual(Math.floor(a) + 1);
            at = b;
          }
          expect(Math.abs(at - (from + long))).toBe(0);
        },
      ),
    );
    expect(stepsOf(7, 8, 4).map(([a]) => a)).toEqual([7, 7.25, 7.5, 7.75]);
  });
});

const blown = (time: Written): Scene =>
  testScene({
    emitter: thrown([1, 2, 0], { drag: 0.8 }),
    fields: [
      { settings: { kind: 'gravity' } },
      { settings: { kind: 'vortex', lift: 0.4 }, strength: 2 },
      { settings: { kind: 'wind', direction: [1, 0, 0.3] }, strength: 3 },
    ],
    time,
  });

const place = ({ x, y, z }: { x: number; y: number; z: number }) => [x, y, z] as const;
const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((n, i) => n - b[i]!));

describe('slow motion', () => {
  it('at half the time scale the path is the same at twice the frames: to the bit with half the steps, and by the order of the integrator otherwise', () => {
    const [whole, slow] = [
      new Simulation(blown({ substeps: 2 }), new Map()),
      new Simulation(blown({ substeps: 2, scale: 0.5 }), new Map()),
    ];
    for (let frame = 0; frame < 48; frame++) {
      whole.advance();
      slow.advance();
      slow.advance();
      expect(place(only(slow))).toEqual(place(only(whole)));
    }
    // The two differ by what the step is wrong: a quarter at half the step, but for rounding.
    const errors = [1, 2, 4, 8].map((n) => {
      // An odd number of steps in a frame can’t be halved: what is stepped once is stepped twice as finely.
      const steps = 2 * n - 1;
      return apart(
        place(only(runTo(blown({ substeps: steps, scale: 0.5 }), 96))),
        place(only(runTo(blown({ substeps: steps }), 48))),
      );
    });
    expect(errors[0]).toBeLessThan(0.02);
    for (const [i, n] of [3, 7, 15].entries()) expect(errors[i + 1]!).toBeLessThan((1.3 * errors[0]!) / n ** 2 + 1e-5);
  });

  it('bears the same particles at the same times, whatever the scale does (property)', () => {
    const births = (time: Written, until: number) => {
      const scene = testScene({
        emitter: {
          emission: [
            { kind: 'rate', rate: 190, variance: 60, timing: 'random' },
            { kind: 'burst', count: 9, frame: 5 },
          ],
          gate: { kind: 'pulses', from: 2, every: 6, on: 3 },
          birth: { life: 1e4 },
        },
        time: { last: 60, ...time },
      });
      const run = runTo(scene, Math.ceil(clockIn(scene).back(until)));
      const { id, birth, count } = run.populations[0]!;
      const all = Array.from({ length: count }, (_, i) => [id[i]!, birth[i]!] as const);
      return all.filter(([, b]) => b <= (until - 1) / 24).toSorted((a, b) => a[0] - b[0]);
    };
    const plain = births({}, 20);
    expect(plain.length).toBeGreaterThan(60);
    fc.assert(
      fc.property(
        fc.double({ min: 0.34, max: 3, noNaN: true }),
        fc.double({ min: 0.34, max: 3, noNaN: true }),
        (a, b) => {
          expect(births({ keys: ramp([0, a], [30, b]) }, 20)).toEqual(plain);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('stands still at 0, and lets those die who live as long as the scene when its own time ends', () => {
    const frozen = runTo(blown({ keys: ramp([0, 1, 'step'], [10, 0, 'step']) }), 30);
    expect(place(only(frozen))).toEqual(place(only(runTo(blown({}), 10))));
    const scene = testScene({ emitter: { birth: { immortal: true } }, time: { last: 40, scale: 0.25 } });
    expect(lastSceneFrame(scene)).toBe(10);
    expect(runTo(scene, 40).populations[0]!.count).toBe(1);
  });

  it('leaves the camera its own time: tides of the camera go by frames of the shot, those of fields by the scene’s', () => {
    const wave = { kind: 'wave', form: 'saw', outputMin: 0, outputMax: 24, period: 1000, combination: 'replace' };
    const scene = completeScene({
      ...testScene({
        fields: [{ settings: { kind: 'wind' }, automations: { strength: wave } }],
        time: { last: 40, scale: 0.5 },
      }),
      camera: { automations: { 'position.0': wave } },
    });
    const moved = automated(scene);
    const x = (frame: number) => thingAt(moved.camera, frame).position[0] - thingAt(moved.camera, 0).position[0];
    const strength = (shot: number) => thingAt(moved.fields[0]!, clockIn(scene).at(shot)).strength;
    expect(x(20)).toBeCloseTo(20 / 1000, 9);
    expect(strength(20) - strength(0)).toBeCloseTo(10 / 1000, 9);
  });
});

describe('what a scene has one of', () => {
  it('the master and the ceiling of the desk follow their keys', () => {
    const keys = { master: [0, 10].map((frame) => ({ frame, value: frame === 0 ? 0 : 2, ease: 'linear' })) };
    const scene = completeScene({ ...testScene({ fields: [{ settings: { kind: 'gravity' } }] }), desk: { keys } });
    const ask = (frame: number) =>
      probe(scene, new Map(), frame, scene.emitters[0]!, { position: [0, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 0 })
        .total.acceleration[1];
    for (const frame of [0, 2.5, 5, 10, 20]) expect(ask(frame)).toBeCloseTo(-9.80665 * Math.min(2, frame / 5), 9);
  });

  it('a scene box whose floor rises takes what stands on it along', () => {
    const size = [
      { frame: 0, value: [8, 2, 8], ease: 'linear' },
      { frame: 48, value: [8, 1, 8], ease: 'linear' },
    ];
    const scene = completeScene({
      ...testScene({ emitter: thrown([0, 0, 0], { drag: 1 }), fields: [{ settings: { kind: 'gravity' } }] }),
      bounds: { on: true, response: 'bounce', keys: { size } },
    });
    for (const [frame, floor] of [
      [24, -0.75],
      [72, -0.5],
    ] as const)
      expect(only(runTo(scene, frame)).y).toBeGreaterThanOrEqual(floor - 1e-3);
  });

  it('a key of the master at frame 60 leaves the frames before it; at half the time scale those before frame 119', () => {
    const at = (value: number, time: Written) =>
      completeScene({
        ...testScene({ fields: [{ settings: { kind: 'gravity' } }], time: { last: 200, ...time } }),
        desk: {
          keys: { master: [0, 59, 60].map((frame, i) => ({ frame, value: i === 2 ? value : 1, ease: 'linear' })) },
        },
      });
    const rest = (scene: Scene) => JSON.stringify([scene.time, scene.desk, scene.fields]);
    expect(firstChange(at(1, {}), at(3, {}), rest)).toBe(59);
    expect(firstChange(at(1, { scale: 0.5 }), at(3, { scale: 0.5 }), rest)).toBe(119);
    const slowed = (value: number) =>
      completeScene({ ...at(1, {}), time: { last: 200, keys: ramp([0, 1], [80, 1], [81, value]) } });
    expect(firstChange(slowed(1), slowed(0.2), rest)).toBeGreaterThanOrEqual(79);
    expect(firstChange(slowed(1), slowed(0.2), rest)).toBeLessThan(82);
  });
});
