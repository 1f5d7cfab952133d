import { cos, sin } from './exact';
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

/** The rotation back: rows for columns. */
export const transposed = ([a, b, c, d, e, f, g, h, k]: Rotation): Rotation => [a, d, g, b, e, h, c, f, k];
