import type { Similarity } from './similarity';

/** Three numbers in place, for loops over particles: a vector of vector.ts that nothing is made for. */
export type Triple = Float64Array;

/** A triple of zeros. */
export const triple = (): Triple => new Float64Array(3);

/** Sets a triple. */
export function set(out: Triple, x: number, y: number, z: number): void {
  out[0] = x;
  out[1] = y;
  out[2] = z;
}

/** Copies a triple. */
export function copy(out: Triple, a: Triple): void {
  out[0] = a[0]!;
  out[1] = a[1]!;
  out[2] = a[2]!;
}

/** a + by · b; `out` may be either. */
export function addScaled(out: Triple, a: Triple, b: Triple, by: number): void {
  out[0] = a[0]! + by * b[0]!;
  out[1] = a[1]! + by * b[1]!;
  out[2] = a[2]! + by * b[2]!;
}

/** The dot product. */
export const dot = (a: Triple, b: Triple): number => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;

/** The cross product a × b; `out` is neither. */
export function cross(out: Triple, a: Triple, b: Triple): void {
  out[0] = a[1]! * b[2]! - a[2]! * b[1]!;
  out[1] = a[2]! * b[0]! - a[0]! * b[2]!;
  out[2] = a[0]! * b[1]! - a[1]! * b[0]!;
}

/** Scales to length 1; the zero vector stays zero. */
export function normalise(a: Triple): void {
  const length = Math.sqrt(dot(a, a));
  if (length === 0) return;
  a[0]! /= length;
  a[1]! /= length;
  a[2]! /= length;
}

/** From the body's frame to the one it stands in, as `outward` of similarity.ts. `out` is not p. */
export function outward({ position, rotation: r, scale }: Similarity, p: Triple, out: Triple): void {
  const [x, y, z] = [p[0]!, p[1]!, p[2]!];
  out[0] = position[0] + scale * (r[0] * x + r[1] * y + r[2] * z);
  out[1] = position[1] + scale * (r[3] * x + r[4] * y + r[5] * z);
  out[2] = position[2] + scale * (r[6] * x + r[7] * y + r[8] * z);
}

/** From the outer frame into the body's, as `inward` of similarity.ts. */
export function inward({ position, rotation: r, scale }: Similarity, p: Triple, out: Triple): void {
  const x = p[0]! - position[0];
  const y = p[1]! - position[1];
  const z = p[2]! - position[2];
  out[0] = (r[0] * x + r[3] * y + r[6] * z) / scale;
  out[1] = (r[1] * x + r[4] * y + r[7] * z) / scale;
  out[2] = (r[2] * x + r[5] * y + r[8] * z) / scale;
}

/** R · v, from the turned frame to the world; `out` may be v. */
export function turnOutward({ rotation: r }: Similarity, v: Triple, out: Triple): void {
  const [x, y, z] = [v[0]!, v[1]!, v[2]!];
  out[0] = r[0] * x + r[1] * y + r[2] * z;
  out[1] = r[3] * x + r[4] * y + r[5] * z;
  out[2] = r[6] * x + r[7] * y + r[8] * z;
}
