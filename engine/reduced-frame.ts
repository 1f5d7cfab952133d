import type { EmitterFrame, Frame } from './frame';
import { partsOf } from './joined-frame';
import { recordBy } from '../core/lib/record';
import { ALL_COLUMNS } from '../core/sim/step/population';

/** Columns that a particle keeps from birth to death. */
const LASTING = ['life', 'mass', 'drag', 'size'] as const;
/** Columns that are kept to 16 bits, each between the least and the most of its frame. */
const CHANGING = ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const;
const TURNING = ['qx', 'qy', 'qz'] as const;
const STEPS = 0xffff;

/** A column to 16 bits. */
interface Coarse {
  readonly low: number;
  /** From one step to the next. */
  readonly step: number;
  readonly steps: Uint16Array<ArrayBuffer>;
}

/** What is kept of an emitter’s particles on one frame. */
interface ReducedEmitter
  extends Pick<EmitterFrame, 'count' | 'born' | 'died' | 'retired' | 'dropped' | 'zone' | 'weight'> {
  /** Whether colours are kept, in the record. */
  readonly tinted: boolean;
  /** Which entry of the record each of them is. */
  readonly entry: Uint32Array<ArrayBuffer>;
  readonly coarse: readonly Coarse[];
}

/** A frame to look at: places and velocities to 1/65 535 of how far they reach on it; no spin. Never to go on from. */
export interface ReducedFrame extends Omit<Frame, 'emitters'> {
  readonly emitters: readonly ReducedEmitter[];
}

/** Memory that a reduced frame takes, bytes; without the record. */
export const bytesOfReduced = ({ emitters }: ReducedFrame): number =>
  emitters.reduce((sum, e) => sum + e.count * (4 + 2 * e.coarse.length) + e.zone.byteLength + e.weight.byteLength, 0);

