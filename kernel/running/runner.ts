import { BLOCK } from '../../core/lib/particle-block';
import type { Ends, Looked } from '../../core/sim/stack/stack';
import type { Population } from '../../core/sim/step/population';
import { blockAt, isSettled, type Block, type BlockViews } from './block-views';
import { lookedIn } from './looked';
import * as at from '../encoding/layout';
import type { Kernel } from './memory';

/** What is to be done at a time: for all particles, and for those that are seen later where that is something else. */
export interface Programs {
  readonly program: Uint32Array;
  readonly programAt: ((time: number) => Uint32Array) | undefined;
}

/** Places and times of particles, seconds; and their masses where those have a say. */
export interface Probed {
  readonly count: number;
  readonly position: { readonly x: Float64Array; readonly y: Float64Array; readonly z: Float64Array };
  readonly time: Float64Array;
  readonly mass: Float64Array | undefined;
}

/** Particles that are stepped: from a slot on, from `begin` to `end`, seconds. */
export interface Stepped {
  readonly population: Population;
  readonly start: number;
  readonly count: number;
  readonly begin: number;
  readonly end: number;
  /** Whether others have summed something for them, and velocities of the medium too. */
  readonly rest: 'pushes' | 'carries' | undefined;
}

/** Columns of the kernel’s own. */
interface Columns extends BlockViews {
  readonly places: Uint32Array;
}

/** A particle that is born in a step. */
interface Late {
  readonly slot: number;
  readonly state: readonly number[];
  /** Seconds. */
  readonly birth: number;
}

/** Of them, what a step changes: places and velocities. */
const CHANGED = 6;
const NOBODY: readonly Late[] = [];
const MASS = at.RUN_COLUMNS.indexOf('mass');

/** Runs programs in the memory of the kernel; only one thing is worked on at a time. */
export class Runner {
  /**
   * What programs are summed to, a piece of it: acceleration and velocity of the medium by axis, linear and quadratic
   * drag.
   */
  readonly sums: readonly [Float32Array, Float32Array, Float32Array, ...Float32Array[]];
  private readonly pointers: Uint32Array;
  private readonly times: Float64Array;
  private readonly middle: Float64Array;
  private readonly settled: Uint32Array;
  private readonly late: Float32Array;
  private readonly program: Uint32Array;
  private readonly dying: Uint32Array;
  /** Where the sums of others stand, and whether any carries; that place; what they sum over. */
  private readonly rest: Uint32Array;
  private readonly extra: number;
  private readonly looked: Looked;
  /** For particles that stand elsewhere; and for one alone. */
  private readonly block: Columns;
  private readonly one: Columns;
  private loaded: Uint32Array | undefined;

  constructor(private readonly kernel: Kernel) {
    const piece = (from: number) => kernel.floats(from, at.PIECE);
    const vector = (from: number) => {
      const axis = (n: number) => piece(from + 4 * at.PIECE * n);
      return [axis(0), axis(1), axis(2)] as const;
    };
    this.sums = [...vector(at.ACCELERATION), ...vector(at.MEDIUM), piece(at.RATE), piece(at.QUADRATIC)];
    this.pointers = kernel.words(at.COLUMNS, at.BIRTH + 1);
    this.times = kernel.doubles(at.BEGIN, 2);
    this.middle = kernel.doubles(at.MIDDLE, 1);
    this.settled = kernel.words(at.SETTLED, 1);
    this.late = piece(at.LATE);
    this.program = kernel.words(at.PROGRAM, (at.PROGRAM_END - at.PROGRAM) / 4);
    const columns = (count: number): Columns => {
      const floats = at.RUN_COLUMNS.map(() => kernel.room.floats(count));
      const birth = kernel.room.doubles(count);
      return { floats, birth, places: Uint32Array.from([...floats, birth], (column) => column.byteOffset) };
    };
    this.block = columns(BLOCK);
    this.one = columns(16);
    this.rest = kernel.words(at.EXTRA, 2);
    this.looked = lookedIn(kernel);
    this.extra = this.looked.sums.acceleration.x.byteOffset;
    const { byteOffset } = kernel.room.floats(BLOCK);
    this.dying = kernel.words(byteOffset, BLOCK);
    kernel.words(at.DYING, 1)[0] = byteOffset;
  }

  /**
   * Sums programs over particles at a time, seconds; `take` gets each piece when it stands in {@link sums}: where it
   * begins, and how many.
   */
  sum(programs: Programs, probed: Probed, begin: number, take: (first: number, count: number) => void): void {
    this.pointers.set(this.block.places);
    for (let first = 0; first < probed.count; first += at.PIECE) {
      const count = Math.min(at.PIECE, probed.count - first);
      const own = this.sumsOfLate(programs, probed, begin, first, count);
      for (let i = 0; i < count; i++) this.write(probed, i, first + i, probed.time[first + i]! - begin);
      this.run(programs.program, count);
      for (const [i, sums] of own) this.sums.forEach((column, c) => (column[i] = sums[c]!));
      take(first, count);
    }
  }

