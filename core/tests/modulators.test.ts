import { describe, expect, it } from 'vitest';
import { levelsOfRgba } from '../lib/images/level-image';
import { probe, type ProbeParticle } from '../measure/probe';
import { modulators } from '../kinds/modulators';
import { READY_LEVELS } from '../document/ready-levels';
import { NOISES } from '../lib/noise/kinds';
import type { Assets } from '../document/assets';
import { type Written, checkScene } from '../scene/read';
import { testDocument, testScene } from './scenes';
import { cases } from './cases';

const field = (modulator: Written, over: Written = {}): Written => ({
  settings: { kind: 'wind' },
  strength: 10,
  actsAs: 'acceleration',
  modulators: [modulator],
  ...over,
});

/** What ten times the weight comes to at a particle. */
function felt(
  modulator: Written,
  particle: Partial<ProbeParticle> = {},
  over: Written = {},
  frame = 0,
  assets: Assets = new Map(),
): number {
  const scene = testScene({ fields: [field(modulator, over)] });
  expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
  const whole = { position: [0, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 0, ...particle } as const;
  return probe(scene, assets, frame, scene.emitters[0]!, whole).total.acceleration[0];
}

describe('a pattern of noise that drifts', () => {
  it('is at x + drift·t after t seconds as it was at x: it goes the way its drift says', () => {
    const drift = [0.7, -0.3, 0.2] as const;
    const pattern = { kind: 'noise', size: 0.8, drift: [...drift], amount: 1 };
    const seconds = 2;
    const [x, y, z] = [0.31, 0.17, -0.42];
    const before = felt(pattern, { position: [x, y, z] }, {}, 0);
    const moved = [x + drift[0] * seconds, y + drift[1] * seconds, z + drift[2] * seconds] as const;
    expect(felt(pattern, { position: moved }, {}, 24 * seconds)).toBeCloseTo(before, 9);
    const against = [x - drift[0] * seconds, y - drift[1] * seconds, z - drift[2] * seconds] as const;
    expect(Math.abs(felt(pattern, { position: against }, {}, 24 * seconds) - before)).toBeGreaterThan(0.05);
  });

  it('and so is turbulence', () => {
    const drift = [0.7, -0.3, 0.2] as const;
    const scene = testScene({
      fields: [{ settings: { kind: 'turbulence', size: 0.8, drift: [...drift] }, strength: 2, actsAs: 'acceleration' }],
    });
    const at = (position: readonly [number, number, number], frame: number) =>
      probe(scene, new Map(), frame, scene.emitters[0]!, { position, velocity: [0, 0, 0], mass: 1, drag: 0 }).total
        .acceleration;
    const before = at([0.31, 0.17, -0.42], 0);
    at([0.31 + 2 * drift[0], 0.17 + 2 * drift[1], -0.42 + 2 * drift[2]], 48).forEach((n, axis) =>
      expect(n).toBeCloseTo(before[axis]!, 5),
    );
    expect(at([0.31 - 2 * drift[0], 0.17 - 2 * drift[1], -0.42 - 2 * drift[2]], 48)[0]).not.toBeCloseTo(before[0], 1);
  });
});

describe('modulators multiply a weight', () => {
  it('by own age, a share of life or seconds, remapped from a range through a curve to another', () => {
    expect(felt({ kind: 'age' }, { age: 0.25 })).toBe(2.5);
    expect(felt({ kind: 'age', of: 'seconds', inputMin: 0.2, inputMax: 0.6 }, { age: 0.5 })).toBeCloseTo(7.5, 9);
    expect(felt({ kind: 'age', outputMin: 1, outputMax: 0 }, { age: 0.25 })).toBe(7.5);
    const curve = [
      { at: 0, value: 0 },
      { at: 0.5, value: 1 },
      { at: 1, value: 0 },
    ];
    expect(felt({ kind: 'age', curve }, { age: 0.5 })).toBe(10);
    // Fritsch & Carlson: level at the knots, half way up between them.
    expect(felt({ kind: 'age', curve }, { age: 0.25 })).toBeGreaterThan(5);
  });

  it('through a ready-made bell: full in the middle of the range, nothing at its ends, the same on both sides', () => {
    const curve = READY_LEVELS.find(({ name }) => name === 'bell')!.stops;
    const at = (age: number) => felt({ kind: 'age', of: 'seconds', inputMin: 0, inputMax: 4, curve }, { age });
    expect([at(0), at(2), at(4)]).toEqual([0, 10, 0]);
    for (const off of [0.5, 1, 1.5]) expect(at(2 - off)).toBeCloseTo(at(2 + off), 9);
    expect(at(1)).toBeLessThan(at(1.5));
  });

  it('by own speed, and by a formula of distance, time and place', () => {
    expect(felt({ kind: 'speed' }, { velocity: [0, 0.6, 0.8] })).toBe(5);
    const ball = { falloff: { kind: 'ball', inner: 9, outer: 9 } };
    expect(
      felt({ kind: 'formula', formula: 'd / 10 + frame / 100 + strength × 0' }, { position: [0, 3, 4] }, ball, 12),
    ).toBeCloseTo(6.2, 9);
    expect(felt({ kind: 'formula', formula: 'x + age' }, { position: [0.5, 0, 0], age: 0.25 })).toBe(7.5);
  });

  it('by a fixed variance of the key, of the mean 1', () => {
    const at = (key: number) => felt({ kind: 'variance', variance: 0.5 }, { key });
    const values = Array.from({ length: 300 }, (_, key) => at(key));
    expect(Math.min(...values)).toBeGreaterThanOrEqual(5);
    expect(Math.max(...values)).toBeLessThanOrEqual(15);
    expect(values.reduce((a, b) => a + b, 0) / 300).toBeCloseTo(10, 0);
    expect(at(7)).toBe(at(7));
  });

  it('by noise: amount a has the mean 1 − a/2, and 2 is balanced about 0', () => {
    const PLACES = cases(150, 400);
    for (const noise of Object.keys(NOISES))
      for (const [amount, mean] of [
        [1, 5],
        [2, 0],
      ] as const) {
        let sum = 0;
        for (let i = 0; i < PLACES; i++)
          sum += felt(
            { kind: 'noise', noise, amount },
            { position: [Math.sin(i * 12.9) * 50, Math.sin(i * 78.2) * 50, Math.sin(i * 37.7) * 50] },
          );
        expect(Math.abs(sum / PLACES - mean), `${noise} ${amount}`).toBeLessThan(0.35 * amount);
      }
  });

  it('by a picture, tiled or drawn out', () => {
    const image = levelsOfRgba(2, 1, new Uint8Array([0, 0, 0, 255, 255, 255, 255, 255]));
    const hash = 'a'.repeat(64);
    const read = (x: number, tile: boolean) =>
      felt(
        { kind: 'texture', pattern: 'image', image: hash, tile },
        { position: [x, 5, 0] },
        {},
        0,
        new Map([[hash, image]]),
      );
    expect([-0.5, 0, 0.5, 3].map((x) => read(x, false))).toEqual([0, 5, 10, 10]);
    expect(read(1.5, true)).toBe(0);
  });

  it('place and scale follow the falloff by shares', () => {
    const at = (follow: Written, position: readonly [number, number, number], place: Written) =>
      felt({ kind: 'noise', ...follow }, { position: [...position] }, { transform: place });
    const [p, moved] = [[0.3, 0.1, 0.2] as const, { position: [5, 0, 0] }];
    const whole = at({}, p, {});
    expect(at({}, [5.3, 0.1, 0.2], moved)).toBeCloseTo(whole, 9);
    expect(at({ followTransform: 0 }, p, moved)).toBeCloseTo(whole, 9);
    expect(at({ followTransform: 50 }, [2.8, 0.1, 0.2], moved)).toBeCloseTo(whole, 9);
    expect(at({}, [0.6, 0.2, 0.4], { scale: 2 })).toBeCloseTo(whole, 9);
    expect(at({ followScale: 0 }, p, { scale: 2 })).toBeCloseTo(whole, 9);
    expect(at({}, [0.3, -0.2, 0.1], { rotation: [90, 0, 0] })).toBeCloseTo(whole, 9);
  });

  it('of every kind have a default that leaves the scene sound, and what is wrong is told', () => {
    for (const kind of modulators.list) expect(felt({ kind: kind.kind })).not.toBeNaN();
    const document = testDocument({ fields: [field({ kind: 'noise', amount: 3 })] });
    expect(checkScene(document)[0]!.message).toBe('fields[0].modulators[0].amount is 3. Use a number from 0 to 2.');
    expect(
      modulators.get('formula').broken!({
        values: { formula: 'q + 1' },
        image: () => undefined,
        weights: () => undefined,
        dials: { names: [], at: () => [] },
      }),
    ).toMatch(/“q” is not a known name/);
  });
});
