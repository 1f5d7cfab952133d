import type { KernelDescriptor, DescriptorOf } from '../../core/kinds/contracts/kernel-descriptor';
import { LAMB_OSEEN } from '../../core/kinds/fields/vortex';
import type { Vector } from '../../core/lib/math/vector';
import type { Rotation } from '../../core/lib/math/rotation';
import { LATTICE_PRIMES } from '../../core/lib/noise/simplex-hash';
import { FLAGS, HEAD, KINDS, OCTAVE, PROGRAM, PROGRAM_END, ROW } from './layout';

/** Where a field is seen from. */
export interface Sight {
  readonly position: Vector;
  readonly scale: number;
  readonly rotation: Rotation | undefined;
}

/** How the weights of a field fall off around a box; a ball is one of no size. */
export interface Fall {
  /** Half its sides: 0 where it is flat, ∞ where it has no end. */
  readonly halves: Vector;
  readonly curve: number;
  /** Whether it is 1 outside and 0 inside the inner radius. */
  readonly inverted: boolean;
  readonly inner: number;
  readonly slope: number;
}

/** What a row says beside its descriptor. */
export interface RowHead {
  readonly placement: Sight;
  /** Undefined where it is everywhere. */
  readonly fall: Fall | undefined;
  readonly send: number;
  /** Where its sums are, bytes. */
  readonly target: number;
  /** Whether what it comes to is divided by the masses. */
  readonly weighty: boolean;
}

/** What is the same for all particles. */
export interface Even {
  readonly acceleration: Vector;
  readonly medium: Vector;
  readonly rate: number;
  readonly quadratic: number;
  /** Whether any row adds to the velocity of the medium; and any, or what is the same for all, to quadratic drag. */
  readonly carries: boolean;
  readonly squares: boolean;
}

const SWIRLS = { even: 0, solid: 1, smooth: 2 } as const;

/**
 * The kernel tells places of the lattice from the bits of a float that has 1.5 · 2²³ added, and hashes those as they
 * are: this is what that adds to a hash.
 */
const LATTICE = Math.imul(
  LATTICE_PRIMES.reduce((sum, prime) => sum + prime, 0),
  0x4b400000,
);

/** Where a word of a program stands in the memory of the kernel, bytes. */
const placeOf = (word: number): number => PROGRAM + 4 * word;

/**
 * A program of the kernel, written here and put into its memory when it is run. Words are floats or whole numbers; see
 * layout.ts.
 */
export class Program {
  private readonly floats: Float32Array;
  private readonly words: Uint32Array;
  /**
   * Words to where its rows end, to the row before where that is seen from a place, and to where its octaves end: those
   * begin after room for all rows.
   */
  private rowsEnd: number = HEAD.size;
  private last: number | undefined;
  private octavesEnd: number;

  /**
   * `own`: for particles that begin at this very time, seconds, and not for those that begin later in a step from then
   * on. With room for so many rows and octaves.
   */
  constructor(
    private readonly time: number,
    private readonly own: boolean,
    rows: number,
    octaves: number,
  ) {
    this.octavesEnd = HEAD.size + rows * ROW.size;
    this.floats = new Float32Array(this.octavesEnd + octaves * OCTAVE);
    this.words = new Uint32Array(this.floats.buffer);
  }

  /** Whether there is room in the kernel for so many rows and octaves. */
  static holds(rows: number, octaves: number): boolean {
    return 4 * (HEAD.size + rows * ROW.size + octaves * OCTAVE) <= PROGRAM_END - PROGRAM;
  }

  /** A vector that is the same everywhere, in world axes. */
  same(head: RowHead, vector: Vector): void {
    this.put(this.row('same', head) + ROW.vector, vector);
  }

  /** Drag in a falloff shape: its linear and quadratic rates. */
  slow(head: RowHead, rate: number, quadratic: number): void {
    const at = this.row('slow', head) + ROW.vector;
    this.floats[at] = rate;
    this.floats[at + 1] = quadratic;
  }

  /** A field that is another at every place. */
  field(head: RowHead, descriptor: Exclude<KernelDescriptor, { kind: 'same' }>): void {
    if (descriptor.kind === 'curl') this.curl(head, descriptor);
    else if (descriptor.kind === 'vortex') this.vortex(head, descriptor);
    else this.pull(head, descriptor);
  }

  /** All of it, with what is the same for all, as it stands in the kernel from {@link PROGRAM} on. */
  finished(even: Even): Uint32Array {
    const { floats, words } = this;
    words[HEAD.rows] = placeOf(HEAD.size);
    words[HEAD.rowsEnd] = placeOf(this.rowsEnd);
    this.put(HEAD.acceleration, even.acceleration);
    this.put(HEAD.medium, even.medium);
    floats[HEAD.rate] = even.rate;
    floats[HEAD.quadratic] = even.quadratic;
    words[HEAD.carries] = Number(even.carries);
    words[HEAD.squares] = Number(even.squares);
    return words;
  }

