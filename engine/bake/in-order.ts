import { ALL_COLUMNS } from '../../core/sim/step/population';
import { atSlots, type EmitterFrame } from '../frame';

/** Slots in rising order of their keys; equal keys keep their order (radix sort, eight bits at a time). */
function sortedSlots(keys: Uint32Array): Uint32Array<ArrayBuffer> {
  const n = keys.length;
  let from = Uint32Array.from({ length: n }, (_, i) => i);
  let to = new Uint32Array(n);
  const starts = new Uint32Array(257);
  for (let shift = 0; shift < 32; shift += 8) {
    starts.fill(0);
    for (let i = 0; i < n; i++) starts[((keys[i]! >>> shift) & 255) + 1]!++;
    for (let b = 0; b < 256; b++) starts[b + 1]! += starts[b]!;
    for (let i = 0; i < n; i++) {
      const slot = from[i]!;
      to[starts[(keys[slot]! >>> shift) & 255]!++] = slot;
    }
    [from, to] = [to, from];
  }
  return from;
}

/** Puts those that share a number into an order of their own, by all else that is known of them. */
function partTies(order: Uint32Array, { id, age, columns }: EmitterFrame): void {
  const columnsOf = [age, ...ALL_COLUMNS.map((name) => columns[name]).filter(({ length }) => length > 0)].map(
    (column) => new Uint32Array(column.buffer, column.byteOffset, column.length),
  );
  const compare = (a: number, b: number) => {
    for (const column of columnsOf) if (column[a] !== column[b]) return column[a]! - column[b]!;
    return 0;
  };
  for (let i = 1; i < order.length; i++) {
    if (id[order[i]!] !== id[order[i - 1]!]) continue;
    let end = i + 1;
    while (end < order.length && id[order[end]!] === id[order[i]!]) end++;
    order.set([...order.subarray(i - 1, end)].toSorted(compare), i - 1);
    i = end;
  }
}

/** The particles of an emitter in the order of their numbers, whatever threads have made of them. */
export function inOrder(frame: EmitterFrame): EmitterFrame {
  const order = sortedSlots(frame.id);
  partTies(order, frame);
  return atSlots(frame, order);
}
