import { describe, expect, it } from 'vitest';
import { emissionKinds } from '../kinds/emission';
import { uniform, varied } from '../lib/random/lookup';
import { birthPlace, type BirthPlace, type Resources } from '../kinds/emitter-shapes/shape';
import { shapes } from '../kinds/emitter-shapes';
import { estimateRun } from '../sim/step/estimate';
import { binned, chiSquare, runTo, testScene } from './scenes';
import { NO_RESOURCES } from './no-resources';

const N = 20_000;

/** Birth places of N particles of a shape, with a fixed seed. */
function places(kind: string, values: object, resources: Resources = NO_RESOURCES): BirthPlace[] {
  const sample = shapes.get(kind).sampler(shapes.defaults(kind, values as never), resources);
  return Array.from({ length: N }, (_, key) => {
    const out = birthPlace();
    expect(sample({ pick: (n) => uniform(77, key, 32 + n), k: key + 1, time: 0 }, out)).toBe(true);
    return out;
  });
}

/** 99.9 % of χ² with 19 degrees of freedom, from tables. */
const LIMIT = 43.8;

describe('densities of shapes (χ², fixed seed)', () => {
  it('ball, surface: each coordinate is even on [−R, R] (Archimedes, On the Sphere and Cylinder)', () => {
    const all = places('ball', { radius: 2, from: 'surface' });
    for (const axis of ['x', 'y', 'z'] as const)
      expect(
        chiSquare(
          binned(
            all.map((p) => p[axis]),
            -2,
            2,
          ),
        ),
      ).toBeLessThan(LIMIT);
    for (const p of all.slice(0, 100)) expect(Math.hypot(p.x, p.y, p.z)).toBeCloseTo(2, 12);
  });

  it('ball, volume: r³ is even; the normal is outward', () => {
    const all = places('ball', { radius: 2 });
    expect(
      chiSquare(
        binned(
          all.map((p) => Math.hypot(p.x, p.y, p.z) ** 3),
          0,
          8,
        ),
      ),
    ).toBeLessThan(LIMIT);
    for (const p of all.slice(0, 100))
      expect(p.x * p.nx + p.y * p.ny + p.z * p.nz).toBeCloseTo(Math.hypot(p.x, p.y, p.z), 9);
  });

  it('disc: r² and the angle are even', () => {
    const all = places('disc', { radius: 3 });
    expect(
      chiSquare(
        binned(
          all.map((p) => p.x ** 2 + p.z ** 2),
          0,
          9,
        ),
      ),
    ).toBeLessThan(LIMIT);
    expect(
      chiSquare(
        binned(
          all.map((p) => Math.atan2(p.z, p.x)),
          -Math.PI,
          Math.PI,
        ),
      ),
    ).toBeLessThan(LIMIT);
  });

  it('card and box: every coordinate is even over its side', () => {
    const card = places('card', { width: 2, depth: 6 });
    expect(
      chiSquare(
        binned(
          card.map((p) => p.x),
          -1,
          1,
        ),
      ),
    ).toBeLessThan(LIMIT);
    expect(
      chiSquare(
        binned(
          card.map((p) => p.z),
          -3,
          3,
        ),
      ),
    ).toBeLessThan(LIMIT);
    const box = places('box', { width: 2, height: 4, depth: 6 });
    expect(
      chiSquare(
        binned(
          box.map((p) => p.y),
          -2,
          2,
        ),
      ),
    ).toBeLessThan(LIMIT);
    expect(
      chiSquare(
        binned(
          box.map((p) => p.z),
          -3,
          3,
        ),
      ),
    ).toBeLessThan(LIMIT);
  });

  it('a spread of directions is even over the cap of its cone', () => {
    const scene = testScene({
      emitter: {
        emission: [{ kind: 'burst', count: N }],
        birth: { life: 9, speed: 1, launchDirection: 'direction', direction: [0, 1, 0], spread: 60 },
      },
    });
    const vy = [...runTo(scene, 0).populations[0]!.columns.vy.slice(0, N)];
    expect(chiSquare(binned(vy, 0.5, 1))).toBeLessThan(LIMIT);
  });
});

