import type { LevelStop } from '../../../core/document/parameters';
import type { EmitterFrame } from '../../../engine/frame';
import { STRIDE, type BodyGeometry } from './body-geometry';
import { levelAt } from './ramp';
import { mapVector } from '../../../core/lib/math/vector';

/** How near particles are joined. */
export interface LinkLook {
  /** Metres. */
  readonly largestDistance: number;
  /** How many of the nearest each reaches out to. */
  readonly mostLines: number;
  /** Metres. */
  readonly width: number;
  readonly opacityOverDistance: readonly LevelStop[];
}

/** Places as columns. */
export interface Places {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly z: Float32Array;
}

/**
 * Pairs of places nearer than `reach`, each once as (a, b, distance): every place reaches out to up to `most` of its
 * nearest. Places are sorted into cells as wide as the reach, so that only those of 27 cells are measured.
 */
function nearPairs(
  { x, y, z }: Places,
  count: number,
  largestDistance: number,
  most: number,
): (readonly [number, number, number])[] {
  let buckets = 16;
  while (buckets < 2 * count) buckets *= 2;
  const mask = buckets - 1;
  const cellOf = (v: number) => Math.floor(v / largestDistance);
  const bucketOf = (i: number, j: number, k: number) =>
    (Math.imul(i, 73856093) ^ Math.imul(j, 19349663) ^ Math.imul(k, 83492791)) & mask;
  const starts = new Uint32Array(buckets + 1);
  const own = new Uint32Array(count);
  for (let i = 0; i < count; i++) {
    own[i] = bucketOf(cellOf(x[i]!), cellOf(y[i]!), cellOf(z[i]!));
    starts[own[i]! + 1]!++;
  }
  for (let b = 0; b < buckets; b++) starts[b + 1]! += starts[b]!;
  const inCells = new Uint32Array(count);
  const filled = starts.slice();
  for (let i = 0; i < count; i++) inCells[filled[own[i]!]!++] = i;
  const pairs = new Map<number, readonly [number, number, number]>();
  const near: [number, number][] = [];
  for (let i = 0; i < count; i++) {
    near.length = 0;
    const cell = [cellOf(x[i]!), cellOf(y[i]!), cellOf(z[i]!)] as const;
    // Cells that share a bucket are looked through once.
    const around = new Set<number>();
    for (let n = 0; n < 27; n++)
      around.add(
        bucketOf(cell[0] + (n % 3) - 1, cell[1] + (Math.floor(n / 3) % 3) - 1, cell[2] + Math.floor(n / 9) - 1),
      );
    for (const bucket of around)
      for (let s = starts[bucket]!; s < starts[bucket + 1]!; s++) {
        const j = inCells[s]!;
        if (j === i) continue;
        const d = Math.hypot(x[j]! - x[i]!, y[j]! - y[i]!, z[j]! - z[i]!);
        if (d < largestDistance) near.push([d, j]);
      }
    near.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    for (const [d, j] of near.slice(0, most)) {
      const [a, b] = i < j ? [i, j] : [j, i];
      pairs.set(a * count + b, [a, b, d]);
    }
  }
  return [...pairs.values()];
}

/** A band for each pair, from the one to the other, that fades with their distance. */
export function linkGeometry({ count, columns, age, zone }: EmitterFrame, look: LinkLook): BodyGeometry {
  const pairs = nearPairs(columns, count, look.largestDistance, look.mostLines);
  const vertices = new Float32Array(4 * pairs.length * STRIDE);
  const index = new Uint32Array(6 * pairs.length);
  pairs.forEach(([a, b, distance], p) => {
    const [dx, dy, dz] = mapVector<'x' | 'y' | 'z'>(
      ['x', 'y', 'z'],
      (k) => (columns[k][b]! - columns[k][a]!) / (distance || 1),
    );
    const fade = levelAt(look.opacityOverDistance, distance / look.largestDistance);
    [a, b].forEach((slot, end) => {
      const life = columns.life[slot]!;
      const share = life > 0 ? Math.min(1, Math.max(0, age[slot]! / life)) : 1;
      for (const side of [-1, 1]) {
        const at = (4 * p + 2 * end + (side > 0 ? 1 : 0)) * STRIDE;
        vertices.set(
          [
            columns.x[slot]!,
            columns.y[slot]!,
            columns.z[slot]!,
            columns.vx[slot]!,
            columns.vy[slot]!,
            columns.vz[slot]!,
          ],
          at,
        );
        vertices.set([dx, dy, dz, side, look.width, share, zone[slot] ?? 0, fade, share], at + 6);
      }
    });
    index.set([4 * p, 4 * p + 1, 4 * p + 2, 4 * p + 2, 4 * p + 1, 4 * p + 3], 6 * p);
  });
  return { vertices, index };
}
