import { addMeters } from '../core/measure/meters';
import { ALL_COLUMNS } from '../core/sim/step/population';
import { columnsOf, type EmitterFrame, type Frame } from './frame';
import { recordBy } from '../core/lib/record';

/** An array of numbers that has stretches of its own sort. */
type Column<T> = ArrayLike<number> & {
  set(from: ArrayLike<number>, at: number): void;
  subarray(from: number, end: number): T;
};

const partsByEmitter = new WeakMap<EmitterFrame, readonly EmitterFrame[]>();

/**
 * The parts that an emitter's particles lie in, one after another in memory of their own; where nothing was joined, all
 * of them in one.
 */
export const partsOf = (emitter: EmitterFrame): readonly EmitterFrame[] => partsByEmitter.get(emitter) ?? [emitter];

/**
 * A column of all parts, joined when it is first asked for. From then on theirs are stretches of it, so that it is not
 * kept twice.
 */
function joined<K extends string, T extends Column<T>>(
  parts: readonly Record<K, NoInfer<T>>[],
  name: K,
  make: (length: number) => T,
): () => T {
  let known: T | undefined;
  return () => {
    if (known) return known;
    const whole = make(parts.reduce((n, part) => n + part[name].length, 0));
    let at = 0;
    for (const part of parts) {
      const column = part[name];
      whole.set(column, at);
      part[name] = whole.subarray(at, at + column.length);
      at += column.length;
    }
    return (known = whole);
  };
}

const floats = (length: number) => new Float32Array(length);
const words = (length: number) => new Uint32Array(length);
const bytes = (length: number) => new Uint8Array(length);

/** The particles of one emitter from several slices. A column is made of theirs when it is first asked for. */
function joinedEmitter(slices: readonly EmitterFrame[]): EmitterFrame {
  const own = slices.map((slice) => ({ ...slice, columns: { ...slice.columns } }));
  const total = (of: 'count' | 'born' | 'died' | 'retired' | 'dropped') => own.reduce((n, part) => n + part[of], 0);
  const id = joined(own, 'id', words);
  const age = joined(own, 'age', floats);
  const zone = joined(own, 'zone', bytes);
  const weight = joined(own, 'weight', bytes);
  const tint = joined(own, 'tint', words);
  const columns = recordBy(ALL_COLUMNS, () => floats(0));
  const ownColumns = own.map((part) => part.columns);
  for (const name of ALL_COLUMNS)
    Object.defineProperty(columns, name, { enumerable: true, get: joined(ownColumns, name, floats) });
  const emitter: EmitterFrame = {
    count: total('count'),
    born: total('born'),
    died: total('died'),
    retired: total('retired'),
    dropped: total('dropped'),
    get id() {
      return id();
    },
    get age() {
      return age();
    },
    get zone() {
      return zone();
    },
    get weight() {
      return weight();
    },
    get tint() {
      return tint();
    },
    columns,
  };
  partsByEmitter.set(emitter, own);
  return emitter;
}

/**
 * One frame from the slices that several threads made of it. Nothing is copied: particles stay in their parts until a
 * column of all of them is asked for.
 */
export function joinSlices(slices: readonly Frame[]): Frame {
  const [first, ...rest] = slices;
  if (rest.length === 0) return first!;
  const blamed: Record<string, number> = {};
  for (const slice of slices)
    for (const [name, n] of Object.entries(slice.blamed)) blamed[name] = (blamed[name] ?? 0) + n;
  const contacts = first!.contacts.map((_, c) => slices.reduce((n, slice) => n + slice.contacts[c]!, 0));
  const emitters = first!.emitters.map((_, e) => joinedEmitter(slices.map((slice) => slice.emitters[e]!)));
  return {
    frame: first!.frame,
    draftFraction: first!.draftFraction,
    emitters,
    meters: slices.map((s) => s.meters).reduce(addMeters),
    contacts,
    blamed,
  };
}

/** Memory that the particles of a frame take, bytes. */
export function bytesOf(frame: Frame): number {
  return frame.emitters
    .flatMap(partsOf)
    .flatMap(columnsOf)
    .reduce((sum, { byteLength }) => sum + byteLength, 0);
}
