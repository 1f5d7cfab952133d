import { cos, sin } from '../math/exact';

/** How many gradient directions there are; a power of two, so that bits of a hash pick one. */
export const GRADIENTS = 64;

/** Unit vectors spread evenly over the sphere (spherical Fibonacci points), x, y, z in turn. */
export const gradientTable: Float64Array = (() => {
  const table = new Float64Array(GRADIENTS * 3);
  for (let i = 0; i < GRADIENTS; i++) {
    const z = 1 - (2 * i + 1) / GRADIENTS;
    const r = Math.sqrt(1 - z * z);
    const turn = i * 2.399963229728653;
    table[3 * i] = r * cos(turn);
    table[3 * i + 1] = r * sin(turn);
    table[3 * i + 2] = z;
  }
  return table;
})();

/** Hash of a lattice corner for a seed. */
export function cornerHash(x: number, y: number, z: number, seed: number): number {
  let h = seed ^ Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(z, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}