/** A column that lies in parts. */
function coarse(parts: readonly Float32Array[]): Coarse {
  let [low, high] = [Infinity, -Infinity];
  for (const column of parts)
    for (let i = 0; i < column.length; i++) {
      const value = column[i]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
  const step = high > low ? (high - low) / STEPS : 0;
  const steps = new Uint16Array(parts.reduce((n, { length }) => n + length, 0));
  let at = 0;
  for (const column of parts) {
    if (step > 0) for (let i = 0; i < column.length; i++) steps[at + i] = Math.floor((column[i]! - low) / step + 0.5);
    at += column.length;
  }
  return { low, step, steps };
}

function fine({ low, step, steps }: Coarse): Float32Array<ArrayBuffer> {
  const column = new Float32Array(steps.length);
  for (let i = 0; i < column.length; i++) column[i] = low + step * steps[i]!;
  return column;
}

/** The numbers of a column at the start of a longer one. */
function put<T extends Float32Array | Uint32Array>(column: T, longer: T): T {
  longer.set(column);
  return longer;
}

/** What the particles of one emitter keep all their life, written down once for all frames. */
class LifeRecord {
  count = 0;
  id = new Uint32Array(64);
  /** Seconds. */
  birth = new Float32Array(64);
  /** Empty where colours are not kept. */
  tint = new Uint32Array(0);
  lasting = LASTING.map(() => new Float32Array(64));
  /**
   * Entries by a hash of the number, from 1; 0 for none. Its length is a power of two, and it is never more than half
   * full.
   */
  private slots = new Uint32Array(128);
  /** Entries of the last frame: most particles are where they were in it. */
  private last = new Uint32Array(0);

  get bytes(): number {
    return this.id.length * (4 + 4 + 4 * LASTING.length) + this.tint.byteLength + this.slots.byteLength;
  }

  /**
   * The entries of a frame’s particles; a particle of which something has changed gets a new one, since earlier frames
   * mean it as it was.
   */
  entriesOf(frame: EmitterFrame, time: number): Uint32Array<ArrayBuffer> {
    const entries = new Uint32Array(frame.count);
    const { last } = this;
    // Most of a first frame’s particles are new, and few of a later one’s.
    if (this.count === 0) this.makeRoom(frame.count);
    let at = 0;
    for (const part of partsOf(frame)) {
      if (part.tint.length > 0 && this.tint.length === 0) this.tint = new Uint32Array(this.id.length).fill(0xffffffff);
      for (let i = 0; i < part.count; i++, at++)
        entries[at] =
          at < last.length && this.means(last[at]!, part, i, time) ? last[at]! : this.entryOf(part, i, time);
    }
    return (this.last = entries);
  }

  /** Whether an entry is a particle of a frame as it is on it. */
  private means(
    entry: number,
    { id, age, tint, columns: { life, mass, drag, size } }: EmitterFrame,
    i: number,
    time: number,
  ): boolean {
    const [lives, masses, drags, sizes] = this.lasting;
    const birth = this.birth[entry]!;
    return (
      this.id[entry] === id[i] &&
      lives![entry] === life[i] &&
      masses![entry] === mass[i] &&
      drags![entry] === drag[i] &&
      sizes![entry] === size[i] &&
      (tint.length === 0 || this.tint[entry] === tint[i]) &&
      // Times and ages come in 32 bits, so that times of birth from two frames are only about the same.
      Math.abs(birth - (time - age[i]!)) < 1e-4 + 5e-7 * Math.abs(time)
    );
  }

  /** The entry of a particle, found by its number; a new one where there is none of it as it is. */
  private entryOf(frame: EmitterFrame, i: number, time: number): number {
    this.makeRoom(this.count + 1);
    const { slots } = this;
    const id = frame.id[i]!;
    let slot = this.slotOf(id);
    for (; slots[slot] !== 0; slot = (slot + 1) & (slots.length - 1))
      if (this.means(slots[slot]! - 1, frame, i, time)) return slots[slot]! - 1;
    const entry = this.count++;
    slots[slot] = this.count;
    this.id[entry] = id;
    this.birth[entry] = time - frame.age[i]!;
    if (frame.tint.length > 0) this.tint[entry] = frame.tint[i]!;
    LASTING.forEach((name, k) => (this.lasting[k]![entry] = frame.columns[name][i]!));
    return entry;
  }

  private slotOf(id: number): number {
    return (Math.imul(id, 0x9e3779b1) >>> 7) & (this.slots.length - 1);
  }

  /** Makes room for so many entries. */
  private makeRoom(count: number): void {
    if (count > this.id.length) this.grow(2 ** Math.ceil(Math.log2(count)));
    if (2 * count > this.slots.length) this.spread(2 ** Math.ceil(Math.log2(2 * count)));
  }

  private grow(length: number): void {
    this.id = put(this.id, new Uint32Array(length));
    this.birth = put(this.birth, new Float32Array(length));
    if (this.tint.length > 0) this.tint = put(this.tint, new Uint32Array(length));
    this.lasting = this.lasting.map((column) => put(column, new Float32Array(length)));
  }

  private spread(length: number): void {
    this.slots = new Uint32Array(length);
    for (let entry = 0; entry < this.count; entry++) {
      let slot = this.slotOf(this.id[entry]!);
      while (this.slots[slot] !== 0) slot = (slot + 1) & (this.slots.length - 1);
      this.slots[slot] = entry + 1;
    }
  }
}

/** Reduces the frames of one run to about 16 bytes a particle, and gives them back to look at. */
export class FrameReducer {
  private readonly records: LifeRecord[] = [];

  constructor(
    /** Scene time of a frame of the shot, seconds. */
    private readonly timeOf: (frame: number) => number,
  ) {}

  /** Memory that is taken beside the frames, bytes. */
  get bytes(): number {
    return this.records.reduce((sum, record) => sum + record.bytes, 0);
  }

  reduce(frame: Frame): ReducedFrame {
    const time = this.timeOf(frame.frame);
    const emitters = frame.emitters.map((emitter, e): ReducedEmitter => {
      const { count, born, died, retired, dropped, zone, weight } = emitter;
      const parts = partsOf(emitter);
      const entry = (this.records[e] ??= new LifeRecord()).entriesOf(emitter, time);
      const names = parts.some(({ columns }) => columns.qx.length > 0) ? [...CHANGING, ...TURNING] : CHANGING;
      return {
        count,
        born,
        died,
        retired,
        dropped,
        zone,
        weight,
        entry,
        tinted: parts.some(({ tint }) => tint.length > 0),
        coarse: names.map((name) => coarse(parts.map(({ columns }) => columns[name]))),
      };
    });
    return { ...frame, emitters };
  }

  restore(frame: ReducedFrame): Frame {
    const time = this.timeOf(frame.frame);
    const none = new Float32Array(0);
    const emitters = frame.emitters.map(({ entry, coarse: kept, tinted, ...emitter }, e): EmitterFrame => {
      const record = this.records[e]!;
      const { count } = emitter;
      const [id, age, tint] = [new Uint32Array(count), new Float32Array(count), new Uint32Array(tinted ? count : 0)];
      for (let i = 0; i < count; i++) {
        id[i] = record.id[entry[i]!]!;
        age[i] = Math.max(0, time - record.birth[entry[i]!]!);
      }
      for (let i = 0; i < tint.length; i++) tint[i] = record.tint[entry[i]!]!;
      const columns = recordBy(ALL_COLUMNS, () => none);
      LASTING.forEach((name, k) => {
        const column = new Float32Array(count);
        const from = record.lasting[k]!;
        for (let i = 0; i < count; i++) column[i] = from[entry[i]!]!;
        columns[name] = column;
      });
      [...CHANGING, ...TURNING].slice(0, kept.length).forEach((name, k) => (columns[name] = fine(kept[k]!)));
      if (kept.length > CHANGING.length)
        for (const name of ['wx', 'wy', 'wz'] as const) columns[name] = new Float32Array(count);
      return {
        ...emitter,
        id,
        age,
        tint,
        columns,
      };
    });
    return { ...frame, emitters };
  }
}
