import { pointsIn, stepsTo } from '../grids/vector-grid';
import { type Vector, vectorBy } from '../math/vector';
import { indexOf, type Cells, type Columns, type Counts } from './cells';
import type { Bodies, Solid } from './solids';

/** A flow across the faces of cells, and the bodies among them. */
interface StaggeredFlow {
  readonly cells: Cells;
  readonly shares: Columns;
  readonly flow: Columns;
  readonly bodies: Bodies;
  readonly solids: readonly Solid[];
  /** Width of a cell. */
  readonly cell: number;
}

/** Points in bodies get a flow as deep as so many cells, by which looking up between points ends along the surface. */
const DEEP = 2;

/** A face counts as open that is so by more than this share: others tell of their open part alone. */
const OPEN = 0.75;

/** Rounds in which what is known spreads to points beside it. */
const SPREADS = 3;

/** Points of a lattice, with what is known at them. */
interface Points {
  readonly counts: Counts;
  readonly vectors: Float32Array;
  readonly distance: Float64Array;
}

/** A component in the middle of a cell from its two faces; from one and the next beyond it where the other is closed. */
function inMiddle(flow: Float64Array, shares: Float64Array, at: number, stride: number): number {
  const [low, high] = [shares[at]! > OPEN, shares[at + stride]! > OPEN];
  if (low && high) return (flow[at]! + flow[at + stride]!) / 2;
  if (low) return shares[at - stride]! > OPEN ? 1.5 * flow[at]! - 0.5 * flow[at - stride]! : flow[at]!;
  if (!high) return NaN;
  const next = at + 2 * stride;
  return shares[next]! > OPEN ? 1.5 * flow[at + stride]! - 0.5 * flow[next]! : flow[at + stride]!;
}

/**
 * A component that is not known, from those around it: carried on straight from two in a row where there are such, else as it
 * is beside; the mean of all sides. NaN where nothing is known.
 */
function carriedOn({ counts, vectors }: Points, axis: number, cell: Counts, index: number): number {
  let [straight, rows, level, sides] = [0, 0, 0, 0];
  let stride = 3;
  for (let a = 0; a < 3; a++) {
    const [n, count] = [cell[a]!, counts[a]!];
    for (const way of [-1, 1]) {
      const beside = n + way;
      if (beside < 0 || beside >= count) continue;
      const one = vectors[3 * index + axis + way * stride]!;
      if (Number.isNaN(one)) continue;
      level += one;
      sides++;
      const further = beside + way < 0 || beside + way >= count ? NaN : vectors[3 * index + axis + 2 * way * stride]!;
      if (Number.isNaN(further)) continue;
      straight += 2 * one - further;
      rows++;
    }
    stride *= count;
  }
  return rows > 0 ? straight / rows : sides > 0 ? level / sides : NaN;
}

/** Carries what is known on to points beside it, a round a layer. */
function spread(points: Points): void {
  const { counts, vectors, distance } = points;
  for (let round = 0; round < SPREADS; round++) {
    const found: number[] = [];
    for (let point = 0; point < distance.length; point++)
      for (let axis = 0; axis < 3; axis++)
        if (Number.isNaN(vectors[3 * point + axis]!))
          found.push(3 * point + axis, carriedOn(points, axis, stepsTo(counts, point), point));
    if (found.length === 0) return;
    for (let n = 0; n < found.length; n += 2) vectors[found[n]!] = found[n + 1]!;
  }
  for (let n = 0; n < vectors.length; n++) if (Number.isNaN(vectors[n]!)) vectors[n] = 0;
}

/** Looks up a column of points, so many entries apart, between them; beyond the edges as at them. */
function between(column: ArrayLike<number>, apart: number, offset: number, counts: Counts, at: Vector): number {
  const cell = vectorBy((a) => Math.max(0, Math.min(counts[a]! - 2, Math.floor(at[a]!))));
  const share = vectorBy((a) => Math.max(0, Math.min(1, at[a]! - cell[a]!)));
  let sum = 0;
  for (let corner = 0; corner < 8; corner++) {
    const side = [corner & 1, (corner >> 1) & 1, corner >> 2];
    let weight = 1;
    for (let a = 0; a < 3; a++) weight *= side[a] ? share[a]! : 1 - share[a]!;
    if (weight === 0) continue;
    const [i, j, k] = [cell[0] + side[0]!, cell[1] + side[1]!, cell[2] + side[2]!];
    sum += weight * column[apart * (i + counts[0] * (j + counts[1] * k)) + offset]!;
  }
  return sum;
}