  /**
   * Points the kernel to the block that begins at a slot, or to a copy of it where that stands elsewhere; a step of it
   * begins at a time, seconds.
   */
  pointTo(population: Population, start: number, begin = 0): Block {
    const block = blockAt(this.kernel, population, start);
    this.times[0] = begin;
    if (!block.places) this.copied(block);
    this.pointers.set(block.places ?? this.block.places);
    return block;
  }

  /** Takes places and velocities back from a copy of a block. */
  putBack({ floats, places }: BlockViews): void {
    if (places) return;
    for (let c = 0; c < CHANGED; c++) {
      const to = floats[c]!;
      const from = this.block.floats[c]!;
      to.set(to.length === BLOCK ? from : from.subarray(0, to.length));
    }
  }

  /** The step of so many particles, up to a block, from a slot on. */
  step(programs: Programs, { population, start, count, begin, end, rest }: Stepped, ends: Ends): void {
    const block = this.pointTo(population, start, begin);
    const { floats, birth } = block.places ? block : this.block;
    const settled = isSettled(block, population, start, count, begin, end);
    const late = programs.programAt && !settled ? this.lateOf(floats, birth, count, begin) : NOBODY;
    this.times[1] = end;
    this.settled[0] = Number(settled);
    this.load(programs.program);
    this.bring(rest);
    const found = this.kernel.run.step(at.PROGRAM, count);
    ends.lost ||= found < 0;
    const dead = found & 0x7fffffff;
    for (let i = 0; i < dead; i++) ends.dead.push(start + this.dying[i]!);
    for (const one of late) this.stepOne(programs, one, end, rest, floats, ends);
    this.rest[0] = 0;
    this.putBack(block);
  }

  /** A block of particles as others sum them; `middle` is the middle of the step, seconds. */
  lookAt(population: Population, start: number, count: number, begin: number, end: number, middle: number): Looked {
    this.pointTo(population, start, begin);
    this.times[1] = end;
    this.middle[0] = middle;
    this.kernel.run.look(count);
    const { looked } = this;
    looked.block.count = count;
    looked.block.id.set(population.id.subarray(start, start + count));
    looked.block.body.set(looked.block.id);
    return looked;
  }

  /** Has a step add what others have summed, from one of the block on. */
  private bring(rest: Stepped['rest'], first = 0): void {
    this.rest[0] = rest ? this.extra + 8 * first : 0;
    this.rest[1] = Number(rest === 'carries');
  }

  private load(program: Uint32Array): void {
    if (this.loaded !== program) this.program.set(program);
    this.loaded = program;
  }

  private run(program: Uint32Array, count: number): void {
    this.load(program);
    this.kernel.run.sum(at.PROGRAM, count);
  }

  private write({ position: { x, y, z }, mass }: Probed, to: number, i: number, late: number): void {
    const { floats } = this.block;
    floats[0]![to] = x[i]!;
    floats[1]![to] = y[i]!;
    floats[2]![to] = z[i]!;
    if (mass) floats[MASS]![to] = mass[i]!;
    this.late[to] = late;
  }

  /** Sums of those of a piece that begin later, by programs of their own. */
  private sumsOfLate(
    { programAt }: Programs,
    probed: Probed,
    begin: number,
    first: number,
    count: number,
  ): [number, number[]][] {
    const found: [number, number[]][] = [];
    for (let i = 0; programAt && i < count; i++) {
      const time = probed.time[first + i]!;
      if (time === begin) continue;
      this.write(probed, 0, first + i, 0);
      this.run(programAt(time), 1);
      found.push([i, this.sums.map((column) => column[0]!)]);
    }
    return found;
  }

  /**
   * The step of a particle that is born in it, by a program of its own; what came of it with the others does not count.
   */
  private stepOne(
    { programAt }: Programs,
    { slot, state, birth }: Late,
    end: number,
    rest: Stepped['rest'],
    floats: readonly Float32Array[],
    ends: Ends,
  ): void {
    this.pointers.set(this.one.places);
    this.one.floats.forEach((column, c) => (column[0] = state[c]!));
    this.one.birth[0] = birth;
    this.settled[0] = 0;
    this.load(programAt!((birth + end) / 2));
    this.bring(rest, slot);
    if (this.kernel.run.step(at.PROGRAM, 1) < 0) ends.lost = true;
    for (let c = 0; c < CHANGED; c++) floats[c]![slot] = this.one.floats[c]![0]!;
  }

  /** Particles of a block that are born later in the step, as they are before it. */
  private lateOf(floats: readonly Float32Array[], birth: Float64Array, count: number, begin: number): Late[] {
    const found: Late[] = [];
    for (let slot = 0; slot < count; slot++)
      if (birth[slot]! > begin) found.push({ slot, state: floats.map((column) => column[slot]!), birth: birth[slot]! });
    return found;
  }

  private copied({ floats, birth }: BlockViews): Columns {
    floats.forEach((column, c) => this.block.floats[c]!.set(column));
    this.block.birth.set(birth);
    return this.block;
  }
}