  private put(at: number, numbers: ArrayLike<number>): void {
    for (let i = 0; i < numbers.length; i++) this.floats[at + i] = numbers[i]!;
  }

  /** Begins a row; gives where it stands, words. */
  private row(
    kind: keyof typeof KINDS,
    { placement: { position, scale, rotation }, fall, send, target, weighty }: RowHead,
  ): number {
    const { floats, words } = this;
    const row = this.rowsEnd;
    this.rowsEnd += ROW.size;
    const looks = fall !== undefined || (kind !== 'same' && kind !== 'slow');
    const moved = looks && (rotation !== undefined || scale !== 1 || position.some((n) => n !== 0));
    words[row + ROW.kind] = KINDS[kind];
    words[row + ROW.flags] =
      (moved ? FLAGS.moved : 0) |
      (rotation ? FLAGS.turned : 0) |
      (fall ? FLAGS.bounded : 0) |
      (weighty ? FLAGS.weighty : 0);
    words[row + ROW.target] = target;
    this.put(row + ROW.origin, position);
    floats[row + ROW.shrink] = 1 / scale;
    if (rotation) this.put(row + ROW.rotation, rotation);
    if (fall) {
      if (fall.halves.some((n) => n !== 0)) words[row + ROW.flags]! |= FLAGS.boxed;
      if (fall.inverted) words[row + ROW.flags]! |= FLAGS.inverted;
      this.put(row + ROW.halves, fall.halves);
      words[row + ROW.curve] = fall.curve;
      floats[row + ROW.inner] = fall.inner;
      floats[row + ROW.slope] = fall.slope;
    }
    floats[row + ROW.send] = send;
    if (looks && this.isAlike(row)) words[row + ROW.flags]! |= FLAGS.alike;
    this.last = looks ? row : undefined;
    return row;
  }

  /** Whether a row is seen and weighed as the one before it. */
  private isAlike(row: number): boolean {
    const { words, last } = this;
    if (last === undefined) return false;
    const seen = FLAGS.moved | FLAGS.turned | FLAGS.bounded | FLAGS.boxed | FLAGS.inverted;
    if (((words[row + ROW.flags]! ^ words[last + ROW.flags]!) & seen) !== 0) return false;
    const same = (from: number, count: number) => {
      for (let word = from; word < from + count; word++) if (words[row + word] !== words[last + word]) return false;
      return true;
    };
    return same(ROW.origin, ROW.vector - ROW.origin) && same(ROW.halves, 3);
  }

  private curl(head: RowHead, { drift, layersAt, size }: DescriptorOf<'curl'>): void {
    const { floats, words } = this;
    const row = this.row('curl', head);
    if (drift.some((n) => n !== 0)) {
      words[row + ROW.flags]! |= FLAGS.drifts;
      drift.forEach((n, axis) => {
        floats[row + ROW.vector + axis] = n * this.time;
        if (!this.own) floats[row + ROW.own + axis] = n;
      });
    }
    words[row + ROW.own + 3] = placeOf(this.octavesEnd);
    for (const { frequency, seed, amplitude, shift } of layersAt(this.time)) {
      floats[this.octavesEnd] = frequency;
      words[this.octavesEnd + 1] = seed - LATTICE;
      floats[this.octavesEnd + 2] = amplitude;
      floats[this.octavesEnd + 3] = shift;
      this.octavesEnd += OCTAVE;
    }
    words[row + ROW.own + 4] = placeOf(this.octavesEnd);
    if (size !== undefined) {
      words[row + ROW.flags]! |= FLAGS.sized;
      floats[row + ROW.own + 5] = size;
    }
  }

  private vortex(
    head: RowHead,
    { u, v, axis, lift, strength, radius, inwardPull, swirl }: DescriptorOf<'vortex'>,
  ): void {
    const { floats, words } = this;
    const row = this.row('vortex', head);
    if (inwardPull !== 0) words[row + ROW.flags]! |= FLAGS.gathers;
    if (axis[1] === 1) words[row + ROW.flags]! |= FLAGS.upright;
    axis.forEach((n, i) => (floats[row + ROW.vector + i] = lift * n));
    this.put(row + ROW.own, u);
    this.put(row + ROW.own + 3, v);
    words[row + ROW.own + 6] = SWIRLS[swirl];
    floats[row + ROW.own + 7] = 1 / (radius * radius);
    floats[row + ROW.own + 8] =
      swirl === 'smooth' ? (LAMB_OSEEN * strength) / radius : swirl === 'solid' ? strength / radius : strength;
    floats[row + ROW.own + 9] = inwardPull;
  }

  private pull(head: RowHead, { strength, power, softening, hollow }: DescriptorOf<'pull'>): void {
    const row = this.row('pull', head);
    this.words[row + ROW.own] = power;
    this.put(row + ROW.own + 1, [-strength, softening * softening, hollow * hollow]);
  }
}
