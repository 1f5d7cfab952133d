import { rotate, type Rotation } from './rotation';
import type { Vector } from './vector';

/** Where a body is: a point p of its own frame lies at position + scale · R · p. */
export interface Similarity {
  readonly position: Vector;
  readonly rotation: Rotation;
  readonly scale: number;
}

/** The world's own frame. */
export const WORLD: Similarity = { position: [0, 0, 0], rotation: [1, 0, 0, 0, 1, 0, 0, 0, 1], scale: 1 };

/** From the body's frame to the one it stands in. */
export function outward({ position, rotation, scale }: Similarity, p: Vector): Vector {
  const [x, y, z] = rotate(rotation, p);
  return [position[0] + scale * x, position[1] + scale * y, position[2] + scale * z];
}

/** Rᵀ · v: from the outer frame into the turned one. */
export function rotateBack(r: Rotation, v: Vector): Vector {
  return [
    r[0] * v[0] + r[3] * v[1] + r[6] * v[2],
    r[1] * v[0] + r[4] * v[1] + r[7] * v[2],
    r[2] * v[0] + r[5] * v[1] + r[8] * v[2],
  ];
}

/** From the outer frame into the body's. */
export function inward({ position, rotation, scale }: Similarity, p: Vector): Vector {
  const [x, y, z] = rotateBack(rotation, [p[0] - position[0], p[1] - position[1], p[2] - position[2]]);
  return [x / scale, y / scale, z / scale];
}

/** Product A · B of two rotations. */
export function product(a: Rotation, b: Rotation): Rotation {
  const at = (row: number, column: number) =>
    a[3 * row]! * b[column]! + a[3 * row + 1]! * b[3 + column]! + a[3 * row + 2]! * b[6 + column]!;
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)];
}

/** A body that stands in another's frame, seen from outside. */
export function within(outer: Similarity, inner: Similarity): Similarity {
  return {
    position: outward(outer, inner.position),
    rotation: product(outer.rotation, inner.rotation),
    scale: outer.scale * inner.scale,
  };
}
