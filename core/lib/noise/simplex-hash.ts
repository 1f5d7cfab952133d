/** What the places of a corner are multiplied by for its hash. */
export const LATTICE_PRIMES = [0x27d4eb2d, 0x165667b1, 0x9e3779b1] as const;

const [A, B, C] = LATTICE_PRIMES;

/**
 * Hash of a corner of a simplex for a seed. Its four highest bits are for use: from the highest, the signs of x, y and
 * z of a direction (set where negative), which is one of the eight of (±1, ±1, ±1) / √3, then the sign of a twist. Over
 * corners up to six apart they are as independent as of a hash of two rounds (χ² of all pairs).
 */
export function simplexHash(i: number, j: number, k: number, seed: number): number {
  let h = (seed + Math.imul(i, A) + Math.imul(j, B) + Math.imul(k, C)) | 0;
  h ^= h >>> 16;
  return (Math.imul(h, h) + h) | 0;
}
