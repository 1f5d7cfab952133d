import type { Recipe, RecipeOf } from '../core/fields/recipe';
import type { Vector } from '../core/math/vector';
import type { Rotation } from '../core/math/rotation';
import { LATTICE_PRIMES } from '../core/noise/simplex-hash';
import { FLAGS, HEAD, KINDS, OCTAVE, PROGRAM, PROGRAM_END, ROW } from './layout';

/** Where a field is seen from. */
export interface Sight {
  readonly position: Vector;
  readonly scale: number;
  readonly rotation: Rotation | undefined;
}

/** How the weights of a field fall off in a ball. */
export interface Fall {
  readonly curve: number;
  readonly core: number;
  readonly slope: number;
}

/** What a row says beside its recipe. */
export interface RowHead {
  readonly sight: Sight;
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

/** Peak of the Lamb–Oseen profile: 1 / max (1 − e^(−w²)) / w. */
const LAMB_OSEEN = 1.5669786;

/** The kernel tells places of the lattice from the bits of a float that has 1.5 · 2²³ added, and hashes those as they are: this is what that adds to a hash. */
const LATTICE = Math.imul(
  LATTICE_PRIMES.reduce((sum, prime) => sum + prime, 0),
  0x4b400000,
);

/** A program of the kernel, written here and put into its memory when it is run. Words are floats or whole numbers; see layout.ts. */
export class Program {
  private readonly rows: Float32Array[] = [];
  private readonly octaves: Float32Array[] = [];
  /** The row before, where it is seen from a place. */
  private last: Float32Array | undefined;

  /** `own`: for particles that begin at this very time, seconds, and not for those that begin later in a step from then on. */
  constructor(
    private readonly time: number,
    private readonly own: boolean,
  ) {}

  /** Whether there is room in the kernel for so many rows and octaves. */
  static holds(rows: number, octaves: number): boolean {
    return 4 * (HEAD.size + rows * ROW.size + octaves * OCTAVE) <= PROGRAM_END - PROGRAM;
  }

  /** A vector that is the same everywhere, in world axes. */
  same(head: RowHead, vector: Vector): void {
    this.row('same', head).set(vector, ROW.vector);
  }

  /** Drag in a ball: its linear and quadratic rates. */
  slow(head: RowHead, rate: number, quadratic: number): void {
    this.row('slow', head).set([rate, quadratic], ROW.vector);
  }

  /** A field that is another at every place. */
  field(head: RowHead, recipe: Exclude<Recipe, { kind: 'same' }>): void {
    if (recipe.kind === 'curl') this.curl(head, recipe);
    else if (recipe.kind === 'vortex') this.vortex(head, recipe);
    else this.pull(head, recipe);
  }

  /** All of it, with what is the same for all, as it stands in the kernel from {@link PROGRAM} on. */
  finished(even: Even): Uint32Array {
    const rowsEnd = HEAD.size + this.rows.length * ROW.size;
    const image = new Float32Array(rowsEnd + this.octaves.length * OCTAVE);
    const words = new Uint32Array(image.buffer);
    const at = (word: number) => PROGRAM + 4 * word;
    words[HEAD.rows] = at(HEAD.size);
    words[HEAD.rowsEnd] = at(rowsEnd);
    image.set(even.acceleration, HEAD.acceleration);
    image.set(even.medium, HEAD.medium);
    image[HEAD.rate] = even.rate;
    image[HEAD.quadratic] = even.quadratic;
    words[HEAD.carries] = Number(even.carries);
    words[HEAD.squares] = Number(even.squares);
    this.rows.forEach((row, i) => image.set(row, HEAD.size + i * ROW.size));
    this.octaves.forEach((octave, i) => image.set(octave, rowsEnd + i * OCTAVE));
    // Rows of noise know their octaves by their numbers until it is known where those stand.
    for (let i = 0; i < this.rows.length; i++) {
      const row = HEAD.size + i * ROW.size;
      if (words[row + ROW.kind] !== KINDS.curl) continue;
      for (const word of [3, 4]) words[row + ROW.own + word] = at(rowsEnd + words[row + ROW.own + word]! * OCTAVE);
    }
    return words;
  }

