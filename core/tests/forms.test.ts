import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { falloffShapes } from '../kinds/falloff-shapes';
import { monotoneCubic } from '../lib/math/monotone';
import { vectorColumns, type Vector, vectorBy, mapVector } from '../lib/math/vector';
import { nearestOnPath, PathPieces } from '../lib/paths/nearest';
import { polylineOf } from '../lib/paths/polyline';
import { uniform } from '../lib/random/lookup';
import { resourcesOf } from '../scene/resources';
import { treeOf } from '../lib/meshes/tree';
import { testScene } from './scenes';

const scene = testScene({
  meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 10 } }],
  // Full everywhere: the distance is that of the mesh then.
  weightMaps: [{ id: 'w', name: 'W', surface: 'mesh', mesh: 'm', base: 1 }],
});
const resources = resourcesOf(scene, new Map());
const valuesOf = (kind: string) =>
  falloffShapes.defaults(kind, {
    ...('mesh' in falloffShapes.get(kind).parameters && { mesh: 'm' }),
    ...(kind === 'painted' && { weightMap: 'w', inner: 0, outer: 1000 }),
  });

function columnsOf([x, y, z]: Vector) {
  return { x: Float64Array.of(x), y: Float64Array.of(y), z: Float64Array.of(z) };
}

function distance(kind: string, p: Vector): number {
  const out = new Float64Array(1);
  falloffShapes.get(kind).distance(valuesOf(kind), resources)(columnsOf(p), 1, out, 0);
  return out[0]!;
}

function form(kind: string, p: Vector): { outward: Vector; lengthwise: Vector } {
  const [outward, lengthwise] = [vectorColumns(1), vectorColumns(1)];
  falloffShapes.get(kind).form!(valuesOf(kind), resources)(columnsOf(p), 1, outward, lengthwise, 0);
  return {
    outward: [outward.x[0]!, outward.y[0]!, outward.z[0]!],
    lengthwise: [lengthwise.x[0]!, lengthwise.y[0]!, lengthwise.z[0]!],
  };
}

const coordinate = fc.double({ min: -3, max: 3, noNaN: true }).map((n) => Math.round(n * 1e6) / 1e6);
const anyPoint = fc.tuple(coordinate, coordinate, coordinate);

describe('the form of a falloff shape', () => {
  const formed = falloffShapes.list.filter((e) => e.form);

  it.each(formed.map((e) => e.kind))(
    '%s: directions of unit length, or none where there is no direction (property)',
    (kind) => {
      fc.assert(
        fc.property(anyPoint, (p) => {
          const { outward, lengthwise } = form(kind, p);
          for (const v of [outward, lengthwise]) {
            const size = Math.hypot(...v);
            expect(Math.abs(size - 1) < 1e-9 || size === 0).toBe(true);
          }
        }),
        { numRuns: 100 },
      );
    },
  );

  // Solids point away from their middle or axis; of the others, outward is the way in which the distance grows.
  it.each(formed.map((e) => e.kind).filter((kind) => kind !== 'box' && kind !== 'cone'))(
    '%s: outward is the gradient of its distance, by central differences',
    (kind) => {
      const errors: number[] = [];
      for (let i = 0; i < 300; i++) {
        const p = vectorBy((axis) => 6 * uniform(8, i, axis) - 3);
        if (!(distance(kind, p) > 0.05)) continue;
        const h = 1e-6;
        const gradient = [0, 1, 2].map((axis) => {
          const at = (s: number) =>
            distance(
              kind,
              mapVector(p, (n, k) => (k === axis ? n + s * h : n)),
            );
          return (at(1) - at(-1)) / (2 * h);
        });
        errors.push(Math.hypot(...form(kind, p).outward.map((n, k) => n - gradient[k]!)));
      }
      errors.sort((a, b) => a - b);
      // But for the few points that are equally near to two places.
      expect(errors[Math.floor(0.95 * errors.length)]).toBeLessThan(1e-4);
    },
  );
});

