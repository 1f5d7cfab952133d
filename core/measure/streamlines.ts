import { length, normalised, vectorColumns, type Vector } from '../lib/math/vector';
import { pointOf, type Plane } from './plane';
import type { Sampler } from './subject';

/** A streamline: points on a plane, metres from its middle along its two edges. */
export type Streamline = readonly (readonly [number, number])[];

/**
 * Coefficients of Dormand & Prince, "A family of embedded Runge–Kutta formulae", 1980: fifth order, with a fourth for
 * its error (from memory).
 */
const STAGES: readonly (readonly number[])[] = [
  [],
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
  [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
];
const FOURTH = [5179 / 57600, 0, 7571 / 16695, 393 / 640, -92097 / 339200, 187 / 2100, 1 / 40];

type Point = readonly [number, number];

/** The direction of a field at points of a plane, as far as it lies in it; undefined where there is none. */
type Direction = (at: Point) => Point | undefined;

function directionOn(sampler: Sampler, plane: Plane): { direction: Direction; half: Point } {
  const [right, top] = [normalised(plane.across), normalised(plane.up)];
  const [place, found] = [vectorColumns(1), vectorColumns(1)];
  const half: Point = [length(plane.across), length(plane.up)];
  return {
    half,
    direction: ([a, b]) => {
      [place.x[0], place.y[0], place.z[0]] = pointOf(plane, a / half[0], b / half[1]);
      sampler.read(place, 1, found);
      const along = (v: Vector) => found.x[0]! * v[0] + found.y[0]! * v[1] + found.z[0]! * v[2];
      const [u, w] = [along(right), along(top)];
      const size = Math.sqrt(u * u + w * w);
      // What is a billionth of the field stands at right angles to the plane.
      if (!(size > 1e-9 * Math.sqrt(found.x[0]! ** 2 + found.y[0]! ** 2 + found.z[0]! ** 2)) || size < 1e-12)
        return undefined;
      return [u / size, w / size];
    },
  };
}

/** One step of length h along a direction, with its error, metres; undefined where the field ends on the way. */
function stepAlong(
  direction: Direction,
  [a, b]: Point,
  h: number,
  first: Point,
): { to: Point; error: number; last: Point } | undefined {
  const slopes: Point[] = [first];
  let to: Point = [a, b];
  for (let stage = 1; stage < STAGES.length; stage++) {
    let [da, db] = [0, 0];
    STAGES[stage]!.forEach((c, s) => {
      da += c * slopes[s]![0];
      db += c * slopes[s]![1];
    });
    to = [a + h * da, b + h * db];
    const slope = direction(to);
    if (!slope) return undefined;
    slopes.push(slope);
  }
  let [ea, eb] = [a, b];
  FOURTH.forEach((c, s) => {
    ea += h * c * slopes[s]![0];
    eb += h * c * slopes[s]![1];
  });
  return { to, error: Math.sqrt((to[0] - ea) ** 2 + (to[1] - eb) ** 2), last: slopes[6]! };
}

/** Points that have been drawn, found by where they are. */
class Neighbourhood {
  private readonly cells = new Map<string, { point: Point; line: number; at: number }[]>();

  constructor(private readonly size: number) {}

  add(point: Point, line: number, at: number): void {
    const key = this.key(point[0], point[1]);
    const cell = this.cells.get(key);
    if (cell) cell.push({ point, line, at });
    else this.cells.set(key, [{ point, line, at }]);
  }

  /** Whether another line is nearer than a distance; or the same one, more than `apart` metres along it. */
  near([a, b]: Point, distance: number, line: number, at: number, apart: number): boolean {
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++)
        for (const other of this.cells.get(this.key(a + i * this.size, b + j * this.size)) ?? []) {
          if ((other.point[0] - a) ** 2 + (other.point[1] - b) ** 2 >= distance * distance) continue;
          if (other.line !== line || Math.abs(other.at - at) > apart) return true;
        }
    return false;
  }

  private key(a: number, b: number): string {
    return `${Math.floor(a / this.size)},${Math.floor(b / this.size)}`;
  }
}

