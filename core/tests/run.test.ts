import { cases } from './cases';
import type { Portion } from '../sim/step/spawner';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { examples } from '../examples';
import { checkScene } from '../scene/read';
import type { Scene } from '../document/scene';
import { Simulation } from '../sim/step/simulation';
import { FLOAT_COLUMNS } from '../sim/step/population';
import { anyScene } from './any-scene';
import { runTo, testScene } from './scenes';

/** The bits of every particle, by emitter and number. */
function bitsOf(runs: readonly Simulation[]): Map<string, string> {
  const all = new Map<string, string>();
  for (const run of runs)
    run.populations.forEach((p, e) => {
      for (let i = 0; i < p.count; i++)
        all.set(
          `${e}:${p.id[i]}`,
          FLOAT_COLUMNS.map((name) => new Uint32Array(Float32Array.of(p.columns[name][i]!).buffer)[0]).join(' '),
        );
    });
  return all;
}

function runOf(scene: Scene, frame: number, portion?: Portion): Simulation {
  const simulation = new Simulation(scene, new Map(), { portion });
  while (simulation.frame < frame) simulation.advance();
  return simulation;
}

describe('a run is a function of the scene', () => {
  it('the random scenes are sound', () => {
    fc.assert(
      fc.property(anyScene, (scene) => {
        expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
      }),
      { numRuns: cases(25, 60) },
    );
  });

  it('a run goes on from where another was kept as if it were that one, bit for bit: random scenes, and every example', () => {
    const goesOn = (scene: Scene, kept: number, frame: number) => {
      const first = runOf(scene, kept);
      const checkpoint = structuredClone(first.keep());
      while (first.frame < frame) first.advance();
      const second = new Simulation(scene, new Map());
      second.take(checkpoint);
      expect(second.frame).toBe(kept);
      while (second.frame < frame) second.advance();
      expect(bitsOf([second])).toEqual(bitsOf([first]));
      expect(second.contacts()).toEqual(first.contacts());
      expect(second.populations.map(({ born, died, retired }) => [born, died, retired])).toEqual(
        first.populations.map(({ born, died, retired }) => [born, died, retired]),
      );
    };
    fc.assert(
      fc.property(anyScene, fc.integer({ min: 0, max: 14 }), (scene, kept) => goesOn(scene, kept, 15)),
      { numRuns: cases(5, 25) },
    );
    for (const { scene } of examples)
      goesOn({ ...scene, time: { ...scene.time, preRoll: 0 } }, scene.time.first + 3, scene.time.first + 7);
  });

  it('a draft is a subset of the whole run: the same particles on the same paths, bit for bit', () => {
    fc.assert(
      fc.property(anyScene, fc.double({ min: 0.05, max: 0.9, noNaN: true }), (scene, draftFraction) => {
        const whole = bitsOf([runOf(scene, 15)]);
        const draft = bitsOf([runOf(scene, 15, { draftFraction, slice: 0, slices: 1 })]);
        for (const [key, bits] of draft) expect(whole.get(key)).toBe(bits);
        expect(draft.size).toBeLessThanOrEqual(whole.size);
      }),
      { numRuns: cases(20, 40), seed: 4 },
    );
  });

  it('any number of slices hold the whole run between them, bit for bit', () => {
    fc.assert(
      fc.property(anyScene, fc.integer({ min: 2, max: 5 }), (scene, slices) => {
        const parts = Array.from({ length: slices }, (_, slice) =>
          runOf(scene, 12, { draftFraction: 1, slice, slices }),
        );
        expect(bitsOf(parts)).toEqual(bitsOf([runOf(scene, 12)]));
      }),
      { numRuns: cases(15, 30), seed: 5 },
    );
  });

  it('a draft of a tenth holds about a tenth', () => {
    const { scene } = examples[0]!;
    const [whole, draft] = [1, 0.1].map((draftFraction) =>
      runOf(scene, 40, { draftFraction, slice: 0, slices: 1 }).populations.reduce((n, p) => n + p.count, 0),
    );
    expect(draft! / whole!).toBeGreaterThan(0.08);
    expect(draft! / whole!).toBeLessThan(0.12);
  });

  it('another scene seed gives other particles', () => {
    const scene = testScene({ emitter: { emission: [{ kind: 'burst', count: 50 }], shape: { kind: 'ball' } } });
    expect(bitsOf([runOf({ ...scene, seed: 2 }, 0)])).not.toEqual(bitsOf([runOf(scene, 0)]));
  });

  it('state stays finite for every random scene, or is retired and counted', () => {
    fc.assert(
      fc.property(anyScene, (scene) => {
        const run = runOf(scene, 20);
        for (const p of run.populations) {
          expect(p.born).toBe(p.count + p.died + p.retired);
          for (let i = 0; i < p.count; i++) expect(Number.isFinite(p.columns.x[i]! + p.columns.vx[i]!)).toBe(true);
        }
      }),
      { numRuns: cases(20, 40), seed: 6 },
    );
  });
});

