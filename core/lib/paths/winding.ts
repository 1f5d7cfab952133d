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
  /** Turns a metre of the path; on a closed stroke rounded so that it closes. */
  readonly frequency: number;
  /** Metres. */
  readonly radius: number;
  /** How much of the radius is gone at the end, 0 … 1. */
  readonly taper: number;
}

/**
 * Writes the point of the winding way that belongs to a length along the path. `phase` is in turns. With no winding it
 * is the path itself.
 */
export function windingPoint(
  course: Course,
  winding: Winding,
  stroke: Stroke,
  s: number,
  phase: number,
  out: CoursePoint,
): void {
  course.at(stroke, s, out, winding.form !== 'none');
  if (winding.form === 'none') return;
  const whole = course.lengthOf(stroke);
  // On a closed stroke the way narrows to its far side and widens again, so that it closes.
  const share =
    whole > 0
      ? Math.min(1, Math.max(0, stroke.closed ? 1 - Math.abs(2 * (s / whole - Math.floor(s / whole)) - 1) : s / whole))
      : 0;
  const turns = stroke.closed ? Math.floor(winding.frequency * whole + 0.5) * (s / whole) : winding.frequency * s;
  const radius = winding.radius * (1 - winding.taper * share);
  const [n, b] = WINDINGS[winding.form](WHOLE_TURN * (turns + phase));
  for (let i = 0; i < 3; i++) out.p[i]! += radius * (n * out.n[i]! + b * out.b[i]!);
}
