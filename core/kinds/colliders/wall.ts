import { describe, type ValuesOf } from '../../document/parameters';
import { Span } from '../../lib/geometry/span';
import { set, triple } from '../../lib/math/triple';
import type { Vector } from '../../lib/math/vector';
import { defineColliderShape } from './collider';
import { distanceToBox, meetBox } from './slabs';

const parameters = describe({
  points: {
    type: 'points',
    label: 'Points',
    unit: 'm',
    default: [
      [-1, 0, 0.4],
      [0, 0, -0.3],
      [1, 0, 0.4],
    ],
    least: 0,
    flat: true,
    help: 'The points of the wall’s base line on the ground.',
  },
  closed: { type: 'switch', label: 'Closed', default: false, help: 'Joins the last point to the first.' },
  height: {
    type: 'number',
    label: 'Height',
    unit: 'm',
    default: 1,
    min: 0,
    above: true,
    usual: [0.1, 5],
    help: 'The height of the wall above its base line.',
  },
});

type Settings = ValuesOf<typeof parameters>;

function sides({ points, closed }: Settings): (readonly [Vector, Vector])[] {
  const ends = closed && points.length > 2 ? [...points, points[0]!] : points;
  return ends.slice(1).map((b, i) => [ends[i]!, b] as const);
}

/** A line of upright walls: as thin as its thickness, stopping from both sides. */
export const wall = defineColliderShape({
  kind: 'wall',
  spreads: true,
  label: 'wall',
  summary: 'A wall along a line that is drawn point by point; it stops from both sides.',
  parameters,
  points: 'points',
  body(values) {
    const settings = values;
    const { height } = settings;
    // Each side in a frame of its own: along the line, up, across; a box as thick as the wall.
    const list = sides(settings).flatMap(([a, b]) => {
      const dx = b[0] - a[0];
      const dz = b[2] - a[2];
      const length = Math.sqrt(dx * dx + dz * dz);
      return length > 0
        ? [{ x: (a[0] + b[0]) / 2, z: (a[2] + b[2]) / 2, ux: dx / length, uz: dz / length, length }]
        : [];
    });
    const extent = new Span().clear();
    const corner = new Span();
    for (const { x, z, ux, uz, length } of list) {
      const [dx, dz] = [Math.abs(ux) * (length / 2), Math.abs(uz) * (length / 2)];
      set(corner.low, x - dx, 0, z - dz);
      set(corner.high, x + dx, height, z + dz);
      extent.include(corner);
    }
    const [a, b, h] = [triple(), triple(), triple()];
    return {
      // Ends of its sides reach out by half of its thickness along them and across.
      isClear: (span, half) => span.isApart(extent, 2 * half),
      descriptor: { kind: 'extent', extent, times: 2 },
      distance(px, py, pz) {
        let least = Infinity;
        for (const { x, z, ux, uz, length } of list) {
          const along = (px - x) * ux + (pz - z) * uz;
          const across = (pz - z) * ux - (px - x) * uz;
          least = Math.min(least, distanceToBox(along, py - height / 2, across, length / 2, height / 2, 0));
        }
        return least;
      },
      hit(ax, ay, az, bx, by, bz, half, hit) {
        let first = Infinity;
        let [nx, ny, nz, push] = [0, 0, 0, 0];
        for (const { x, z, ux, uz, length } of list) {
          set(a, (ax - x) * ux + (az - z) * uz, ay - height / 2, (az - z) * ux - (ax - x) * uz);
          set(b, (bx - x) * ux + (bz - z) * uz, by - height / 2, (bz - z) * ux - (bx - x) * uz);
          set(h, length / 2 + half, height / 2 + half, half);
          if (!meetBox(a, b, h, 2 * half, hit) || hit.t >= first) continue;
          first = hit.t;
          push = hit.push;
          ny = hit.ny;
          nx = hit.nx * ux - hit.nz * uz;
          nz = hit.nx * uz + hit.nz * ux;
        }
        hit.t = first;
        hit.nx = nx;
        hit.ny = ny;
        hit.nz = nz;
        hit.push = push;
        return first <= 1;
      },
    };
  },
  empty: (values) => (sides(values).length === 0 ? 'its line has fewer than two points' : undefined),
  outline(values) {
    const settings = values;
    const at = (p: Vector, y: number): Vector => [p[0], y, p[2]];
    return sides(settings).map(([a, b]) => [
      at(a, 0),
      at(b, 0),
      at(b, settings.height),
      at(a, settings.height),
      at(a, 0),
    ]);
  },
  handles: (values) => [{ parameter: 'height', at: [0, values.height, 0], axis: [0, 1, 0], perMetre: 1 }],
});