/** The way off the nearest surface, a unit vector, by differences of the distance. */
function wayOff({ counts, distance }: Points, spacing: Vector, at: Vector): Vector {
  const slope = vectorBy((axis) => {
    const shifted = (by: number) =>
      between(
        distance,
        1,
        0,
        counts,
        vectorBy((a) => at[a]! + (a === axis ? by : 0)),
      );
    return (shifted(1) - shifted(-1)) / spacing[axis]!;
  });
  const size = Math.sqrt(slope[0] * slope[0] + slope[1] * slope[1] + slope[2] * slope[2]);
  return size > 0 ? vectorBy((a) => slope[a]! / size) : [0, 0, 0];
}

/** Where a point in a body is, and the way off the surface. */
interface InBody {
  /** In steps of the lattice from its first point. */
  readonly place: Vector;
  /** How deep, metres. */
  readonly deep: number;
  readonly off: Vector;
  /** Velocity of the body there. */
  readonly own: Float64Array;
}

/**
 * The flow outside carried on into a body, seen from the body: along the surface straight on from two points on the way off
 * it, across the surface so that nothing is left at it. Between two bodies that are near each other it is that of one point,
 * mirrored.
 */
function intoBody(points: Points, outside: Float32Array, spacing: Vector, { place, deep, off, own }: InBody): Vector {
  const { counts, distance } = points;
  const cell = Math.min(...spacing);
  const at = (d: number) => vectorBy((a) => place[a]! + ((deep + d) * off[a]!) / spacing[a]!);
  const flowAt = (d: number) => vectorBy((a) => between(outside, 3, a, counts, at(d)) - own[a]!);
  const across = (v: Vector) => v[0] * off[0] + v[1] * off[1] + v[2] * off[2];
  const near = Math.max(deep, cell);
  const far = near + cell;
  if (between(distance, 1, 0, counts, at(far)) < 0.6 * far) {
    const found = flowAt(Math.max(deep, 0.5 * cell));
    return vectorBy((a) => own[a]! + found[a]! - 2 * across(found) * off[a]!);
  }
  const [one, two] = [flowAt(near), flowAt(far)];
  const [n1, n2] = [across(one) / near, across(two) / far];
  // Across: s·(α + β·s) at a distance s, through both points.
  const bend = (n2 - n1) / cell;
  const inward = -deep * (n1 - bend * (near + deep));
  const share = (near + deep) / cell;
  return vectorBy((a) => {
    const [t1, t2] = [one[a]! - across(one) * off[a]!, two[a]! - across(two) * off[a]!];
    return own[a]! + t1 + (t1 - t2) * share + inward * off[a]!;
  });
}

/**
 * The flow at the points of the lattice in the middle of cells. In bodies it is carried on so that it leads along the surface
 * between points.
 */
export function flowAtPoints({ cells, shares, flow, bodies, solids, cell }: StaggeredFlow): Float32Array {
  const { inner: counts, before, strides, middles } = cells;
  const count = pointsIn({ counts });
  const points: Points = { counts, vectors: new Float32Array(3 * count), distance: new Float64Array(count) };
  const { vectors, distance } = points;
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map(
    (c) => (c & 1) * strides[0] + ((c >> 1) & 1) * strides[1] + (c >> 2) * strides[2],
  );
  const indexAt = ([i, j, k]: Counts) => indexOf(cells, i + before[0], j + before[1], k + before[2]);
  for (let point = 0; point < count; point++) {
    const at = indexAt(stepsTo(counts, point));
    for (let axis = 0; axis < 3; axis++)
      vectors[3 * point + axis] = inMiddle(flow[axis]!, shares[axis]!, at, strides[axis]!);
    distance[point] = corners.reduce((sum, corner) => sum + bodies.distance[at + corner]! / 8, 0);
  }
  spread(points);
  const outside = vectors.slice();
  const spacing = vectorBy((a) => middles[a]![before[a]! + 1]! - middles[a]![before[a]!]!);
  const own = new Float64Array(3);
  for (let point = 0; point < count; point++) {
    const deep = -distance[point]!;
    if (deep < 0) continue;
    const place = stepsTo(counts, point);
    const { velocity } = solids[bodies.nearest[indexAt(place)]!]!;
    own.fill(0);
    velocity?.(
      vectorBy((a) => middles[a]![before[a]! + place[a]!]!),
      own,
    );
    if (deep > DEEP * cell) vectors.set(own, 3 * point);
    else
      vectors.set(
        intoBody(points, outside, spacing, { place, deep, off: wayOff(points, spacing, place), own }),
        3 * point,
      );
  }
  return vectors;
}
