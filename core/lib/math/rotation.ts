import { cos, sin } from './exact';
import { atan2 } from './inverse';
import type { Vector } from './vector';

/** A rotation as a 3×3 matrix, row by row. */
export type Rotation = readonly [number, number, number, number, number, number, number, number, number];

/** Rotation by angles in degrees about X, then Y, then Z (fixed axes): R = Rz · Ry · Rx. */
export function rotationFromDegrees(degrees: Vector): Rotation {
  const radian = 0.017453292519943295;
  const cx = cos(degrees[0] * radian);
  const sx = sin(degrees[0] * radian);
  const cy = cos(degrees[1] * radian);
  const sy = sin(degrees[1] * radian);
  const cz = cos(degrees[2] * radian);
  const sz = sin(degrees[2] * radian);
  return [
    cz * cy,
    cz * sy * sx - sz * cx,
    cz * sy * cx + sz * sx,
    sz * cy,
    sz * sy * sx + cz * cx,
    sz * sy * cx - cz * sx,
    -sy,
    cy * sx,
    cy * cx,
  ];
}

/** R · v: from the turned frame to the world. */
export function rotate(r: Rotation, v: Vector): Vector {
  return [
    r[0] * v[0] + r[1] * v[1] + r[2] * v[2],
    r[3] * v[0] + r[4] * v[1] + r[5] * v[2],
    r[6] * v[0] + r[7] * v[1] + r[8] * v[2],
  ];
}

const DEGREE = 180 / Math.PI;

/** The turn that is nearest to another, in whole turns of it, degrees. */
const nearestTurn = (angle: number, to: number): number => angle + 360 * Math.round((to - angle) / 360);

/**
 * Angles in degrees about X, then Y, then Z of a rotation: {@link rotationFromDegrees} the other way round. Of all angles
 * that give it, those nearest to `near`, so that they change evenly as it does.
 */
export function degreesFrom(r: Rotation, near: Vector): Vector {
  const flat = Math.sqrt(r[0] * r[0] + r[3] * r[3]);
  const steep = flat < 1e-9;
  const z = steep ? near[2] / DEGREE : atan2(r[3], r[0]);
  const y = atan2(-r[6], flat);
  // What is left after the turns about Z and Y; where Y is upright, X takes all that Z does not.
  const x = steep ? atan2(sin(z) * r[2] - cos(z) * r[5], cos(z) * r[4] - sin(z) * r[1]) : atan2(r[7], r[8]);
  const ways: readonly Vector[] = [
    [x, y, z],
    [x + Math.PI, Math.PI - y, z + Math.PI],
  ];
  const [first, second] = ways.map((way) => way.map((angle, i) => nearestTurn(angle * DEGREE, near[i]!)));
  const off = (way: readonly number[]) => way.reduce((sum, angle, i) => sum + Math.abs(angle - near[i]!), 0);
  const [a, b, c] = off(first!) <= off(second!) ? first! : second!;
  return [a!, b!, c!];
}

/** The rotation back: rows for columns. */
export const transposed = ([a, b, c, d, e, f, g, h, k]: Rotation): Rotation => [a, d, g, b, e, h, c, f, k];