describe('the nearest point of a path', () => {
  it('is that of brute force over all its pieces (property)', () => {
    fc.assert(
      fc.property(
        fc.array(anyPoint, { minLength: 2, maxLength: 12 }),
        fc.boolean(),
        fc.boolean(),
        anyPoint,
        (knots, closed, smooth, p) => {
          const line = polylineOf(knots, closed, smooth);
          const found = nearestOnPath();
          new PathPieces(line).nearest(...p, found);
          let best = Infinity;
          for (let i = 1; i < line.points.length; i++) {
            const [a, b] = [line.points[i - 1]!, line.points[i]!];
            const way = b.map((n, k) => n - a[k]!);
            const size = way.reduce((s, n) => s + n * n, 0);
            const t =
              size > 0 ? Math.min(1, Math.max(0, way.reduce((s, n, k) => s + n * (p[k]! - a[k]!), 0) / size)) : 0;
            best = Math.min(best, Math.hypot(...a.map((n, k) => n + t * way[k]! - p[k]!)));
          }
          expect(found.distance).toBeCloseTo(best, 9);
          expect(Math.hypot(found.x - p[0], found.y - p[1], found.z - p[2])).toBeCloseTo(best, 9);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('of a long path is that of trying all its pieces one by one, near it, far from it and along its cells’ borders', () => {
    const knots = Array.from({ length: 40 }, (_, i) => vectorBy((axis) => 8 * uniform(21, i, axis) - 4));
    const line = polylineOf(knots, false, true);
    const pieces = new PathPieces(line);
    // Each piece as a path of its own: the first of the nearest is the answer, to the last bit.
    const alone = line.points.slice(1).map((b, i) => new PathPieces(polylineOf([line.points[i]!, b], false, false)));
    const [found, one] = [nearestOnPath(), nearestOnPath()];
    for (let i = 0; i < 600; i++) {
      const spread = [0.05, 0.6, 6, 60][i % 4]!;
      const middle = line.points[i % line.points.length]!;
      const p = vectorBy((axis) => middle[axis]! + spread * (2 * uniform(22, i, axis) - 1));
      // Some lie on a border of cells exactly.
      const at = i % 5 === 0 ? mapVector(p, (n) => Math.round(8 * n) / 8) : p;
      pieces.nearest(...at, found);
      let [best, piece] = [Infinity, -1];
      alone.forEach((path, k) => {
        path.nearest(...at, one);
        if (one.distance < best) [best, piece] = [one.distance, k];
      });
      expect([found.distance, found.piece]).toEqual([best, piece]);
    }
  });

  it('of a place that is no number is told, and does no harm', () => {
    const line = polylineOf(
      [...Array(30).keys()].map((i) => [i, i % 3, 0] as const),
      false,
      true,
    );
    const pieces = new PathPieces(line);
    const found = nearestOnPath();
    pieces.nearest(NaN, 0, 0, found);
    expect(found.distance).toBeNaN();
    pieces.nearest(3, 5, 0, found);
    const again = nearestOnPath();
    new PathPieces(line).nearest(3, 5, 0, again);
    expect(found).toEqual(again);
  });

  it('of a single point is that point, without a direction', () => {
    const found = nearestOnPath();
    new PathPieces(polylineOf([[1, 2, 3]], false, true)).nearest(1, 2, 7, found);
    expect(found).toMatchObject({ x: 1, y: 2, z: 3, distance: 4, tx: 0 });
  });
});

it('the nearest point of a mesh is that of brute force over its corners, or nearer, and lies on its face', () => {
  const mesh = resources.mesh('m')!;
  const at = new Float64Array(3);
  fc.assert(
    fc.property(anyPoint, (p) => {
      const tree = treeOf(mesh);
      const face = tree.nearestPoint(...p, at);
      const away = Math.hypot(at[0]! - p[0], at[1]! - p[1], at[2]! - p[2]);
      for (let v = 0; v < mesh.positions.length; v += 3)
        expect(away).toBeLessThanOrEqual(
          Math.hypot(mesh.positions[v]! - p[0], mesh.positions[v + 1]! - p[1], mesh.positions[v + 2]! - p[2]) + 1e-6,
        );
      const [a, b, c] = [0, 1, 2].map((k) =>
        Array.from(mesh.positions.subarray(3 * tree.index[3 * face + k]!, 3 * tree.index[3 * face + k]! + 3)),
      );
      const [u, v] = [b!.map((n, k) => n - a![k]!), c!.map((n, k) => n - a![k]!)];
      const normal = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!];
      const off = normal.reduce((s, n, k) => s + n * (at[k]! - a![k]!), 0) / Math.hypot(...normal);
      expect(Math.abs(off)).toBeLessThan(1e-5);
    }),
    { numRuns: 60 },
  );
});

describe('the monotone cubic (Fritsch & Carlson 1980)', () => {
  const anyKnots = fc
    .array(
      fc.record({
        at: fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000),
        value: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      {
        minLength: 1,
        maxLength: 9,
      },
    )
    .map((knots) => knots.toSorted((a, b) => a.at - b.at));

  it('passes through its knots, holds beyond them, and never leaves the span of its neighbours (property)', () => {
    fc.assert(
      fc.property(anyKnots, (knots) => {
        const curve = monotoneCubic(knots);
        expect(curve(-1)).toBe(knots[0]!.value);
        expect(curve(2)).toBe(knots.at(-1)!.value);
        for (let i = 1; i < knots.length; i++) {
          const [a, b] = [knots[i - 1]!, knots[i]!];
          // A step has nothing in between; of several at one place the last holds.
          if (b.at - a.at <= 1e-9) continue;
          const [low, high] = [Math.min(a.value, b.value), Math.max(a.value, b.value)];
          let last = curve(a.at + (b.at - a.at) * 1e-6);
          for (let t = 0.02; t < 1; t += 0.02) {
            const value = curve(a.at + t * (b.at - a.at));
            expect(value).toBeGreaterThanOrEqual(low - 1e-9);
            expect(value).toBeLessThanOrEqual(high + 1e-9);
            expect(a.value <= b.value ? value >= last - 1e-9 : value <= last + 1e-9).toBe(true);
            last = value;
          }
        }
      }),
      { numRuns: 150 },
    );
  });

  it('is straight where its knots are, and bends where the textbook says', () => {
    const straight = monotoneCubic([0, 0.3, 0.7, 1].map((at) => ({ at, value: at })));
    for (const t of [0.1, 0.45, 0.9]) expect(straight(t)).toBeCloseTo(t, 12);
    // Level at both ends of a single rise between flats: 3t² − 2t³.
    const rise = monotoneCubic([0, 0.25, 0.75, 1].map((at) => ({ at, value: at > 0.5 ? 1 : 0 })));
    for (const t of [0.2, 0.5, 0.8]) expect(rise(0.25 + 0.5 * t)).toBeCloseTo(t * t * (3 - 2 * t), 12);
  });
});
