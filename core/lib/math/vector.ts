/** A point or direction: metres, metres a second, or a bare direction, as the place of use says. */
export type Vector = readonly [number, number, number];

/** Three columns of doubles, one entry a particle of the block. */
export interface VectorColumns {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly z: Float64Array;
}

/** The names of the axes, in their order. */
export const AXES = ['x', 'y', 'z'] as const;

export type Axis = (typeof AXES)[number];

/** Columns of `size` zero vectors. */
export function vectorColumns(size: number): VectorColumns {
  return { x: new Float64Array(size), y: new Float64Array(size), z: new Float64Array(size) };
}

/** Copies whole columns: that is as quick as copying a part of them. */
export function copyColumns(from: VectorColumns, to: VectorColumns): void {
  to.x.set(from.x);
  to.y.set(from.y);
  to.z.set(from.z);
}

/** Length of a vector. */
export function length(v: Vector): number {
  return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
}

/** The vector scaled to length 1; the zero vector stays zero. */
export function normalised(v: Vector): Vector {
  const l = length(v);
  return l > 0 ? [v[0] / l, v[1] / l, v[2] / l] : [0, 0, 0];
}

/** The dot product. */
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** The vector times a number. */
export function scaled(v: Vector, by: number): Vector {
  return [v[0] * by, v[1] * by, v[2] * by];
}

/** Cross product a × b, right-handed. */
export function cross(a: Vector, b: Vector): Vector {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

/** Two unit vectors that make a right-handed frame with the unit vector `axis` (Duff et al. 2017, JCGT 6(1)). */
export function frameAbout(axis: Vector): readonly [Vector, Vector] {
  const [x, y, z] = axis;
  const sign = z < 0 ? -1 : 1;
  const a = -1 / (sign + z);
  const b = x * y * a;
  return [
    [1 + sign * x * x * a, sign * b, -sign * x],
    [b, sign + y * y * a, -y],
  ];
}

/** A vector made from each of three parts, such as the components of another, and the number 0 … 2 of its axis. */
export const mapVector = <T>(v: readonly [T, T, T], by: (part: T, axis: number) => number): Vector => [
  by(v[0], 0),
  by(v[1], 1),
  by(v[2], 2),
];

/** A vector made axis by axis, 0 … 2. */
export const vectorBy = (by: (axis: number) => number): Vector => [by(0), by(1), by(2)];