  private row(kind: keyof typeof KINDS, { sight: { position, scale, rotation }, fall, send, target, weighty }: RowHead): Float32Array {
    const row = new Float32Array(ROW.size);
    const words = new Uint32Array(row.buffer);
    const looks = fall !== undefined || (kind !== 'same' && kind !== 'slow');
    const moved = looks && (rotation !== undefined || scale !== 1 || position.some((n) => n !== 0));
    words[ROW.kind] = KINDS[kind];
    words[ROW.flags] =
      (moved ? FLAGS.moved : 0) | (rotation ? FLAGS.turned : 0) | (fall ? FLAGS.bounded : 0) | (weighty ? FLAGS.weighty : 0);
    words[ROW.target] = target;
    row.set(position, ROW.origin);
    row[ROW.shrink] = 1 / scale;
    if (rotation) row.set(rotation, ROW.rotation);
    if (fall) {
      words[ROW.curve] = fall.curve;
      row[ROW.core] = fall.core;
      row[ROW.slope] = fall.slope;
    }
    row[ROW.send] = send;
    if (looks && this.isAlike(row)) words[ROW.flags]! |= FLAGS.alike;
    this.last = looks ? row : undefined;
    this.rows.push(row);
    return row;
  }

  /** Whether a row is seen and weighed as the one before it. */
  private isAlike(row: Float32Array): boolean {
    const { last } = this;
    if (!last) return false;
    const [words, before] = [new Uint32Array(row.buffer), new Uint32Array(last.buffer)];
    const seen = FLAGS.moved | FLAGS.turned | FLAGS.bounded;
    if (((words[ROW.flags]! ^ before[ROW.flags]!) & seen) !== 0) return false;
    for (let word = ROW.origin; word <= ROW.send; word++) if (words[word] !== before[word]) return false;
    return true;
  }

  private curl(head: RowHead, { drift, layersAt, size }: RecipeOf<'curl'>): void {
    const row = this.row('curl', head);
    const words = new Uint32Array(row.buffer);
    if (drift.some((n) => n !== 0)) {
      words[ROW.flags]! |= FLAGS.drifts;
      row.set(
        drift.map((n) => n * this.time),
        ROW.vector,
      );
      if (!this.own) row.set(drift, ROW.own);
    }
    words[ROW.own + 3] = this.octaves.length;
    for (const { frequency, seed, amplitude } of layersAt(this.time)) {
      const octave = Float32Array.of(frequency, 0, amplitude, 0);
      new Int32Array(octave.buffer)[1] = seed - LATTICE;
      this.octaves.push(octave);
    }
    words[ROW.own + 4] = this.octaves.length;
    if (size !== undefined) {
      words[ROW.flags]! |= FLAGS.sized;
      row[ROW.own + 5] = size;
    }
  }

  private vortex(head: RowHead, { u, v, axis, lift, strength, radius, gather, swirl }: RecipeOf<'vortex'>): void {
    const row = this.row('vortex', head);
    const words = new Uint32Array(row.buffer);
    if (gather !== 0) words[ROW.flags]! |= FLAGS.gathers;
    if (axis[1] === 1) words[ROW.flags]! |= FLAGS.upright;
    row.set(
      axis.map((n) => lift * n),
      ROW.vector,
    );
    row.set([...u, ...v], ROW.own);
    words[ROW.own + 6] = SWIRLS[swirl];
    row[ROW.own + 7] = 1 / (radius * radius);
    row[ROW.own + 8] = swirl === 'smooth' ? (LAMB_OSEEN * strength) / radius : swirl === 'solid' ? strength / radius : strength;
    row[ROW.own + 9] = gather;
  }

  private pull(head: RowHead, { strength, power, softening, hollow }: RecipeOf<'pull'>): void {
    const row = this.row('pull', head);
    new Uint32Array(row.buffer)[ROW.own] = power;
    row.set([-strength, softening * softening, hollow * hollow], ROW.own + 1);
  }
}
