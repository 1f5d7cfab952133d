import { describe, expect, it } from 'vitest';
import { falloffShapes } from '../kinds/falloff-shapes';
import { probe } from '../measure/probe';
import { falloffCurves } from '../kinds/curves';
import { weightBy } from '../kinds/curves/curve';
import type { Written } from '../scene/read';
import { type Vector, mapVector } from '../lib/math/vector';
import type { Resources } from '../kinds/emitter-shapes/shape';
import { only, runTo, testScene, thrown } from './scenes';
import { NO_RESOURCES } from './no-resources';

const NONE: Resources = NO_RESOURCES;

const push = (over: Written = {}): Written => ({
  settings: { kind: 'wind' },
  strength: 2,
  actsAs: 'acceleration',
  ...over,
});

function total(fields: Written[], position: Vector = [0, 0, 0], mass = 1) {
  const scene = testScene({ fields });
  return probe(scene, new Map(), 0, scene.emitters[0]!, { position, velocity: [0, 0, 0], mass, drag: 0.5 }).total;
}

describe('the root of the desk sums (common practice)', () => {
  it('two overlapping fields add exactly; a muted one does not; a soloed one is alone', () => {
    expect(total([push(), push({ strength: 3 })]).acceleration[0]).toBe(5);
    expect(total([push(), push({ strength: 3, mute: true })]).acceleration[0]).toBe(2);
    expect(total([push(), push({ strength: 3, solo: true })]).acceleration[0]).toBe(3);
    expect(
      total([push({ solo: true }), push({ strength: 3, solo: true }), push({ strength: 7 })]).acceleration[0],
    ).toBe(5);
  });

  it('a send scales what one emitter’s particles feel, up to twice', () => {
    expect(total([push({ sends: { e: 0.25 } })]).acceleration[0]).toBe(0.5);
    expect(total([push({ sends: { e: 2 } })]).acceleration[0]).toBe(4);
    expect(total([push({ sends: { e: 0 } })]).acceleration[0]).toBe(0);
  });

  it('a force divides by the mass, an acceleration does not, carry adds to the medium, drag to the rate', () => {
    expect(total([push({ actsAs: 'force' })], [0, 0, 0], 4).acceleration[0]).toBe(0.5);
    expect(total([push()], [0, 0, 0], 4).acceleration[0]).toBe(2);
    expect(total([push({ actsAs: 'flow' }), push({ actsAs: 'flow', strength: -0.5 })]).medium[0]).toBe(1.5);
    expect(total([{ settings: { kind: 'drag', quadratic: 3 }, strength: 2 }])).toMatchObject({
      dragRate: 2.5,
      quadratic: 3,
    });
  });

  it('reordering a sum changes nothing but the last bits', () => {
    const fields = [
      push({ strength: 0.1 }),
      { settings: { kind: 'turbulence' }, strength: 0.7 },
      { settings: { kind: 'vortex' }, strength: 1.3, actsAs: 'acceleration' },
    ];
    const run = (list: Written[]) => only(runTo(testScene({ emitter: thrown([1, 1, 0]), fields: list }), 48));
    // Other names are given to the same fields in another order; seeds go with them.
    const [a, b] = [run(fields), run([...fields].toReversed())];
    for (const c of ['x', 'y', 'z'] as const) expect(Math.abs(a[c] - b[c])).toBeLessThan(1e-4);
  });
});

describe('falloff curves (common practice)', () => {
  const each = falloffCurves.list.map((p) => [p.kind, p] as const);
  it.each(each)(
    '%s: 1 inside the inner radius, 0 at the outer, never rising; slope 0 is 1 everywhere',
    (_kind, curve) => {
      const weight = weightBy(curve, { ...falloffCurves.defaults(curve.kind), slope: 1, invert: false }, 1, 3);
      expect([0, 0.5, 1].map(weight)).toEqual([1, 1, 1]);
      expect([3, 4, 1e9].map(weight)).toEqual([0, 0, 0]);
      let last = 1;
      for (let d = 1; d < 3; d += 0.01) {
        expect(weight(d)).toBeLessThanOrEqual(last);
        last = weight(d);
      }
      const flat = weightBy(curve, { ...falloffCurves.defaults(curve.kind), slope: 0, invert: false }, 1, 3);
      expect([0, 2, 3, 99].map(flat)).toEqual([1, 1, 1, 1]);
    },
  );

  it.each(each)('%s inverted: 0 inside the inner radius, 1 at the outer and everywhere outside', (_kind, curve) => {
    const weight = weightBy(curve, { ...falloffCurves.defaults(curve.kind), slope: 1, invert: true }, 1, 3);
    expect([0, 1, 3, 4, 1e9].map(weight)).toEqual([0, 0, 1, 1, 1]);
  });

  it('follow their formulas half way, and the slope is a power', () => {
    const half = (kind: string, slope = 1) =>
      weightBy(falloffCurves.get(kind), { ...falloffCurves.defaults(kind), slope: slope, invert: false }, 1, 3)(2);
    expect(half('linear')).toBe(0.5);
    expect(half('smooth')).toBe(0.5);
    expect(half('bell')).toBeCloseTo((Math.exp(-4.5 / 4) - Math.exp(-4.5)) / (1 - Math.exp(-4.5)), 12);
    expect(half('inverse-square')).toBeCloseTo(0.25 * (1 - 1 / 16) ** 2, 12);
    expect(half('smoother')).toBe(0.5);
    expect(half('exponential')).toBeCloseTo((Math.exp(-2) - Math.exp(-4)) / (1 - Math.exp(-4)), 12);
    expect(half('flat')).toBe(1);
    expect(half('linear', 3)).toBeCloseTo(0.125, 12);
  });

  it('equal radii are a step', () => {
    const weight = weightBy(
      falloffCurves.get('smooth'),
      { ...falloffCurves.defaults('smooth'), slope: 1, invert: false },
      2,
      2,
    );
    expect([1.99, 2, 2.01].map(weight)).toEqual([1, 1, 0]);
  });
});

