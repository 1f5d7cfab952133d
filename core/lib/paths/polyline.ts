import type { Vector } from '../math/vector';

/** A part of a path that is drawn without lifting the pen: its first and last point, by their places in the list. */
export interface Stroke {
  readonly first: number;
  readonly last: number;
  /** Its last point is its first. */
  readonly closed: boolean;
}

/** A path as straight pieces, in one stroke or several. */
export interface Polyline {
  readonly points: readonly Vector[];
  /** Length from the start to each point, metres; the last is the whole length. Way between strokes does not count. */
  readonly lengths: readonly number[];
  readonly strokes: readonly Stroke[];
}

/** Pieces of a smooth path from one knot to the next. */
export const PIECES = 16;

const distance = (a: Vector, b: Vector) =>
  Math.sqrt((b[0] - a[0]) * (b[0] - a[0]) + (b[1] - a[1]) * (b[1] - a[1]) + (b[2] - a[2]) * (b[2] - a[2]));

const mix = (a: Vector, b: Vector, t: number): Vector => [
  a[0] + t * (b[0] - a[0]),
  a[1] + t * (b[1] - a[1]),
  a[2] + t * (b[2] - a[2]),
];

/**
 * A point of the centripetal Catmull–Rom spline between p1 and p2 (Barry & Goldman 1988; Yuksel, Schaefer & Keyser
 * 2011): it passes through its knots, without loops or cusps.
 */
function spline(p: readonly [Vector, Vector, Vector, Vector], t: number): Vector {
  const gap = (a: Vector, b: Vector) => Math.max(1e-6, Math.sqrt(distance(a, b)));
  const t1 = gap(p[0], p[1]);
  const t2 = t1 + gap(p[1], p[2]);
  const t3 = t2 + gap(p[2], p[3]);
  const s = t1 + t * (t2 - t1);
  const a1 = mix(p[0], p[1], s / t1);
  const a2 = mix(p[1], p[2], (s - t1) / (t2 - t1));
  const a3 = mix(p[2], p[3], (s - t2) / (t3 - t2));
  const b1 = mix(a1, a2, s / t2);
  const b2 = mix(a2, a3, (s - t1) / (t3 - t1));
  return mix(b1, b2, (s - t1) / (t2 - t1));
}

/** A path through knots: straight from one to the next, or smooth; open or closed. */
export function polylineOf(knots: readonly Vector[], closed: boolean, smooth: boolean): Polyline {
  const n = knots.length;
  const points: Vector[] = n > 0 ? [knots[0]!] : [];
  const spans = closed && n > 1 ? n : n - 1;
  const knot = (i: number): Vector => {
    if (closed) return knots[((i % n) + n) % n]!;
    // Beyond an end the path goes on as it came.
    if (i < 0) return mix(knots[0]!, knots[1]!, -1);
    return i >= n ? mix(knots[n - 1]!, knots[n - 2]!, -1) : knots[i]!;
  };
  for (let i = 0; i < spans; i++) {
    if (smooth && n > 2)
      for (let piece = 1; piece < PIECES; piece++)
        points.push(spline([knot(i - 1), knot(i), knot(i + 1), knot(i + 2)], piece / PIECES));
    points.push(knot(i + 1));
  }
  const lengths = [0];
  for (let i = 1; i < points.length; i++) lengths.push(lengths[i - 1]! + distance(points[i - 1]!, points[i]!));
  return {
    points,
    lengths,
    strokes: points.length > 0 ? [{ first: 0, last: points.length - 1, closed: closed && n > 1 }] : [],
  };
}

/** Several paths as one, stroke after stroke. */
export function joined(lines: readonly Polyline[]): Polyline {
  const points: Vector[] = [];
  const lengths: number[] = [];
  const strokes: Stroke[] = [];
  for (const line of lines) {
    const before = lengths.at(-1) ?? 0;
    const at = points.length;
    for (const { first, last, closed } of line.strokes) strokes.push({ first: first + at, last: last + at, closed });
    points.push(...line.points);
    for (const length of line.lengths.slice(0, line.points.length)) lengths.push(before + length);
  }
  return { points, lengths: lengths.length > 0 ? lengths : [0], strokes };
}

/** The strokes of a path, each as a row of points to draw. */
export function strokesOf({ points, strokes }: Polyline): Vector[][] {
  return strokes.map(({ first, last }) => points.slice(first, last + 1));
}

/** Whole length of a path, metres. */
export const pathLength = ({ lengths }: Polyline): number => lengths.at(-1) ?? 0;

/** The point at a length from the start, and the unit direction there. */
export function pointAlong(
  { points, lengths }: Polyline,
  s: number,
): { readonly point: Vector; readonly tangent: Vector } {
  let low = 0;
  let high = lengths.length - 1;
  while (low + 1 < high) {
    const middle = (low + high) >> 1;
    if (lengths[middle]! <= s) low = middle;
    else high = middle;
  }
  const a = points[low]!;
  const b = points[high]!;
  const span = lengths[high]! - lengths[low]!;
  const tangent: Vector = span > 0 ? [(b[0] - a[0]) / span, (b[1] - a[1]) / span, (b[2] - a[2]) / span] : [1, 0, 0];
  return { point: span > 0 ? mix(a, b, (s - lengths[low]!) / span) : a, tangent };
}
