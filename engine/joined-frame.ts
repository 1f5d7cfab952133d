import { addMeters } from '../core/measure/meters';
import { ALL_COLUMNS } from '../core/sim/step/population';
import { columnsOf, type EmitterFrame, type Frame } from './frame';

type Column = Float32Array<ArrayBuffer> | Uint32Array<ArrayBuffer> | Uint8Array<ArrayBuffer>;
/** A part of an emitter's particles whose columns can be put elsewhere. */
type Part = { -readonly [K in keyof EmitterFrame]: EmitterFrame[K] } & {
  columns: Record<string, EmitterFrame['id' | 'age']>;
};

const parts = new WeakMap<EmitterFrame, readonly EmitterFrame[]>();

/**
 * The parts that an emitter's particles lie in, one after another in memory of their own; where nothing was joined, all
 * of them in one.
 */
export const partsOf = (emitter: EmitterFrame): readonly EmitterFrame[] => parts.get(emitter) ?? [emitter];

/** Joins a column of all parts; from then on theirs are stretches of it, so that it is not kept twice. */
function joined<T extends Column>(of: readonly T[], put: (part: number, column: T) => void): T {
  const length = of.reduce((n, column) => n + column.length, 0);
  const whole = new (of[0]!.constructor as new (n: number) => T)(length);
  let at = 0;
  of.forEach((column, part) => {
    whole.set(column, at);
    put(part, whole.subarray(at, at + column.length) as T);
    at += column.length;
  });
  return whole;
}

/** The particles of one emitter from several slices. A column is made of theirs when it is first asked for. */
function joinedEmitter(slices: readonly EmitterFrame[]): EmitterFrame {
  const own = slices.map((slice) => ({ ...slice, columns: { ...slice.columns } }));
  const total = (of: 'count' | 'born' | 'died' | 'retired' | 'dropped') => own.reduce((n, part) => n + part[of], 0);
  const known = new Map<string, Column>();
  // oxlint-disable-next-line typescript/no-unnecessary-type-parameters -- each name has a column of one type
  function column<T extends Column>(name: string, of: (part: Part) => Record<string, unknown>): T {
    let whole = known.get(name) as T | undefined;
    if (!whole) {
      whole = joined(
        own.map((part) => of(part)[name] as T),
        (part, piece) => (of(own[part]!)[name] = piece),
      );
      known.set(name, whole);
    }
    return whole;
  }
  const itself = (part: Part) => part as unknown as Record<string, unknown>;
  const columns = {} as EmitterFrame['columns'];
  for (const name of ALL_COLUMNS)
    Object.defineProperty(columns, name, {
      enumerable: true,
      get: () => column<Float32Array<ArrayBuffer>>(name, (part) => part.columns),
    });
  const emitter: EmitterFrame = {
    count: total('count'),
    born: total('born'),
    died: total('died'),
    retired: total('retired'),
    dropped: total('dropped'),
    get id() {
      return column<Uint32Array<ArrayBuffer>>('id', itself);
    },
    get age() {
      return column<Float32Array<ArrayBuffer>>('age', itself);
    },
    get zone() {
      return column<Uint8Array<ArrayBuffer>>('zone', itself);
    },
    get weight() {
      return column<Uint8Array<ArrayBuffer>>('weight', itself);
    },
    get tint() {
      return column<Uint32Array<ArrayBuffer>>('tint', itself);
    },
    columns,
  };
  parts.set(emitter, own);
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
    share: first!.share,
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