describe('falloff shapes', () => {
  const distance = (kind: string, values: Written, p: Vector): number => {
    const out = new Float64Array(1);
    falloffShapes.get(kind).distance(falloffShapes.defaults(kind, values), NONE)(
      { x: Float64Array.of(p[0]), y: Float64Array.of(p[1]), z: Float64Array.of(p[2]) },
      1,
      out,
      0,
    );
    return out[0]!;
  };

  it('measure from a point, a solid box, a plane', () => {
    expect(distance('ball', {}, [2, 3, 6])).toBe(7);
    // A line of 4 m: beside it, beyond its end; a circle of 5 m: inside it, and above.
    expect(distance('rod', { length: 4 }, [3, 1.5, 4])).toBe(5);
    expect(distance('rod', { length: 4 }, [0, 5, 4])).toBe(5);
    expect(distance('ring', { radius: 5 }, [0, 0, 2])).toBe(3);
    expect(distance('ring', { radius: 5 }, [3, 3, 4])).toBe(3);
    expect(distance('box', { width: 2, height: 2, depth: 2 }, [0.9, -0.5, 0])).toBe(0);
    expect(distance('box', { width: 2, height: 2, depth: 2 }, [4, 5, 1])).toBe(5);
    // A cone of 2 m that opens by 45°: inside, beside its side, above its flat end, below its tip.
    expect(distance('cone', { length: 2, angle: 45 }, [0.5, 1, 0])).toBe(0);
    expect(distance('cone', { length: 2, angle: 45 }, [2, 1, 0])).toBeCloseTo(Math.SQRT1_2, 12);
    expect(distance('cone', { length: 2, angle: 45 }, [0.5, 5, 0])).toBe(3);
    expect(distance('cone', { length: 2, angle: 45 }, [0, -3, 0])).toBe(3);
    const bend = { points: [[0, 0, 0], [4, 0, 0], [4, 0, 3]], smooth: false }; // prettier-ignore
    expect(distance('path', bend, [2, 2, 0])).toBe(2);
    expect(distance('path', bend, [7, 0, 7])).toBe(5);
    expect(distance('slab', {}, [9, -2, 9])).toBe(2);
    expect(distance('slab', { side: 'front' }, [0, -0.1, 0])).toBe(Infinity);
  });

  it('drawn outlines lie at the distance they are drawn for, and hatching leaves the skeleton', () => {
    // A mesh is drawn itself.
    for (const falloff of falloffShapes.list.filter(
      (e) => e.bounded && !('mesh' in e.parameters) && e.kind !== 'painted',
    )) {
      const straight = falloff.kind === 'path' ? { points: [[-1, 0, 0], [1, 1, 0]] } : {}; // prettier-ignore
      const values = falloffShapes.defaults(falloff.kind, straight);
      for (const [x, y, z] of falloff.outline(values, 0.5).flat())
        if (falloff.kind !== 'box') expect(distance(falloff.kind, values, [x, y, z])).toBeCloseTo(0.5, 9);
      for (const u of [0.05, 0.3, 0.55, 0.9]) {
        const { from, along } = falloff.ray(values, u);
        expect(
          distance(
            falloff.kind,
            values,
            mapVector(from, (n, i) => n + 0.25 * along[i]!),
          ),
        ).toBeCloseTo(0.25, 9);
      }
    }
  });

  it('fitted round particles reach all of them', () => {
    for (const falloff of falloffShapes.list.filter(
      (e) => e.bounded && !('mesh' in e.parameters) && e.kind !== 'painted',
    )) {
      const values = falloffShapes.defaults(falloff.kind, falloff.fitted([1, 2, 0.5]));
      for (const corner of [
        [1, 2, 0.5],
        [-1, 2, -0.5],
        [1, -2, 0.5],
      ] as const)
        expect(distance(falloff.kind, values, corner)).toBeLessThanOrEqual(values['outer'] as number);
    }
  });
});
