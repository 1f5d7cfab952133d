import { cos, sin } from './exact';
import type { Rotation } from './rotation';
import { cross, type Vector } from './vector';

/** A turn as a unit quaternion x, y, z, w. */
export type Quaternion = readonly [number, number, number, number];

/** Product of two quaternions (x, y, z, w). */
export function turnedBy([ax, ay, az, aw]: Quaternion, [bx, by, bz, bw]: Quaternion): Quaternion {
  return [
    aw * bx + ax * bw + ay * bz - az * by,
    aw * by - ax * bz + ay * bw + az * bx,
    aw * bz + ax * by - ay * bx + az * bw,
    aw * bw - ax * bx - ay * by - az * bz,
  ];
}

/** The quaternion of a turn by an angle in radians about a unit axis. */
export function turnAbout(axis: Vector, angle: number): Quaternion {
  const s = sin(angle / 2);
  return [s * axis[0], s * axis[1], s * axis[2], cos(angle / 2)];
}

/** The shortest turn that brings +Y to a unit direction. */
export function upTo(direction: Vector): Quaternion {
  const w = 1 + direction[1];
  if (w < 1e-9) return [1, 0, 0, 0];
  const [x, y, z] = cross([0, 1, 0], direction);
  const size = Math.sqrt(x * x + y * y + z * z + w * w);
  return [x / size, y / size, z / size, w / size];
}

/** The quaternion of a rotation (Shepperd 1978: by the largest of the four, so that no digits are lost). */
export function quaternionOf(m: Rotation): Quaternion {
  const [a, b, c, d, e, f, g, h, i] = m;
  const trace = a + e + i;
  if (trace > 0) {
    const s = 2 * Math.sqrt(1 + trace);
    return [(h - f) / s, (c - g) / s, (d - b) / s, s / 4];
  }
  if (a > e && a > i) {
    const s = 2 * Math.sqrt(1 + a - e - i);
    return [s / 4, (b + d) / s, (c + g) / s, (h - f) / s];
  }
  if (e > i) {
    const s = 2 * Math.sqrt(1 + e - a - i);
    return [(b + d) / s, s / 4, (f + h) / s, (c - g) / s];
  }
  const s = 2 * Math.sqrt(1 + i - a - e);
  return [(c + g) / s, (f + h) / s, s / 4, (d - b) / s];
}

/** The rotation that a unit quaternion stands for. */
export function rotationOf([x, y, z, w]: Quaternion): Rotation {
  return [
    1 - 2 * (y * y + z * z),
    2 * (x * y - z * w),
    2 * (x * z + y * w),
    2 * (x * y + z * w),
    1 - 2 * (x * x + z * z),
    2 * (y * z - x * w),
    2 * (x * z - y * w),
    2 * (y * z + x * w),
    1 - 2 * (x * x + y * y),
  ];
}
