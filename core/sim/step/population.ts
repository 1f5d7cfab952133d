import { alongLine } from '../../kinds/bodies/body';
import { recordBy } from '../../lib/record';
import { BLOCK } from '../../lib/particle-block';
import { ANYWHERE, type ColumnRoom } from './column-room';

/** Float columns of a population, one entry a living particle; all 32 bits. */
export const FLOAT_COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'mass', 'drag', 'size'] as const;

/**
 * Columns of particles that can be seen to turn; empty where they can't. Orientation is a unit quaternion with w ≥ 0,
 * of which x, y, z are kept; spin is the angular velocity in radians a second, world axes.
 */
const TURN_COLUMNS = ['qx', 'qy', 'qz', 'wx', 'wy', 'wz'] as const;

export const ALL_COLUMNS = [...FLOAT_COLUMNS, ...TURN_COLUMNS] as const;
export type FloatColumn = (typeof ALL_COLUMNS)[number];

/** Held by nothing any more: a contact ended the particle in this substep, at the place where it is. */
export const KILLED = 0xffff;

const WHITE = 0xffffff;

/** Parts of a colour, each 0 … 1, as 0xrrggbb. */
export function packedColour([red, green, blue]: ArrayLike<number> & Iterable<number>): number {
  const part = (n: number) => Math.floor(Math.min(1, Math.max(0, n)) * 255 + 0.5);
  return (part(red!) << 16) | (part(green!) << 8) | part(blue!);
}

/**
 * A population at rest: all columns as long as there are particles, float columns in the order of {@link ALL_COLUMNS}.
 */
export interface KeptPopulation {
  /** Alive, born, died, retired, dropped. */
  readonly counts: readonly [number, number, number, number, number];
  readonly id: Uint32Array<ArrayBuffer>;
  readonly birth: Float64Array<ArrayBuffer>;
  readonly held: Uint16Array<ArrayBuffer>;
  readonly generation: Uint8Array<ArrayBuffer>;
  readonly events: Uint32Array<ArrayBuffer>;
  readonly tint: Uint32Array<ArrayBuffer>;
  readonly floats: readonly Float32Array[];
}

/**
 * The living particles of one emitter, as columns. Slots are filled without gaps; a particle that dies gives its slot
 * to the last one, and nothing depends on the slot a particle sits in.
 */
export class Population {
  count = 0;
  born = 0;
  died = 0;
  retired = 0;
  /** Contacts whose remaining motion was dropped. */
  dropped = 0;
  /** Permanent numbers: amount row · 2²⁸ + k; those of children are hashed from parent, event and index. */
  id = new Uint32Array(0);
  /** Seconds of scene time at birth. */
  birth: Float64Array = new Float64Array(0);
  /** Index of the collider that holds the particle, from 1; 0 for none; {@link KILLED} where one ended it. */
  held = new Uint16Array(0);
  /** How often its ancestors split. */
  generation = new Uint8Array(0);
  /** How often it gave birth to pieces or children, for their keys. */
  events = new Uint32Array(0);
  /** Colours taken over from what gave birth, as 0xrrggbb, sRGB-coded; empty where they are not kept. */
  tint = new Uint32Array(0);
  /** Float columns by name: metres, metres a second, seconds, kilograms, kg/s, metres. */
  readonly columns: Record<FloatColumn, Float32Array> = recordBy(ALL_COLUMNS, () => new Float32Array(0));
  /** 1 for each block of slots that has got other particles since somebody set it to 0. */
  changed = new Uint8Array(0);
  private readonly names: readonly FloatColumn[];

  constructor(
    /** Whether orientation and spin are kept. */
    readonly turns = false,
    /** Particles of one body; 1 where nothing holds them together. */
    readonly points = 1,
    /** Whether colours are kept. */
    readonly tinted = false,
    private readonly room: ColumnRoom = ANYWHERE,
    /** Whether the particles of a body lie along a line. */
    readonly isLine = false,
  ) {
    this.names = turns ? ALL_COLUMNS : FLOAT_COLUMNS;
  }

  /** Place of a particle along its strand, 0 … 1; 0 without a strand. */
  alongOf(slot: number): number {
    return this.isLine ? alongLine(this.id[slot]!, this.points) : 0;
  }

  /** A slot for one more particle; its float columns hold rubbish until they are written. */
  add(): number {
    if (this.count === this.id.length) this.grow();
    const slot = this.count++;
    this.changed[Math.floor(slot / BLOCK)] = 1;
    this.held[slot] = this.generation[slot] = this.events[slot] = 0;
    if (this.tinted) this.tint[slot] = WHITE;
    return slot;
  }

  /** Slots for so many more, one after another; gives the first. As {@link add} leaves one. */
  addMany(count: number): number {
    while (this.count + count > this.id.length) this.grow();
    const slot = this.count;
    this.count += count;
    this.changed.fill(1, Math.floor(slot / BLOCK), Math.ceil(this.count / BLOCK));
    for (const column of [this.held, this.generation, this.events]) column.fill(0, slot, this.count);
    if (this.tinted) this.tint.fill(WHITE, slot, this.count);
    return slot;
  }

