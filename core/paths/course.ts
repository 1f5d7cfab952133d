import { atan2 } from '../math/inverse';
import { cos, sin } from '../math/exact';
import { cross, frameAbout, length, normalised, type Vector } from '../math/vector';
import type { Polyline, Stroke } from './polyline';

/** A point of a course with a right-handed frame: t along it, n and b across. */
export interface CoursePoint {
  readonly p: Float64Array;
  readonly t: Float64Array;
  readonly n: Float64Array;
  readonly b: Float64Array;
}

/** An empty point of a course, to be written into. */
export const coursePoint = (): CoursePoint => ({
  p: new Float64Array(3),
  t: new Float64Array(3),
  n: new Float64Array(3),
  b: new Float64Array(3),
});

/** Directions turn from one piece to the next within this share of the whole length of a stroke, at most. */
const CORNER = 0.01;

const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const plus = (a: Vector, b: Vector, k: number): Vector => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];

/** Mirrored in the plane through the origin whose normal is v. */
const mirrored = (a: Vector, v: Vector): Vector => {
  const square = dot(v, v);
  return square > 0 ? plus(a, v, (-2 * dot(a, v)) / square) : a;
};

/**
 * A path as a way to go: places by arc length, with directions that turn smoothly across its knots and a frame that does not
 * spin about it (double reflection: Wang, Jüttler, Zheng & Liu, "Computation of rotation minimizing frames", ACM TOG 27(1),
 * 2008). On a closed stroke what is left of a turn after a lap is spread evenly over it.
 */
export class Course {
  /** Direction of each piece, and at each point; the normal at each point. */
  private readonly pieces: Vector[] = [];
  private readonly tangents: Vector[] = [];
  private readonly normals: Vector[] = [];

  constructor(readonly line: Polyline) {
    for (const stroke of line.strokes) this.prepare(stroke);
  }

  private prepare({ first, last, closed }: Stroke): void {
    const { points } = this.line;
    for (let i = first; i < last; i++) {
      const way = normalised(minus(points[i + 1]!, points[i]!));
      // A piece of no length goes on as the one before.
      this.pieces[i] = length(way) > 0 ? way : (this.pieces[i - 1] ?? [1, 0, 0]);
    }
    for (let i = first; i <= last; i++) {
      const before = i > first ? this.pieces[i - 1]! : closed ? this.pieces[last - 1]! : this.pieces[i];
      const after = i < last ? this.pieces[i]! : closed ? this.pieces[first]! : this.pieces[i - 1];
      const middle = before && after ? normalised(plus(before, after, 1)) : [1, 0, 0];
      this.tangents[i] = length(middle as Vector) > 0 ? (middle as Vector) : after!;
    }
    this.normals[first] = frameAbout(this.tangents[first]!)[0];
    for (let i = first; i < last; i++) {
      const step = minus(points[i + 1]!, points[i]!);
      const n = mirrored(this.normals[i]!, step);
      const t = mirrored(this.tangents[i]!, step);
      this.normals[i + 1] = mirrored(n, minus(this.tangents[i + 1]!, t));
    }
    if (closed && last > first) this.untwist(first, last);
  }

  /** Turns the normals of a closed stroke so that the last is the first again. */
  private untwist(first: number, last: number): void {
    const { lengths } = this.line;
    const t = this.tangents[last]!;
    const [from, to] = [this.normals[last]!, this.normals[first]!];
    const angle = atan2(dot(cross(from, to), t), dot(from, to));
    const whole = lengths[last]! - lengths[first]!;
    for (let i = first; i <= last; i++) {
      const by = whole > 0 ? (angle * (lengths[i]! - lengths[first]!)) / whole : 0;
      const n = this.normals[i]!;
      this.normals[i] = plus([n[0] * cos(by), n[1] * cos(by), n[2] * cos(by)], cross(this.tangents[i]!, n), sin(by));
    }
  }

  /** The stroke that a piece or point belongs to; undefined where there is none. */
  strokeOf(piece: number): Stroke | undefined {
    return this.line.strokes.find(({ first, last }) => piece >= first && piece <= last);
  }

  /** Length of a stroke, metres. */
  lengthOf({ first, last }: Stroke): number {
    return this.line.lengths[last]! - this.line.lengths[first]!;
  }

  /**
   * Writes the point at a length from the start of a stroke, metres. A closed stroke goes round and round; beyond the ends of
   * an open one the way goes straight on.
   */
  at(stroke: Stroke, along: number, out: CoursePoint): void {
    const { points, lengths } = this.line;
    const { first, last, closed } = stroke;
    const whole = this.lengthOf(stroke);
    let s = along;
    if (closed && whole > 0) s -= whole * Math.floor(s / whole);
    const at = lengths[first]! + Math.min(Math.max(s, 0), whole);
    let low = first;
    let high = last;
    while (low + 1 < high) {
      const middle = (low + high) >> 1;
      if (lengths[middle]! <= at) low = middle;
      else high = middle;
    }
    const span = lengths[high]! - lengths[low]!;
    const over = span > 0 ? at - lengths[low]! : 0;
    const u = span > 0 ? over / span : 0;
    const piece = this.pieces[low] ?? [1, 0, 0];
    const beyond = closed ? 0 : s - (at - lengths[first]!);
    // From the middle of the turn at a knot to the direction of the piece.
    const turn = Math.min(span / 2, CORNER * whole);
    const near = Math.min(over, span - over);
    const knot = this.tangents[over < span / 2 ? low : high] ?? piece;
    const straight = turn > 0 ? Math.min(1, near / turn) : 1;
    const t = normalised(plus([knot[0] * (1 - straight), knot[1] * (1 - straight), knot[2] * (1 - straight)], piece, straight));
    const up: Vector = [0, 1, 0];
    const [n0, n1] = [this.normals[low] ?? up, this.normals[high] ?? up];
    const mixed = plus([n0[0] * (1 - u), n0[1] * (1 - u), n0[2] * (1 - u)], n1, u);
    const n = normalised(plus(mixed, t, -dot(mixed, t)));
    const b = cross(t, n);
    const [p0, p1] = [points[low]!, points[high]!];
    for (let i = 0; i < 3; i++) {
      out.p[i] = p0[i]! + u * (p1[i]! - p0[i]!) + beyond * t[i]!;
      out.t[i] = t[i]!;
      out.n[i] = n[i]!;
      out.b[i] = b[i]!;
    }
  }
}
