import { recordBy } from '../../../core/lib/record';
import { mix } from '../../../core/lib/random/lookup';
import { ALL_COLUMNS } from '../../../core/sim/step/population';
import type { EmitterFrame } from '../../../engine/frame';

/** Entries of a column, where it has any. */
function picked<T extends Float32Array | Uint32Array | Uint8Array>(column: T, slots: Uint32Array, out: T): T {
  if (column.length > 0) slots.forEach((slot, n) => (out[n] = column[slot]!));
  return out;
}

/**
 * A random part of the particles of an emitter, to be drawn where all are too many. A particle is in it by a hash of its
 * number, so that it stays in it from frame to frame, and a smaller part is one of a larger. Columns are made when they
 * are asked for.
 */
export function thinned(frame: EmitterFrame, part: number): EmitterFrame {
  if (part >= 1) return frame;
  const limit = part * 4294967296;
  const slots = Uint32Array.from({ length: frame.count }, (_, slot) => slot).filter(
    (slot) => mix(frame.id[slot]! ^ 0x2545f491) < limit,
  );
  const count = slots.length;
  const columns = recordBy(ALL_COLUMNS, () => new Float32Array(0));
  for (const name of ALL_COLUMNS) {
    let made: Float32Array<ArrayBuffer> | undefined;
    Object.defineProperty(columns, name, {
      enumerable: true,
      get: () =>
        (made ??= picked(frame.columns[name], slots, new Float32Array(frame.columns[name].length === 0 ? 0 : count))),
    });
  }
  return {
    ...frame,
    count,
    id: picked(frame.id, slots, new Uint32Array(count)),
    age: picked(frame.age, slots, new Float32Array(count)),
    zone: picked(frame.zone, slots, new Uint8Array(frame.zone.length === 0 ? 0 : count)),
    weight: picked(frame.weight, slots, new Uint8Array(frame.weight.length === 0 ? 0 : count)),
    tint: picked(frame.tint, slots, new Uint32Array(frame.tint.length === 0 ? 0 : count)),
    columns,
  };
}