  /** Frees a slot; the last particle moves into it. */
  remove(slot: number): void {
    const last = --this.count;
    if (slot === last) return;
    this.changed[Math.floor(slot / BLOCK)] = 1;
    this.id[slot] = this.id[last]!;
    this.birth[slot] = this.birth[last]!;
    this.held[slot] = this.held[last]!;
    this.generation[slot] = this.generation[last]!;
    this.events[slot] = this.events[last]!;
    if (this.tinted) this.tint[slot] = this.tint[last]!;
    const { columns, names } = this;
    for (let i = 0; i < names.length; i++) {
      const column = columns[names[i]!];
      column[slot] = column[last]!;
    }
  }

  /** Puts the particle of slot `order[i]` into slot i, for all of them. */
  reorder(order: Uint32Array): void {
    this.changed.fill(1);
    putFloats(
      this.names.map((name) => this.columns[name]),
      order,
      this.count,
    );
    for (const column of [
      this.id,
      this.birth,
      this.held,
      this.generation,
      this.events,
      ...(this.tinted ? [this.tint] : []),
    ]) {
      const old = column.slice(0, this.count);
      for (let slot = 0; slot < this.count; slot++) column[slot] = old[order[slot]!]!;
    }
  }

  /** All that is known of its particles. */
  keep(): KeptPopulation {
    const { count, born, died, retired, dropped, names } = this;
    const part = <T>(column: { slice(from: number, to: number): T }) => column.slice(0, count);
    return {
      counts: [count, born, died, retired, dropped],
      id: part(this.id),
      birth: part(this.birth),
      held: part(this.held),
      generation: part(this.generation),
      events: part(this.events),
      tint: this.tinted ? part(this.tint) : this.tint,
      floats: names.map((name) => part(this.columns[name])),
    };
  }

  /** Takes the particles that were kept of a population of the same sort, in place of its own. */
  take({ counts, id, birth, held, generation, events, tint, floats }: KeptPopulation): void {
    [this.count, this.born, this.died, this.retired, this.dropped] = counts;
    this.changed = new Uint8Array(Math.ceil(this.count / BLOCK)).fill(1);
    this.id = id.slice();
    this.birth = this.moved(this.birth, this.room.doubles(birth.length), birth);
    this.held = held.slice();
    this.generation = generation.slice();
    this.events = events.slice();
    this.tint = tint.slice();
    this.names.forEach((name, i) => {
      const kept = floats[i]!;
      this.columns[name] = this.moved(this.columns[name], this.room.floats(kept.length), kept);
    });
  }

  /** Takes away what has come to the end of its life at a time, seconds, or was ended by a contact. */
  removeDead(time: number): void {
    const { birth, held } = this;
    const { life } = this.columns;
    for (let slot = this.count - 1; slot >= 0; slot--)
      if (held[slot] === KILLED || time - birth[slot]! >= life[slot]!) {
        this.died++;
        this.remove(slot);
      }
  }

  /** Takes away the particles of these slots, in rising order. */
  removeThese(slots: readonly number[]): void {
    for (let i = slots.length - 1; i >= 0; i--) this.remove(slots[i]!);
    this.died += slots.length;
  }

  /** Gives its columns back; it must not be used again. */
  end(): void {
    this.count = 0;
    for (const column of [this.birth, ...this.names.map((name) => this.columns[name])]) this.room.free(column);
  }

  private grow(): void {
    const capacity = Math.max(1024, this.id.length * 2);
    const grown = <T extends { set(from: T): void }>(column: T, make: (n: number) => T): T => {
      const next = make(capacity);
      next.set(column);
      return next;
    };
    this.changed = new Uint8Array(Math.ceil(capacity / BLOCK)).fill(1);
    this.id = grown(this.id, (n) => new Uint32Array(n));
    this.birth = this.moved(this.birth, this.room.doubles(capacity));
    this.held = grown(this.held, (n) => new Uint16Array(n));
    this.generation = grown(this.generation, (n) => new Uint8Array(n));
    this.events = grown(this.events, (n) => new Uint32Array(n));
    if (this.tinted) this.tint = grown(this.tint, (n) => new Uint32Array(n));
    for (const name of this.names) this.columns[name] = this.moved(this.columns[name], this.room.floats(capacity));
  }

  /** Puts what is known into a column that takes the place of another. */
  private moved<T extends Float32Array | Float64Array>(old: T, next: T, known: T = old): T {
    next.set(known);
    this.room.free(old);
    return next;
  }
}

/** Room to put columns in another order. */
let spare = new Float32Array(0);

/** Puts entry `order[i]` of each column into entry i. */
function putFloats(columns: readonly Float32Array[], order: Uint32Array, count: number): void {
  if (spare.length < count) spare = new Float32Array(count * 2);
  for (const column of columns) {
    for (let slot = 0; slot < count; slot++) spare[slot] = column[order[slot]!]!;
    column.set(spare.subarray(0, count));
  }
}
