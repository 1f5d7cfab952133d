import { NONE } from './lanes';
import { dot, number, ROTATION, SEND, TURNED, WEIGHT, WEIGHTY, BOUNDED, Y, Z } from './program';

// @ts-ignore: decorator
@inline
export function addTo(at: usize, weight: v128, value: v128): void {
  // What weighs nothing adds nothing, whatever its vector.
  v128.store(at, f32x4.add(v128.load(at), v128.and(f32x4.ne(weight, NONE), f32x4.mul(weight, value))));
}

/** What a field weighs for four particles, by their masses where it is a force. */
// @ts-ignore: decorator
@inline
export function weightAt(row: usize, flags: i32, at: usize, mass: usize): v128 {
  let w = flags & BOUNDED ? v128.load(WEIGHT + at) : number(row, SEND);
  if (flags & WEIGHTY) w = f32x4.div(w, v128.load(mass + at));
  return w;
}

/** Adds vectors of a field times its weights, turned into the world. */
// @ts-ignore: decorator
@inline
export function addVector(row: usize, flags: i32, to: usize, w: v128, x: v128, y: v128, z: v128): void {
  if (flags & TURNED) {
    addTo(to, w, dot(x, y, z, number(row, ROTATION), number(row, ROTATION + 1), number(row, ROTATION + 2)));
    addTo(to + Y, w, dot(x, y, z, number(row, ROTATION + 3), number(row, ROTATION + 4), number(row, ROTATION + 5)));
    addTo(to + Z, w, dot(x, y, z, number(row, ROTATION + 6), number(row, ROTATION + 7), number(row, ROTATION + 8)));
  } else {
    addTo(to, w, x);
    addTo(to + Y, w, y);
    addTo(to + Z, w, z);
  }
}
