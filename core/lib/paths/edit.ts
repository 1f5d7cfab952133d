import type { Vector } from '../math/vector';
import { length, mapVector } from '../math/vector';
import { pathLength, PIECES, pointAlong, polylineOf, type Polyline } from './polyline';

/** Points to the millimetre, as they are kept where nobody typed them. */
export const toMillimetre = (points: readonly Vector[]): Vector[] =>
  points.map((point) => mapVector(point, (n) => Math.round(n * 1000) / 1000 + 0));

/** The knots of a path the other way round. */
export const reversed = (knots: readonly Vector[]): Vector[] => knots.toReversed();

/**
 * Knots moved towards their neighbours: a quarter of the way to each (weights 1 : 2 : 1). The ends of an open path stay.
 */
export function smoothed(knots: readonly Vector[], closed: boolean): Vector[] {
  const n = knots.length;
  return knots.map((knot, i) => {
    if (n < 3 || (!closed && (i === 0 || i === n - 1))) return knot;
    const [before, after] = [knots[(i + n - 1) % n]!, knots[(i + 1) % n]!];
    return mapVector(knot, (v, axis) => (before[axis]! + 2 * v + after[axis]!) / 4);
  });
}

/** Knots with another in the middle of each span, on the path as it was. */
export function subdivided(knots: readonly Vector[], closed: boolean, smooth: boolean): Vector[] {
  const { points } = polylineOf(knots, closed, smooth);
  const pieces = smooth && knots.length > 2 ? PIECES : 1;
  const spans = (points.length - 1) / pieces;
  return knots.flatMap((knot, i) => {
    if (i >= spans) return [knot];
    const [a, b] = [points[i * pieces + (pieces >> 1)]!, points[i * pieces + ((pieces + 1) >> 1)]!];
    return [knot, mapVector(a, (v, axis) => (v + b[axis]!) / 2)];
  });
}

const gap = (a: Vector, b: Vector) => length([a[0] - b[0], a[1] - b[1], a[2] - b[2]]);

/** The knots of two open paths as one: joined at the two ends that lie nearest to each other, which become one where they meet. */
export function joinedEnds(first: readonly Vector[], second: readonly Vector[]): Vector[] {
  if (first.length === 0 || second.length === 0) return [...first, ...second];
  // The first path keeps its direction; the second goes before or after it, either way round.
  const [start, end] = [first[0]!, first.at(-1)!];
  const ways = [second, reversed(second)].flatMap((other) => [
    { gap: gap(end, other[0]!), before: first, after: other },
    { gap: gap(other.at(-1)!, start), before: other, after: first },
  ]);
  const best = ways.reduce((least, way) => (way.gap < least.gap ? way : least));
  const { before, after } = best;
  return [...before, ...(best.gap < 1e-6 ? after.slice(1) : after)];
}

/** So many points of a path of one stroke, evenly over its length; of a closed one without the last, which is its first. */
export function evenKnots(line: Polyline, count: number): Vector[] {
  const spans = line.strokes[0]?.closed ? count : count - 1;
  return Array.from({ length: count }, (_, i) => pointAlong(line, (pathLength(line) * i) / spans).point);
}
