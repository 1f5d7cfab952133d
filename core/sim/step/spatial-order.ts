import { mapVector } from '../../lib/math/vector';
import type { Population } from './population';

/** Cubes along each axis at most: ten bits of a key. */
const MOST = 1023;

/** The lowest ten bits of a number with two free bits after each. */
function spread(n: number): number {
  let bits = n & 0x3ff;
  bits = (bits | (bits << 16)) & 0x030000ff;
  bits = (bits | (bits << 8)) & 0x0300f00f;
  bits = (bits | (bits << 4)) & 0x030c30c3;
  return (bits | (bits << 2)) & 0x09249249;
}

/**
 * The slots of a population in an order in which those that are near one another in space mostly follow one another: by
 * cubes along a Z-order curve (Morton 1966).
 */
export function orderInSpace({ count, columns: { x, y, z } }: Population, cell: number): Uint32Array {
  const low = mapVector([x, y, z], (column) => {
    let least = Infinity;
    for (let slot = 0; slot < count; slot++) least = Math.min(least, column[slot]!);
    return least;
  });
  const inverse = 1 / cell;
  const cube = (value: number, from: number) => spread(Math.min(MOST, Math.floor((value - from) * inverse)));
  // Key and slot in one number of 53 bits, so that plain numbers are sorted.
  const keys = new Float64Array(count);
  for (let slot = 0; slot < count; slot++) {
    const key = cube(x[slot]!, low[0]) | (cube(y[slot]!, low[1]) << 1) | (cube(z[slot]!, low[2]) << 2);
    keys[slot] = key * 4194304 + slot;
  }
  return Uint32Array.from(keys.toSorted(), (key) => key % 4194304);
}
