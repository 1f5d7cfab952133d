import { describe, expect, it } from 'vitest';
import type { Values } from '../../document/parameters';
import { vectorColumns, vectorBy, type Vector } from '../../lib/math/vector';
import { falloffShapes } from '.';
import type { FalloffShapeKind } from './falloff-shape';
import { NO_RESOURCES } from '../../tests/no-resources';

const RESOURCES = NO_RESOURCES;
/** Every shape with a falloff that needs nothing else of the scene. */
const shapes = falloffShapes.list
  .filter(({ bounded, parameters }) => bounded && !('mesh' in parameters) && !('weightMap' in parameters))
  .map((kind) => [kind.kind, kind] as const);

function distanceAt(kind: FalloffShapeKind, values: Values, at: Vector): number {
  const local = vectorColumns(1);
  [local.x[0], local.y[0], local.z[0]] = at;
  const d = new Float64Array(1);
  kind.distance(values, RESOURCES)(local, 1, d, 0);
  return d[0]!;
}
const beyond = (from: Vector, along: Vector, by: number): Vector => vectorBy((axis) => from[axis]! + by * along[axis]!);

// The examples of each shape hold its distance against geometry; these hold everything else against the distance.
describe('every falloff shape', () => {
  it.each(shapes)('%s is drawn at the distance that was asked for', (_name, kind) => {
    const values = falloffShapes.defaults(kind.kind);
    for (const d of [0, 0.3]) {
      const points = kind.outline(values, d).flat();
      expect(points.length).toBeGreaterThan(0);
      const off = points.map((at) => distanceAt(kind, values, at));
      // The edges of a larger box stand off its corners by √2 or √3 of that.
      for (const n of off) expect(n).toBeGreaterThan(d - 0.02);
      for (const n of off) expect(n).toBeLessThan(d * (kind.kind === 'box' ? Math.sqrt(3) : 1) + 0.02);
    }
  });

  it.each(shapes)('%s is hatched by lines that leave it at right angles', (_name, kind) => {
    const values = falloffShapes.defaults(kind.kind);
    const rays = Array.from({ length: 24 }, (_, i) => kind.ray(values, (i + 0.5) / 24));
    for (const { from, along } of rays) {
      expect(Math.hypot(...along)).toBeCloseTo(1, 6);
      for (const by of [0, 0.1, 0.2]) expect(distanceAt(kind, values, beyond(from, along, by))).toBeCloseTo(by, 2);
    }
    expect(
      new Set(rays.map(({ from, along }) => [...from, ...along].map((n) => n.toFixed(2)).join())).size,
    ).toBeGreaterThan(1);
  });

  it.each(shapes)('%s has its handles where its numbers are, and they move as those grow', (_name, kind) => {
    const values = falloffShapes.defaults(kind.kind);
    for (const { parameter, at, axis, perMetre } of kind.handles(values)) {
      const value = Number(values[parameter]);
      if (parameter === 'inner' || parameter === 'outer') expect(distanceAt(kind, values, at)).toBeCloseTo(value, 6);
      else expect(distanceAt(kind, values, at)).toBeCloseTo(0, 6);
      const grown = kind.handles({ ...values, [parameter]: value + 0.1 }).find((one) => one.parameter === parameter)!;
      const moved = beyond(at, axis, 0.1 / perMetre);
      expect(grown.at).toEqual(moved.map((n) => expect.closeTo(n, 6)));
    }
  });

  it.each(shapes)('%s fitted to particles reaches all of them, and no farther than it must', (_name, kind) => {
    for (const half of [
      [1, 1, 1],
      [3, 0.5, 1],
      [0.2, 2, 0.7],
    ] as const) {
      const values = falloffShapes.defaults(kind.kind, kind.fitted(half));
      const outer = Number(values['outer']);
      expect(Number(values['inner'])).toBeLessThanOrEqual(outer);
      const corners = [-1, 1].flatMap((x) => [-1, 1].flatMap((y) => [-1, 1].map((z) => [x, y, z] as const)));
      const off = corners.map((corner) =>
        distanceAt(
          kind,
          values,
          vectorBy((axis) => corner[axis]! * half[axis]!),
        ),
      );
      expect(Math.max(...off)).toBeLessThanOrEqual(outer + 1e-9);
      expect(outer).toBeLessThan(2 * Math.hypot(...half));
    }
  });
});
