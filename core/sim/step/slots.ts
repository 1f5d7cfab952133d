/** Spreads permanent numbers over a table: Knuth’s multiplicative hash (The Art of Computer Programming 3, 6.4). */
const SPREAD = 2654435769;

/**
 * Of each particle, its slot on another frame of the same emitter; −1 where it is not on it. Most keep their slot from
 * one frame to the next: only the others are looked up.
 */
export function slotsIn(ids: Uint32Array, other: Uint32Array): Int32Array {
  const slots = new Int32Array(ids.length);
  let table: Int32Array | undefined;
  let mask = 0;
  const slotOf = (id: number): number => {
    if (!table) {
      mask = (1 << Math.max(4, 33 - Math.clz32(other.length))) - 1;
      table = new Int32Array(mask + 1).fill(-1);
      for (let slot = 0; slot < other.length; slot++) {
        let at = Math.imul(other[slot]!, SPREAD) & mask;
        while (table[at]! >= 0) at = (at + 1) & mask;
        table[at] = slot;
      }
    }
    for (let at = Math.imul(id, SPREAD) & mask; table[at]! >= 0; at = (at + 1) & mask)
      if (other[table[at]!] === id) return table[at]!;
    return -1;
  };
  for (let i = 0; i < ids.length; i++) slots[i] = other[i] === ids[i]! ? i : slotOf(ids[i]!);
  return slots;
}
