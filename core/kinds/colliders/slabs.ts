import type { Triple } from '../../lib/math/triple';
import type { Hit } from './collider';

/** A way that leads into a face by less than this share of its length runs along it. */
const LEVEL = 1e-6;
/** How far behind a face a particle may be found, beside its thickness, and still be put back, metres. */
const GRACE = 1e-3;

function met(hit: Hit, t: number, axis: number, sign: number, push: number): true {
  hit.t = t;
  hit.nx = axis === 0 ? sign : 0;
  hit.ny = axis === 1 ? sign : 0;
  hit.nz = axis === 2 ? sign : 0;
  hit.push = push;
  hit.face = 0;
  return true;
}

const lengthOf = (a: Triple, b: Triple) =>
  Math.sqrt((b[0]! - a[0]!) * (b[0]! - a[0]!) + (b[1]! - a[1]!) * (b[1]! - a[1]!) + (b[2]! - a[2]!) * (b[2]! - a[2]!));

/**
 * The way from a to b against a box about the origin with those half widths, from outside: the slab method (Kay &
 * Kajiya 1986). From inside it is met only where it lies near a face, no deeper than `deepest`, and goes further in.
 */
export function meetBox(a: Triple, b: Triple, h: Triple, deepest: number, hit: Hit): boolean {
  const level = LEVEL * lengthOf(a, b);
  let enter = -Infinity;
  let leave = Infinity;
  let face = -1;
  let depth = -Infinity;
  let nearest = 0;
  for (let axis = 0; axis < 3; axis++) {
    const from = a[axis]!;
    const d = b[axis]! - from;
    const q = Math.abs(from) - h[axis]!;
    if (q > depth) {
      depth = q;
      nearest = axis;
    }
    if (Math.abs(d) <= level) {
      if (q > 0) return false;
      continue;
    }
    const near = (-Math.sign(d) * h[axis]! - from) / d;
    const far = (Math.sign(d) * h[axis]! - from) / d;
    if (near > enter) {
      enter = near;
      face = axis;
    }
    if (far < leave) leave = far;
  }
  if (depth <= 0) {
    const sign = a[nearest]! < 0 ? -1 : 1;
    const into = sign * (b[nearest]! - a[nearest]!);
    return into < -level && -depth <= deepest + GRACE && met(hit, 0, nearest, sign, -depth);
  }
  if (face < 0 || enter < 0 || enter > 1 || enter > leave) return false;
  return met(hit, enter, face, b[face]! > a[face]! ? -1 : 1, 0);
}

/** The way from a to b against the faces of a box from within. What lies further outside than `grace` is not held. */
export function meetContainer(a: Triple, b: Triple, h: Triple, deepest: number, hit: Hit): boolean {
  const level = LEVEL * lengthOf(a, b);
  let first = Infinity;
  let face = -1;
  let push = 0;
  for (let axis = 0; axis < 3; axis++) {
    const q = Math.abs(a[axis]!) - h[axis]!;
    if (q > deepest + GRACE) return false;
    const sign = b[axis]! < 0 ? -1 : 1;
    const out = sign * (b[axis]! - a[axis]!);
    if (Math.abs(b[axis]!) <= h[axis]! || out <= level) continue;
    const t = Math.max(0, (h[axis]! - sign * a[axis]!) / out);
    if (t >= first) continue;
    first = t;
    face = axis;
    push = Math.max(0, q);
  }
  return face >= 0 && met(hit, first, face, b[face]! < 0 ? 1 : -1, push);
}

/** Signed distance of a point to a box about the origin with these half widths; negative inside. */
export function distanceToBox(x: number, y: number, z: number, hx: number, hy: number, hz: number): number {
  const [dx, dy, dz] = [Math.abs(x) - hx, Math.abs(y) - hy, Math.abs(z) - hz];
  const [ox, oy, oz] = [Math.max(0, dx), Math.max(0, dy), Math.max(0, dz)];
  return Math.sqrt(ox * ox + oy * oy + oz * oz) + Math.min(0, Math.max(dx, dy, dz));
}
