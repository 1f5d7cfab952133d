import { emptyMeters } from '../../core/measure/meters';
import { ALL_COLUMNS, FLOAT_COLUMNS, type FloatColumn } from '../../core/sim/step/population';
import type { EmitterFrame, Frame } from '../frame';
import { recordBy } from '../../core/lib/record';
import { inOrder } from './in-order';

/** What is known of an emitter beside its columns. */
interface Head {
  readonly count: number;
  readonly born: number;
  readonly died: number;
  readonly retired: number;
  readonly dropped: number;
  /** Whether orientation and spin, zones, weights and colours are there. */
  readonly turns: boolean;
  readonly zones: boolean;
  readonly weights: boolean;
  readonly tints: boolean;
}

/** A frame without its columns, as JSON. */
type Heads = Pick<Frame, 'frame' | 'contacts' | 'blamed'> & { readonly emitters: readonly Head[] };

const padded = (bytes: number): number => Math.ceil(bytes / 4) * 4;

type ColumnName = 'id' | 'age' | 'zone' | 'weight' | 'tint' | FloatColumn;

function columnNamed(emitter: EmitterFrame, name: ColumnName): Uint8Array | Uint32Array | Float32Array {
  switch (name) {
    case 'id':
    case 'age':
    case 'zone':
    case 'weight':
    case 'tint':
      return emitter[name];
    default:
      return emitter.columns[name];
  }
}

/**
 * The columns of a frame of such an emitter in the order in which they stand, each begun at a multiple of four bytes.
 */
function columnsOf({ count, turns, zones, weights, tints }: Head): readonly (readonly [ColumnName, 1 | 4, number])[] {
  return [
    ['id', 4, count],
    ['age', 4, count],
    ...(turns ? ALL_COLUMNS : FLOAT_COLUMNS).map((name) => [name, 4, count] as const),
    ['zone', 1, zones ? count : 0],
    ['weight', 1, weights ? count : 0],
    ['tint', 4, tints ? count : 0],
  ];
}

/**
 * A frame as bytes: the length of a head, the head as JSON, then all columns of all emitters, little-endian, each
 * emitter's particles in the order of their numbers. The same particles give the same bytes, whatever threads have made
 * them. What was measured is left out: sums of rounded numbers hang on their order.
 */
export function bytesOfFrame(frame: Frame): Uint8Array<ArrayBuffer> {
  const emitters = frame.emitters.map(inOrder);
  const heads = emitters.map(
    ({ count, born, died, retired, dropped, columns, zone, weight, tint }): Head => ({
      count,
      born,
      died,
      retired,
      dropped,
      turns: count > 0 && columns.qx.length === count,
      zones: zone.length > 0,
      weights: weight.length > 0,
      tints: tint.length > 0,
    }),
  );
  const blamed = Object.fromEntries(Object.entries(frame.blamed).toSorted(([a], [b]) => (a < b ? -1 : 1)));
  const head = new TextEncoder().encode(
    JSON.stringify({ frame: frame.frame, contacts: frame.contacts, blamed, emitters: heads }),
  );
  const start = padded(4 + head.length);
  const size = heads.reduce(
    (sum, h) => sum + columnsOf(h).reduce((n, [, width, length]) => n + padded(width * length), 0),
    start,
  );
  const bytes = new Uint8Array(size);
  new DataView(bytes.buffer).setUint32(0, head.length, true);
  bytes.set(head, 4);
  let at = start;
  emitters.forEach((emitter, e) => {
    for (const [name, width, length] of columnsOf(heads[e]!)) {
      const column = columnNamed(emitter, name);
      if (length > 0) bytes.set(new Uint8Array(column.buffer, column.byteOffset, width * length), at);
      at += padded(width * length);
    }
  });
  return bytes;
}

/** A frame from its bytes, with meters of nothing. Throws a sentence where they are no frame. */
export function frameOfBytes(bytes: Uint8Array<ArrayBuffer>): Frame {
  const length = bytes.length >= 4 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) : Infinity;
  if (4 + length > bytes.length) throw new Error('a baked frame is cut off');
  const { emitters, ...rest }: Heads = JSON.parse(new TextDecoder().decode(bytes.subarray(4, 4 + length)));
  let at = bytes.byteOffset + padded(4 + length);
  const read = emitters.map((head): EmitterFrame => {
    const parts = new Map<ColumnName, ArrayBuffer>();
    for (const [name, width, n] of columnsOf(head)) {
      if (at + width * n > bytes.byteOffset + bytes.length) throw new Error('a baked frame is cut off');
      parts.set(name, bytes.buffer.slice(at, at + width * n));
      at += padded(width * n);
    }
    const part = (name: ColumnName) => parts.get(name) ?? new ArrayBuffer(0);
    const { count, born, died, retired, dropped } = head;
    return {
      count,
      born,
      died,
      retired,
      dropped,
      id: new Uint32Array(part('id')),
      age: new Float32Array(part('age')),
      columns: recordBy(ALL_COLUMNS, (name) => new Float32Array(part(name))),
      zone: new Uint8Array(part('zone')),
      weight: new Uint8Array(part('weight')),
      tint: new Uint32Array(part('tint')),
    };
  });
  return { ...rest, draftFraction: 1, emitters: read, meters: emptyMeters(0, 0) };
}
