import { measureDelivery } from '../measure/delivery';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { besselJ } from '../lib/math/bessel';
import { probe } from '../measure/probe';
import { whySilent } from '../measure/diagnose-field';
import { type Vector, mapVector } from '../lib/math/vector';
import { type Written, checkScene } from '../scene/read';
import { runTo, testScene } from './scenes';

const field = (settings: Written, over: Written = {}): Written => ({
  settings: { kind: 'formula', ...settings },
  falloff: { kind: 'everywhere' },
  ...over,
});

/** The vector at a point, for a particle that moves. */
function read(settings: Written, position: Vector, over: Written = {}, frame = 0): Vector {
  const scene = testScene({ fields: [field(settings, over)] });
  const { weight, vector } = probe(scene, new Map(), frame, scene.emitters[0]!, {
    position,
    velocity: [1, 2, 2],
    mass: 1,
    drag: 1,
    key: 7,
    age: 0.5,
  }).fields[0]!;
  return mapVector(vector, (n) => n * weight);
}

const near = (actual: readonly number[], expected: readonly number[], digits = 9) =>
  expected.forEach((n, i) => expect(actual[i]).toBeCloseTo(n, digits));

describe('the formula field', () => {
  it('gives three expressions of place, velocity, age, key and time, times its strength', () => {
    near(read({ fx: 'x + vx', fy: 'speed × age', fz: 'number + time' }, [1, 0, 0], { strength: 2 }, 48), [4, 3, 18]);
  });

  it('pushes down the slope of a height, in its own turned and scaled frame', () => {
    const bowl = { output: 'downhill', height: '0.5 × (x^2 + 4 × z^2)' };
    near(read(bowl, [1, 5, 2]), [-1, 0, -8], 6);
    near(
      read({ output: 'downhill', height: '3 × x' }, [1, 0, 0], { transform: { rotation: [0, 90, 0] } }),
      [0, 0, 3],
      6,
    );
  });

  it('pushes one way as hard as a level says', () =>
    near(read({ output: 'one-direction', height: 'y^2', direction: [0, 0, 5] }, [0, 3, 0]), [0, 0, 9]));

  it('knows the distance to its falloff shape', () =>
    near(read({ fx: 'd', fy: '0', fz: '0' }, [1, 2, 2], { falloff: { kind: 'ball', inner: 9, outer: 9 } }), [3, 0, 0]));

  it('reads the dials, and their keys', () => {
    const dial = { id: 'd', name: 'lift', value: 4 };
    const keys = { value: [{ frame: 0, value: 0, ease: 'linear' }, { frame: 10, value: 20, ease: 'linear' }] }; // prettier-ignore
    const at = (dials: Written[], frame: number) => {
      const scene = testScene({ fields: [field({ fx: '0', fy: 'lift', fz: '0' })], ...({ dials } as object) });
      return probe(scene, new Map(), frame, scene.emitters[0]!, {
        position: [0, 0, 0],
        velocity: [0, 0, 0],
        mass: 1,
        drag: 0,
      }).fields[0]!.vector[1];
    };
    expect(at([dial], 5)).toBe(4);
    expect(at([{ ...dial, keys }], 5)).toBe(10);
  });

  it('dials are read by gates and modulators, too', () => {
    const dials = [{ id: 'd', name: 'open', value: 1 }];
    const made = (value: number) =>
      testScene({
        emitter: {
          emission: [{ kind: 'rate', rate: 240 }],
          gate: { kind: 'formula', formula: 'open > 0' },
          birth: { life: 9, speed: 0, drag: 0 },
        },
        fields: [{ settings: { kind: 'gravity' }, modulators: [{ kind: 'formula', formula: 'open / 2' }] }],
        ...({ dials: [{ ...dials[0], value }] } as object),
      });
    expect(runTo(made(1), 10).populations[0]!.born).toBe(100);
    expect(runTo(made(0), 10).populations[0]!.born).toBe(0);
    const pull = (value: number) => measureDelivery(runTo(made(value), 2)).fields[0]!.peak;
    expect(pull(1) / pull(2)).toBeCloseTo(0.5, 6);
  });

  it('as a tide of its own moves particles as the closed form says: x = ∫∫ sin (textbook)', () => {
    const scene = testScene({
      time: { substeps: 16 },
      emitter: { birth: { life: 99, speed: 0, drag: 0 } },
      fields: [field({ fx: 'sin(2 × time)', fy: '0', fz: '0' })],
    });
    const t = 3;
    // v = (1 − cos 2t)/2, x = t/2 − sin(2t)/4.
    expect(runTo(scene, 24 * t).populations[0]!.columns.x[0]).toBeCloseTo(t / 2 - Math.sin(2 * t) / 4, 2);
  });

  it('says what can’t be read or computed', () => {
    const scene = testScene({
      emitter: { birth: { life: 9, speed: 0 } },
      fields: [field({ fx: 'x +' }), field({ fx: '1 / x', fy: '1', fz: '0' })],
    });
    const meters = measureDelivery(runTo(scene, 0));
    const why = (i: number) => whySilent(scene, scene.fields[i]!, meters, 0, new Map())?.words;
    expect(why(0)).toMatch(/^its expression X can’t be read: /);
    expect(why(1)).toBe('its formula has no value at some particles and counts as 0 there');
  });

  it('whatever can be read leaves the state of a run finite (fuzz)', () => {
    const term = fc.constantFrom(
      'x',
      'y',
      'vz',
      'speed',
      'age',
      'life',
      'key',
      'time',
      'd',
      '0',
      '1e200',
      '-3.5',
      'pi',
    );
    const formula = fc.letrec<{ text: string }>((tie) => ({
      text: fc.oneof(
        { maxDepth: 5 },
        term,
        fc
          .tuple(tie('text'), fc.constantFrom('+', '-', '*', '/', '^', '%', '<', 'and'), tie('text'))
          .map(([a, sign, b]) => `(${a} ${sign} ${b})`),
        fc
          .tuple(fc.constantFrom('sin', 'exp', 'log', 'sqrt', 'floor', 'tan', 'random'), tie('text'))
          .map(([name, a]) => `${name}(${a})`),
        fc
          .tuple(fc.constantFrom('besselj', 'atan2', 'mod', 'min'), tie('text'), tie('text'))
          .map(([name, a, b]) => `${name}(${a}, ${b})`),
        fc.tuple(tie('text'), tie('text'), tie('text')).map(([a, b, c]) => `(${a} ? ${b} : ${c})`),
      ),
    })).text;
    fc.assert(
      fc.property(formula, formula, fc.constantFrom('vector', 'downhill', 'one-direction'), (fx, height, does) => {
        const scene = testScene({
          emitter: { shape: { kind: 'ball' }, emission: [{ kind: 'burst', count: 8 }], birth: { life: 3 } },
          fields: [field({ output: does, fx: fx.slice(0, 900), height: height.slice(0, 900) })],
        });
        const { count, columns } = runTo(scene, 3).populations[0]!;
        for (let i = 0; i < count; i++)
          for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const)
            expect(Number.isFinite(columns[name][i]!)).toBe(true);
      }),
      { numRuns: 250, seed: 3 },
    );
  });

  it('a dial whose name formulas use, or that another has, is refused in words', () => {
    const scene = JSON.parse(JSON.stringify(testScene())) as Written;
    const messages = (dials: Written[]) => checkScene({ ...scene, dials }).map((f) => f.message);
    expect(messages([{ id: 'a', name: 'sin' }])[0]).toMatch(/Use a name that formulas do not use otherwise/);
    expect(messages([{ id: 'a', name: 'q' }, { id: 'b', name: 'q' }])).toHaveLength(1); // prettier-ignore
    expect(messages([{ id: 'a', name: '2x' }])[0]).toMatch(/Use a letter/);
  });
});

