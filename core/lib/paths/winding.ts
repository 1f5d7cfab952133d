import { cos, sin } from '../math/exact';
import type { Course, CoursePoint } from './course';
import type { Stroke } from './polyline';

const WHOLE_TURN = 6.283185307179586;

/** The forms in which a way can wind about a path: how far off it is along n and b, in radii, at an angle. */
export const WINDINGS: Readonly<
  Record<'none' | 'helix' | 'wave' | 'eight', (angle: number) => readonly [number, number]>
> = {
  none: () => [0, 0],
  helix: (angle) => [cos(angle), sin(angle)],
  wave: (angle) => [cos(angle), 0],
  // A Lissajous figure, twice as quick across as along.
  eight: (angle) => [cos(angle), 0.5 * sin(2 * angle)],
};

/** How a way winds about a path. */
export interface Winding {
  readonly form: keyof typeof WINDINGS;
  /** Turns on a stroke of so many metres. */
  readonly turns: (whole: number) => number;
  /** Metres. */
  readonly radius: number;
  /** How much of the radius is gone at the end, 0 … 1. */
  readonly taper: number;
}

/** Turns a metre of a stroke of so many metres; a closed one has a whole number of them, so that the way closes. */
export function turnsAMetre({ turns }: Winding, { closed }: Pick<Stroke, 'closed'>, whole: number): number {
  if (whole === 0) return 0;
  const all = turns(whole);
  return (closed ? Math.floor(all + 0.5) : all) / whole;
}

/**
 * Writes the point of the winding way that belongs to a length along the path. `phase` is in turns. With no winding it
 * is the path itself; `share` is how much of the radius there is, 0 … 1.
 */
export function windingPoint(
  course: Course,
  winding: Winding,
  stroke: Stroke,
  s: number,
  phase: number,
  out: CoursePoint,
  share = 1,
): void {
  course.at(stroke, s, out, winding.form !== 'none');
  if (winding.form === 'none') return;
  const whole = course.lengthOf(stroke);
  // On a closed stroke the way narrows to its far side and widens again, so that it closes.
  const gone =
    whole > 0
      ? Math.min(1, Math.max(0, stroke.closed ? 1 - Math.abs(2 * (s / whole - Math.floor(s / whole)) - 1) : s / whole))
      : 0;
  const turns = turnsAMetre(winding, stroke, whole) * s;
  const radius = share * winding.radius * (1 - winding.taper * gone);
  const [n, b] = WINDINGS[winding.form](WHOLE_TURN * (turns + phase));
  for (let i = 0; i < 3; i++) out.p[i]! += radius * (n * out.n[i]! + b * out.b[i]!);
}

/** So many radii from the path a particle begins to wind less, and winds no more. */
const [FADES, ENDS] = [2, 4];

/** How much of its winding a particle makes at so many radii from the path: one that has lost it must not whirl about. */
export function shareAt(radii: number): number {
  const t = Math.min(1, Math.max(0, (radii - FADES) / (ENDS - FADES)));
  return 1 - t * t * (3 - 2 * t);
}

/**
 * Lets what is off its way by (x, y, z) turn with the path from here to the next point, so that it comes along abreast:
 * kept as it is in space, it would fall behind or run ahead of its winding, further at each step.
 */
export function turnAlong(
  x: number,
  y: number,
  z: number,
  here: CoursePoint,
  next: CoursePoint,
  rate: number,
  go: Float64Array,
): void {
  const across = (axis: Float64Array) => x * axis[0]! + y * axis[1]! + z * axis[2]!;
  const [t, n, b] = [across(here.t), across(here.n), across(here.b)];
  const off = [x, y, z];
  for (let k = 0; k < 3; k++) go[k]! += rate * (t * next.t[k]! + n * next.n[k]! + b * next.b[k]! - off[k]!);
}
