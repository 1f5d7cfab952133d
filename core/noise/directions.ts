/**
 * Sixteen directions spread over the sphere, x, y, z in turn, in whole numbers of up to 127: the corners of a tetrahedron and twelve more that its rotations bring onto one
 * another, so that no sum of powers up to the fifth tells them from the whole sphere (a spherical 5-design, Hardin & Sloane 1996; the places are worked out from the moments
 * of degree 3 and 4). A kernel looks them up as bytes.
 */
export const DIRECTIONS = Int8Array.from(
  [
    [73, 73, 73],
    [-23, 49, 115],
    [49, 115, -23],
    [115, -23, 49],
    [73, -73, -73],
    [-23, -49, -115],
    [-49, -115, -23],
    [-115, -23, -49],
    [-73, 73, -73],
    [23, 49, -115],
    [49, -115, 23],
    [-115, 23, 49],
    [-73, -73, 73],
    [23, -49, 115],
    [-49, 115, 23],
    [115, 23, -49],
  ].flat(),
);

/** How long they are, to within half a percent. */
export const DIRECTION_LENGTH = 127;

/** The same as parts of vectors that are 1 long, to within half a percent. */
export const UNIT_DIRECTIONS = Float64Array.from(DIRECTIONS, (n) => n / DIRECTION_LENGTH);

/** What the places of a corner are multiplied by for its hash. */
export const LATTICE_PRIMES = [0x27d4eb2d, 0x165667b1, 0x9e3779b1] as const;

const [A, B, C] = LATTICE_PRIMES;

/**
 * Hash of a corner of a simplex for a seed. Bits 24 to 27 pick a direction, bit 31 the sign of a twist; over corners up to six apart those are as independent as of a hash of
 * two rounds (χ² of all pairs). The others are not for use.
 */
export function simplexHash(i: number, j: number, k: number, seed: number): number {
  let h = (seed + Math.imul(i, A) + Math.imul(j, B) + Math.imul(k, C)) | 0;
  h ^= h >>> 16;
  return Math.imul(h, h | 1);
}
