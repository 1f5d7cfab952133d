import { bodyOf, pointOf } from './body';

/** Which slots the particles of each body are in. */
export interface BodyTable {
  /** Numbers of the bodies, in the order in which they were met. */
  readonly bodies: readonly number[];
  /** The slots of a body's particles, `points` a body; −1 where a particle is gone. */
  readonly slots: Int32Array;
}

/** Sorts particles by their bodies; `gone` tells of slots that do not count. */
export function bodyTable(
  id: Uint32Array,
  count: number,
  points: number,
  gone: (slot: number) => boolean = () => false,
): BodyTable {
  const index = new Map<number, number>();
  const bodies: number[] = [];
  const place = new Int32Array(count);
  for (let slot = 0; slot < count; slot++) {
    const body = bodyOf(id[slot]!, points);
    let b = index.get(body);
    if (b === undefined) {
      b = bodies.length;
      index.set(body, b);
      bodies.push(body);
    }
    place[slot] = b;
  }
  const slots = new Int32Array(bodies.length * points).fill(-1);
  for (let slot = 0; slot < count; slot++)
    if (!gone(slot)) slots[place[slot]! * points + pointOf(id[slot]!, points)] = slot;
  return { bodies, slots };
}