export interface StreamlineOptions {
  /** Metres from one line to the next, about. */
  readonly spacing: number;
  /** How far a line may be from the true one after a metre, metres; a thousandth of the spacing by default. */
  readonly tolerance?: number;
  /** No more lines than these. */
  readonly most?: number;
  /** Where the first line goes through, metres from the middle of the plane. */
  readonly first?: Point;
}

/**
 * Evenly spaced streamlines of a field on a plane, of what of it lies in the plane: each new line begins one spacing
 * beside one that is there, and ends where it comes nearer than half a spacing to another, leaves the plane, or the
 * field ends (Jobard & Lefer, "Creating evenly-spaced streamlines of arbitrary density", 1997). The steps are as long
 * as the tolerance lets them be.
 */
export function streamlinesOn(
  sampler: Sampler,
  plane: Plane,
  { spacing, tolerance = spacing / 1000, most = 400, first = [0.31 * spacing, 0.47 * spacing] }: StreamlineOptions,
): Streamline[] {
  const { direction, half } = directionOn(sampler, plane);
  const inside = ([a, b]: Point) => Math.abs(a) <= half[0] && Math.abs(b) <= half[1];
  const drawn = new Neighbourhood(spacing);
  const lines: Streamline[] = [];

  /** Half a line from a seed, forwards or back; `ahead` is how far along the whole line it goes, metres. */
  function walk(seed: Point, sign: 1 | -1, line: number): Point[] {
    const signed: Direction = (at) => {
      const d = direction(at);
      return d && [sign * d[0], sign * d[1]];
    };
    const points: Point[] = [];
    let at = seed;
    let way = 0;
    let h = spacing / 4;
    let slope = signed(at);
    const farthest = 8 * (half[0] + half[1]);
    const shortest = spacing / 1000;
    while (slope && way < farthest) {
      const step = stepAlong(signed, at, h, slope);
      const allowed = tolerance * h;
      if (!step || step.error > allowed) {
        // Where even the shortest step is not good enough, the field comes to a point, or turns round.
        if (h <= shortest) break;
        h = Math.max(shortest, h * (step ? Math.max(0.2, 0.9 * (allowed / step.error) ** 0.2) : 0.5));
        continue;
      }
      way += h;
      if (!inside(step.to) || drawn.near(step.to, spacing / 2, line, sign * way, 2 * spacing)) break;
      at = step.to;
      slope = step.last;
      points.push(at);
      drawn.add(at, line, sign * way);
      h = Math.min(spacing / 4, h * Math.min(4, 0.9 * (allowed / Math.max(step.error, 1e-30)) ** 0.2));
    }
    return points;
  }

  function draw(seed: Point): void {
    const line = lines.length;
    drawn.add(seed, line, 0);
    const ahead = walk(seed, 1, line);
    const points = [...walk(seed, -1, line).toReversed(), seed, ...ahead];
    lines.push(points);
  }

  const free = (seed: Point) =>
    inside(seed) && direction(seed) !== undefined && !drawn.near(seed, 0.99 * spacing, -1, 0, 0);
  const beside = function* (line: Streamline): Generator<Point> {
    for (const [a, b] of line) {
      const d = direction([a, b]);
      if (d) for (const sign of [1, -1]) yield [a - sign * spacing * d[1], b + sign * spacing * d[0]];
    }
  };
  // Where the first place has no field, or lines do not lead to all of it, others are tried on a grid.
  const tries: Point[] = [first];
  for (let b = -half[1] + spacing / 2; b < half[1]; b += spacing)
    for (let a = -half[0] + spacing / 2; a < half[0]; a += spacing) tries.push([a, b]);
  for (const start of tries) {
    if (lines.length >= most) break;
    if (!free(start)) continue;
    let next = lines.length;
    draw(start);
    for (; next < lines.length; next++)
      for (const seed of beside(lines[next]!)) {
        if (lines.length >= most) break;
        if (free(seed)) draw(seed);
      }
  }
  return lines.filter((line) => line.length > 1);
}