it('a particle that becomes non-finite is retired, counted and blamed on the field whose contribution was', () => {
  const scene = testScene({
    emitter: { emission: [{ kind: 'burst', count: 9 }], shape: { kind: 'ball' } },
    fields: [
      { name: 'Calm', settings: { kind: 'wind' } },
      { name: 'Wild', settings: { kind: 'attractor' }, strength: 1e300 },
    ],
  });
  const run = runTo(scene, 2);
  expect(run.populations[0]!.count).toBe(0);
  expect(run.populations[0]!.retired).toBe(9);
  expect([...run.blamed]).toEqual([['Wild', 9]]);
});

it('a run that is told to stop says so within one block', () => {
  const run = new Simulation(testScene({ emitter: { emission: [{ kind: 'burst', count: 5000 }] } }), new Map());
  let asked = 0;
  expect(run.advance(() => ++asked > 1)).toBe(false);
  expect(asked).toBe(2);
});

it.each(['x', 'y', 'z'] as const)(
  'in a plane every particle keeps the %s that it is born at, whatever acts, whatever it meets',
  (axis) => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'ball', radius: 1 },
        emission: [{ kind: 'burst', count: 200, frame: 0 }],
        birth: { speed: 2, spread: 180, life: 99 },
      },
      fields: [{ settings: { kind: 'turbulence' }, strength: 5 }],
      colliders: [{ id: 'c', name: 'C', shape: { kind: 'ball', radius: 1.5, inside: true } }],
    });
    const flat = { ...scene, keepFlat: axis };
    const born = runTo(flat, 0).populations[0]!;
    const then = runTo(flat, 40).populations[0]!;
    const speed = `v${axis}` as const;
    expect([...then.columns[axis].slice(0, 200)]).toEqual([...born.columns[axis].slice(0, 200)]);
    expect(then.columns[speed].slice(0, 200).every((v) => v === 0)).toBe(true);
    const moved = Array.from({ length: 200 }, (_, i) =>
      Math.hypot(...(['x', 'y', 'z'] as const).map((a) => then.columns[a][i]! - born.columns[a][i]!)),
    );
    expect(Math.min(...moved)).toBeGreaterThan(0.01);
    // Without it they leave their depths.
    expect(
      runTo(scene, 40)
        .populations[0]!.columns[speed].slice(0, 200)
        .some((v) => v !== 0),
    ).toBe(true);
  },
);

it('a spin by the frame turns a particle so far in each frame, whatever the frame rate', () => {
  for (const fps of [24, 60]) {
    const run = runTo(
      testScene({
        time: { fps },
        emitter: {
          look: { kind: 'flake' },
          emission: [{ kind: 'burst', count: 1 }],
          birth: { life: 99, speed: 0, spin: 10, spinUnit: 'frame', spinAbout: 'axis', spinAxis: [0, 1, 0] },
        },
      }),
      6,
    );
    // Half the angle’s sine stands in the quaternion: 60° after six frames.
    expect(run.populations[0]!.columns.qy[0]).toBeCloseTo(Math.sin(Math.PI / 6), 5);
  }
});

it('a spin by the metre turns a particle by its way: twice as fast, twice as far; at rest not at all', () => {
  const turned = (speed: number, frames: number, spinUnit: string) => {
    const run = runTo(
      testScene({
        emitter: {
          look: { kind: 'flake' },
          birth: {
            speed,
            launchDirection: 'direction',
            direction: [1, 0, 0],
            life: 99,
            drag: 0,
            spin: 90,
            spinUnit,
            spinAbout: 'axis',
            spinAxis: [0, 1, 0],
          },
        },
      }),
      frames,
    );
    // About Y by an angle a the unit quaternion has y = sin(a/2).
    return (2 * Math.asin(run.populations[0]!.columns.qy[0]!) * 180) / Math.PI;
  };
  // Half a second at 1 m/s: half a metre, 45°.
  expect(turned(1, 12, 'metre')).toBeCloseTo(45, 3);
  expect(turned(2, 12, 'metre')).toBeCloseTo(90, 3);
  expect(turned(0, 12, 'metre')).toBe(0);
  expect(turned(0, 12, 'second')).toBeCloseTo(45, 3);
});
