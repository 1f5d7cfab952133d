import { atan2 } from '../math/inverse';
import { cos, sin } from '../math/exact';
import { cross, dot, frameAbout, length, normalised, type Vector } from '../math/vector';
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

/** How often a point’s place along a course is made better. */
const ROUNDS = 3;

/** Directions turn from one piece to the next within this share of the whole length of a stroke, at most. */
const CORNER = 0.01;

const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const plus = (a: Vector, b: Vector, k: number): Vector => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];

/** Mirrored in the plane through the origin whose normal is v. */
const mirrored = (a: Vector, v: Vector): Vector => {
  const square = dot(v, v);
  return square > 0 ? plus(a, v, (-2 * dot(a, v)) / square) : a;
};

/**
 * A path as a way to go: places by arc length, with directions that turn smoothly across its knots and a frame that
 * does not spin about it (double reflection: Wang, Jüttler, Zheng & Liu, "Computation of rotation minimizing frames",
 * ACM TOG 27(1), 2008). On a closed stroke what is left of a turn after a lap is spread evenly over it.
 */
export class Course {
  /** Direction of each piece, and at each point; the normal at each point. */
  private readonly pieces: Vector[] = [];
  private readonly tangents: Vector[] = [];
  private readonly normals: Vector[] = [];
  /** The same and the points as flat numbers, for the inner loop. */
  private readonly flat: Readonly<Record<'points' | 'pieces' | 'tangents' | 'normals', Float64Array>>;
  private readonly lengths: Float64Array;
  /** By piece. */
  private readonly strokes: readonly Stroke[];

  constructor(readonly line: Polyline) {
    for (const stroke of line.strokes) this.prepare(stroke);
    const flat = (list: readonly Vector[]) =>
      Float64Array.from(Array.from(line.points, (_, i) => list[i] ?? [1, 0, 0]).flat());
    this.flat = {
      points: flat(line.points),
      pieces: flat(this.pieces),
      tangents: flat(this.tangents),
      normals: flat(this.normals),
    };
    this.lengths = Float64Array.from(line.lengths);
    this.strokes = line.strokes.flatMap((stroke) =>
      Array.from({ length: stroke.last - stroke.first + 1 }, () => stroke),
    );
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
      const middle: Vector = before && after ? normalised(plus(before, after, 1)) : [1, 0, 0];
      this.tangents[i] = length(middle) > 0 ? middle : after!;
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

  /** The stroke that a piece belongs to. */
  strokeOf(piece: number): Stroke {
    return this.strokes[piece]!;
  }

  /** Length of a stroke, metres. */
  lengthOf({ first, last }: Stroke): number {
    return this.line.lengths[last]! - this.line.lengths[first]!;
  }

  /**
   * Writes the point at a length from the start of a stroke, metres, and the direction there; `framed` also asks for n
   * and b. A closed stroke goes round and round; beyond the ends of an open one the way goes straight on.
   */
  at({ first, last, closed }: Stroke, along: number, out: CoursePoint, framed = true): void {
    const { lengths, flat } = this;
    const start = lengths[first]!;
    const whole = lengths[last]! - start;
    const s = closed && whole > 0 ? along - whole * Math.floor(along / whole) : along;
    const at = start + Math.min(Math.max(s, 0), whole);
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
    const beyond = closed ? 0 : s - (at - start);
    // From the middle of the turn at a knot to the direction of the piece.
    const turn = Math.min(span / 2, CORNER * whole);
    const straight = turn > 0 ? Math.min(1, Math.min(over, span - over) / turn) : 1;
    const knot = 3 * (over < span / 2 ? low : high);
    const [a, b] = [3 * low, 3 * high];
    const { pieces, tangents, points } = flat;
    let x = tangents[knot]! * (1 - straight) + pieces[a]! * straight;
    let y = tangents[knot + 1]! * (1 - straight) + pieces[a + 1]! * straight;
    let z = tangents[knot + 2]! * (1 - straight) + pieces[a + 2]! * straight;
    const size = Math.sqrt(x * x + y * y + z * z);
    const scale = size > 0 ? 1 / size : 0;
    x *= scale;
    y *= scale;
    z *= scale;
    const { p, t } = out;
    t[0] = x;
    t[1] = y;
    t[2] = z;
    p[0] = points[a]! + u * (points[b]! - points[a]!) + beyond * x;
    p[1] = points[a + 1]! + u * (points[b + 1]! - points[a + 1]!) + beyond * y;
    p[2] = points[a + 2]! + u * (points[b + 2]! - points[a + 2]!) + beyond * z;
    if (framed) this.frame(a, b, u, out);
  }

  /**
   * The length along a stroke at which a point lies abreast of it: in the plane across its smooth direction, where the
   * nearest point of its straight pieces jumps from one to the next. By secants from the length of that nearest point, no
   * further from it than a piece is long.
   */
  abreast(stroke: Stroke, along: number, x: number, y: number, z: number, out: CoursePoint): number {
    const { first, last } = stroke;
    const most = this.lengthOf(stroke) / Math.max(1, last - first);
    const within = (s: number) => Math.min(along + most, Math.max(along - most, s));
    const aheadOf = (s: number) => {
      this.at(stroke, s, out, false);
      const { p, t } = out;
      return (x - p[0]!) * t[0]! + (y - p[1]!) * t[1]! + (z - p[2]!) * t[2]!;
    };
    let before = along;
    let ahead = aheadOf(along);
    let s = within(along + ahead);
    for (let round = 0; round < ROUNDS && s !== before; round++) {
      const now = aheadOf(s);
      const slope = (now - ahead) / (s - before);
      before = s;
      ahead = now;
      if (slope < 0) s = within(s - now / slope);
    }
    return s;
  }

  /** Writes n and b about the direction that is written already, between two points. */
  private frame(from: number, to: number, u: number, { t, n, b }: CoursePoint): void {
    const { normals } = this.flat;
    for (let i = 0; i < 3; i++) n[i] = normals[from + i]! * (1 - u) + normals[to + i]! * u;
    const off = n[0]! * t[0]! + n[1]! * t[1]! + n[2]! * t[2]!;
    for (let i = 0; i < 3; i++) n[i]! -= off * t[i]!;
    const size = Math.sqrt(n[0]! * n[0]! + n[1]! * n[1]! + n[2]! * n[2]!);
    for (let i = 0; i < 3; i++) n[i]! *= size > 0 ? 1 / size : 0;
    b[0] = t[1]! * n[2]! - t[2]! * n[1]!;
    b[1] = t[2]! * n[0]! - t[0]! * n[2]!;
    b[2] = t[0]! * n[1]! - t[1]! * n[0]!;
  }
}