/** Distances of settled grains to the still lines of a vibration, by the first order of its amplitude, metres. */
function settled(
  height: string,
  amplitude: (x: number, z: number) => number,
  shape: Written,
  inside: (x: number, z: number) => boolean,
): number[] {
  const scene = testScene({
    time: { substeps: 2 },
    emitter: { shape, emission: [{ kind: 'burst', count: 400 }], birth: { life: 999, speed: 0, drag: 6 } },
    fields: [field({ output: 'downhill', height: `(${height})^2` }, { strength: 1 })],
  });
  const { count, columns } = runTo(scene, 1200).populations[0]!;
  const h = 1e-5;
  return Array.from({ length: count }, (_, i) => [columns.x[i]!, columns.z[i]!] as const)
    .filter(([x, z]) => inside(x, z))
    .map(([x, z]) => {
      const slope = Math.hypot(
        (amplitude(x + h, z) - amplitude(x - h, z)) / (2 * h),
        (amplitude(x, z + h) - amplitude(x, z - h)) / (2 * h),
      );
      return Math.abs(amplitude(x, z)) / Math.max(slope, 1e-3);
    });
}

const median = (values: number[]) => values.toSorted((a, b) => a - b)[values.length >> 1]!;

describe('grains on vibrating plates settle on the still lines (Chladni; Rayleigh, Theory of Sound)', () => {
  it('square plate: cos(nπx/L)cos(mπz/L) − cos(mπx/L)cos(nπz/L) = 0', () => {
    const [n, m] = [1, 3];
    const amplitude = (x: number, z: number) =>
      Math.cos(n * Math.PI * x) * Math.cos(m * Math.PI * z) - Math.cos(m * Math.PI * x) * Math.cos(n * Math.PI * z);
    const text = `cos(${n} × pi × x) × cos(${m} × pi × z) − cos(${m} × pi × x) × cos(${n} × pi × z)`;
    const plate = { kind: 'box', width: 1.9, height: 0, depth: 1.9 };
    const distances = settled(text, amplitude, plate, (x, z) => Math.max(Math.abs(x), Math.abs(z)) < 1);
    expect(distances.length).toBeGreaterThan(300);
    expect(median(distances)).toBeLessThan(0.004);
  });

  it('round membrane: J₂(kr)cos 2θ with the second zero 8.4172 at its rim (Abramowitz & Stegun, from memory)', () => {
    expect(besselJ(2, 8.41724414)).toBeCloseTo(0, 7);
    const amplitude = (x: number, z: number) =>
      besselJ(2, 8.41724414 * Math.hypot(x, z)) * Math.cos(2 * Math.atan2(z, x));
    const text = 'besselj(2, 8.41724414 × sqrt(x^2 + z^2)) × cos(2 × atan2(z, x))';
    const distances = settled(text, amplitude, { kind: 'disc', radius: 0.97 }, (x, z) => Math.hypot(x, z) < 1.05);
    expect(distances.length).toBeGreaterThan(300);
    expect(median(distances)).toBeLessThan(0.004);
  });
});
