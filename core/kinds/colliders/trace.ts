import type { Body, HitRoutine } from './collider';

/** Signed distance to a surface, negative behind it; writes its gradient, the unit normal, into x, y, z. */
export type SignedDistance = (x: number, y: number, z: number, normal: Float64Array) => number;

/** A contact is found when the distance left is below this, metres. */
const NEAR = 1e-7;
/** Steps are no shorter than this, metres, so that a way that grazes the surface comes to its end. */
const LEAST_STEP = 1e-3;
/** A way that leads into the surface by less than this share of its length runs along it. */
const LEVEL = 1e-6;
/** A particle that is found further behind the surface than its thickness, and this never was in front of it. */
const GRACE = 1e-3;

/**
 * The contacts of a body from its distance: the way is walked in steps of the distance, which can't miss a surface however thin
 * (sphere tracing, Hart 1996). `within` turns it inside out, to a container.
 */
export function traced(distance: SignedDistance, within = false): HitRoutine {
  const normal = new Float64Array(3);
  const side = within ? -1 : 1;
  // How the way leads, and its length.
  let [ox, oy, oz, dx, dy, dz, length] = [0, 0, 0, 0, 0, 0, 0];
  const at = (t: number, half: number) => side * distance(ox + t * dx, oy + t * dy, oz + t * dz, normal) - half;
  const leadsIn = () => side * (normal[0]! * dx + normal[1]! * dy + normal[2]! * dz) < -LEVEL * length;
  return (ax, ay, az, bx, by, bz, half, hit) => {
    [ox, oy, oz] = [ax, ay, az];
    [dx, dy, dz] = [bx - ax, by - ay, bz - az];
    length = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (length === 0) return false;
    let t = 0;
    let left = at(0, half);
    if (left > length || (left < -2 * half - GRACE && leadsIn())) return false;
    while (left > NEAR || !leadsIn()) {
      const before = t;
      t += Math.max(left, LEAST_STEP) / length;
      if (before >= 1) return false;
      if (t > 1) t = 1;
      left = at(t, half);
      if (left >= 0 || before === t) continue;
      // The surface was stepped over by a hair: the crossing lies between.
      let low = before;
      for (let halving = 0; halving < 40; halving++) {
        const middle = (low + t) / 2;
        if (at(middle, half) > 0) low = middle;
        else t = middle;
      }
      left = at(t, half);
      if (!leadsIn()) return false;
      break;
    }
    hit.t = t;
    hit.nx = side * normal[0]!;
    hit.ny = side * normal[1]!;
    hit.nz = side * normal[2]!;
    hit.push = -left;
    hit.face = 0;
    return true;
  };
}

/** Contacts and signed distance of a body from one distance; `within` turns both inside out. */
export function tracedBody(distance: SignedDistance, within: boolean): Pick<Body, 'hit' | 'distance'> {
  const normal = new Float64Array(3);
  const side = within ? -1 : 1;
  return { hit: traced(distance, within), distance: (x, y, z) => side * distance(x, y, z, normal) };
}
