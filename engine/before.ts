import type { EmitterFrame } from './frame';

/** Where each particle was a frame before: positions and velocities, x y z after one another. */
export interface Before {
  readonly place: Float32Array;
  readonly velocity: Float32Array;
}

/** Spreads permanent numbers over a table: Knuth’s multiplicative hash (The Art of Computer Programming 3, 6.4). */
const SPREAD = 2654435769;

/**
 * Of each particle, its slot on another frame of the same emitter; −1 where it is not on it. Most keep their slot from one frame
 * to the next: only the others are looked up.
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
    for (let at = Math.imul(id, SPREAD) & mask; table[at]! >= 0; at = (at + 1) & mask) if (other[table[at]!] === id) return table[at]!;
    return -1;
  };
  for (let i = 0; i < ids.length; i++) slots[i] = other[i] === ids[i]! ? i : slotOf(ids[i]!);
  return slots;
}

/** Further than so many times what its velocity covers, a particle has not moved but been put elsewhere. */
const JUMP = 3;

/**
 * Where the particles of a frame were `span` seconds before, when the other frame was made. Those that were not there then, or have been put
 * elsewhere since, come straight along their velocity.
 */
export function beforeOf({ count, id, columns }: EmitterFrame, before: EmitterFrame | undefined, span: number): Before {
  const [place, velocity] = [new Float32Array(3 * count), new Float32Array(3 * count)];
  const slots = before && slotsIn(id, before.id);
  const { x, y, z, vx, vy, vz } = columns;
  for (let i = 0; i < count; i++) {
    const [px, py, pz, ux, uy, uz] = [x[i]!, y[i]!, z[i]!, vx[i]!, vy[i]!, vz[i]!];
    let was = [px - span * ux, py - span * uy, pz - span * uz, ux, uy, uz];
    const slot = slots ? slots[i]! : -1;
    if (slot >= 0) {
      const c = before!.columns;
      const old = [c.x[slot]!, c.y[slot]!, c.z[slot]!, c.vx[slot]!, c.vy[slot]!, c.vz[slot]!] as const;
      const way = Math.hypot(px - old[0], py - old[1], pz - old[2]);
      if (way <= JUMP * span * Math.max(Math.hypot(ux, uy, uz), Math.hypot(old[3], old[4], old[5]))) was = [...old];
    }
    place.set(was.slice(0, 3), 3 * i);
    velocity.set(was.slice(3), 3 * i);
  }
  return { place, velocity };
}