describe('amounts (common practice)', () => {
  const bornAt = (rate: number, fps: number, frames: number) =>
    runTo(testScene({ emitter: { emission: [{ kind: 'rate', rate }] }, time: { fps } }), frames).populations[0]!.born;

  it('90 a second give 90 in 30 frames at 30 fps, three each', () => {
    expect([1, 2, 10, 30].map((frames) => bornAt(90, 30, frames))).toEqual([3, 6, 30, 90]);
  });

  it('fractional rates lose and gain none over a million frames', () => {
    for (const rate of [0.1, 1 / 3, 7.77, 23.976]) {
      const values = emissionKinds.defaults('rate', { rate });
      const counter = emissionKinds
        .get('rate')
        .compile({ values, fps: 24, start: -7, round: 0, gate: () => true, hashRandom: () => 0 });
      let count = 0;
      let next = 1;
      for (let f = -7; f < 999_993; f++) {
        const { first, last } = counter.during(f, f + 1);
        if (last >= first && first !== next) throw new Error(`frame ${f}: ${first} follows ${next - 1}`);
        count += last - first + 1;
        next = last + 1;
      }
      expect(count).toBe(Math.floor((rate * 1e6) / 24));
    }
  });

  it('births are spread evenly inside a frame, each at its own moment, and substeps do not move them', () => {
    const births = (substeps: number) => {
      const run = runTo(testScene({ emitter: { emission: [{ kind: 'rate', rate: 240 }] }, time: { substeps } }), 3);
      const [p] = run.populations;
      return [...p!.birth.slice(0, p!.count)].toSorted((a, b) => a - b);
    };
    expect(births(1)).toHaveLength(30);
    births(1).forEach((t, i) => expect(t).toBeCloseTo((i + 1) / 240, 12));
    expect(births(5)).toEqual(births(1));
  });

  it('a burst is born together at the beginning of its frame, with age 0 there, and pre-roll starts the run earlier', () => {
    const scene = testScene({ emitter: { emission: [{ kind: 'burst', count: 7, frame: 5 }] } });
    expect([4, 5, 6].map((f) => runTo(scene, f).populations[0]!.born)).toEqual([0, 7, 7]);
    expect(runTo(scene, 5).populations[0]!.birth[0]).toBe(5 / 24);
    expect(runTo(testScene({ time: { preRoll: 12 } }), -12).frame).toBe(-12);
  });

  it('a burst comes again every so many frames, so often; each particle has a number of its own, also where it varies', () => {
    const born = (over: object, through: number) =>
      runTo(
        testScene({ emitter: { emission: [{ kind: 'burst', count: 7, frame: 3, ...over }], birth: { life: 1000 } } }),
        through,
      ).populations[0]!;
    const at = (over: object) => [2, 3, 7, 8, 13, 30].map((frame) => born(over, frame).born);
    expect(at({})).toEqual([0, 7, 7, 7, 7, 7]);
    expect(at({ every: 5 })).toEqual([0, 7, 7, 14, 21, 42]);
    expect(at({ every: 5, times: 2 })).toEqual([0, 7, 7, 14, 14, 14]);
    // One that would have begun before the run goes on in it.
    expect(at({ every: 5, frame: -8 })).toEqual([7, 7, 14, 14, 21, 42]);
    const { id, count } = born({ every: 4, variance: 5 }, 60);
    expect(new Set(id.slice(0, count)).size).toBe(count);
    expect(count).not.toBe(7 * 15);
    expect(count).toBeGreaterThan(40);
  });

  it('a closed gate leaves out a burst, and the others are numbered as ever', () => {
    const ids = (gate: object) => {
      const emission = [{ kind: 'burst', count: 2, every: 2 }];
      const { id, count } = runTo(testScene({ emitter: { emission, gate, birth: { life: 1000 } } }), 6).populations[0]!;
      return [...id.slice(0, count)].toSorted((a, b) => a - b);
    };
    const all = ids({ kind: 'always' });
    expect(all).toHaveLength(8);
    expect(
      ids({
        kind: 'windows',
        spans: [
          [0, 1],
          [4, 9],
        ],
      }),
    ).toEqual([...all.slice(0, 2), ...all.slice(4)]);
  });

  it('several amounts keep their numbers apart', () => {
    const amountsList = [
      { kind: 'rate', rate: 48 },
      { kind: 'burst', count: 5 },
    ];
    const [p] = runTo(testScene({ emitter: { emission: amountsList } }), 2).populations;
    const ids = [...p!.id.slice(0, p!.count)].toSorted((a, b) => a - b);
    expect(ids).toEqual([1, 2, 3, 4, 2 ** 28 + 1, 2 ** 28 + 2, 2 ** 28 + 3, 2 ** 28 + 4, 2 ** 28 + 5]);
  });
});

it('variance V of a value is even on value ± V, and tied to the particle’s number', () => {
  const scene = testScene({
    emitter: {
      emission: [{ kind: 'burst', count: N }],
      birth: { life: 5, lifeVariance: 2, mass: 3, massVariance: 1, size: 1, sizeVariance: 0.5 },
    },
  });
  const { life, mass, size } = runTo(scene, 0).populations[0]!.columns;
  expect(chiSquare(binned([...life.slice(0, N)], 3, 7))).toBeLessThan(LIMIT);
  expect(chiSquare(binned([...mass.slice(0, N)], 2, 4))).toBeLessThan(LIMIT);
  expect(chiSquare(binned([...size.slice(0, N)], 0.5, 1.5))).toBeLessThan(LIMIT);
  expect(varied(5, 2, 0.5)).toBe(5);
});

it('a particle lives for its life: dead at the first frame at or after it', () => {
  const scene = testScene({ emitter: { birth: { life: 0.5 } } });
  expect([11, 12].map((f) => runTo(scene, f).populations[0]!.count)).toEqual([1, 0]);
  expect(runTo(scene, 12).populations[0]!.died).toBe(1);
});

it('the estimate of a run is what the run amounts to, where lives are alike', () => {
  const scene = testScene({
    emitter: {
      emission: [
        { kind: 'rate', rate: 120 },
        { kind: 'burst', count: 50, frame: 3 },
      ],
      birth: { life: 1 },
    },
  });
  for (const frame of [2, 10, 40])
    expect(estimateRun(scene, new Map(), frame).alive).toBe(runTo(scene, frame).populations[0]!.count);
  expect(estimateRun(scene, new Map(), 2).steps).toBeGreaterThan(0);
});
