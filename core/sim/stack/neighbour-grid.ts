import { ROW, type Neighbours } from '../../kinds/contracts/neighbours';
import { vectorBy } from '../../lib/math/vector';
import { luckOf, uniform, uniformOf } from '../../lib/random/lookup';
import type { SeenParticles } from './seen-particles';

/** Room for the neighbours of one particle; what does not fit is passed over. */
const MOST_MET = 65536;

/** Rows are as wide and high as the radius, and cut across into so many slices a radius. */
const SLICES = 3;

/**
 * How far apart the buckets of rows are where particles are too scattered for a bucket a slice: they share them then,
 * at random.
 */
const SCATTERED = { y: 0x5bd1e995, z: 0x2c1b3c6d };

/**
 * A bucket with more particles than this holds a sample of about so many. A bucket is as large as a twelfth of the ball
 * of the radius: a particle that has such a crowd all round has some 400 neighbours.
 */
const CROWD = 32;

/** In place of the bucket of a particle that is not in the sample. */
const LEFT_OUT = -1;

/** The purposes of random numbers. */
const SAMPLE = 0x6a09e667;
const APART = 0x3c6ef372;

/**
 * Where the particles of some emitters are in the middle of a substep, sorted into rows along X that are cut into
 * slices, so that those around a place are found in a stretch of nine rows. Each has a bucket of its own, or where
 * particles are far scattered one that it shares: how far apart they are costs nothing. Neighbours are met row by row,
 * slice by slice, and in a bucket by emitter and number, so that neither slots nor threads show in a sum. A crowded
 * bucket holds a sample of its particles, each for several: however many are at one place, one of them costs no more.
 */
export class NeighbourGrid implements Neighbours {
  /** Place and velocity of each particle, world axes, in the order of the buckets. */
  places = new Float32Array(0);
  velocities = new Float32Array(0);
  /** How many particles each stands for, in the order of the buckets. */
  weights = new Float32Array(0);
  private weighted = false;
  /** The last that were found: where their rows begin, and the squares of their distances, m². */
  readonly found = new Int32Array(MOST_MET);
  readonly squares = new Float64Array(MOST_MET);
  private ids = new Uint32Array(0);
  private owners = new Uint16Array(0);
  /** The row that was asked for last, and the buckets of its neighbours and itself. */
  private readonly asked = new Float64Array([NaN, NaN]);
  private readonly bases = new Int32Array(9);
  /** Where each bucket begins; the last is the end of all. */
  private starts = new Uint32Array(2);
  private mask = 0;
  /** From the bucket of a slice to that of the same in the next row along Y and Z. */
  private alongY = 0;
  private alongZ = 0;
  /** Whether no two slices share a bucket. */
  private exact = false;

  constructor(
    /** Metres. */
    readonly radius: number,
    /** Whose particles, by the order of the scene. */
    readonly emitters: readonly number[],
    /** The fraction of the particles that takes part. */
    readonly draftFraction: number,
  ) {}

  /** Takes down where all are. */
  freeze(populations: readonly SeenParticles[]): void {
    const count = this.emitters.reduce((n, e) => n + (populations[e]?.count ?? 0), 0);
    if (this.ids.length < count) {
      const room = Math.ceil(count * 1.25);
      this.places = new Float32Array(ROW * room);
      this.velocities = new Float32Array(ROW * room);
      this.weights = new Float32Array(room).fill(1);
      this.weighted = false;
      this.ids = new Uint32Array(room);
      this.owners = new Uint16Array(room);
    }
    const [nx, ny, nz] = this.widths(populations);
    const whole = nx * ny * nz;
    const dense = whole <= 8 * count + 4096;
    this.exact = dense;
    [this.alongY, this.alongZ] = dense ? [nx, nx * ny] : [SCATTERED.y, SCATTERED.z];
    this.asked.fill(NaN);
    let buckets = 4;
    while (buckets < (dense ? whole : 2 * count)) buckets *= 2;
    this.mask = buckets - 1;
    if (this.starts.length !== buckets + 1) this.starts = new Uint32Array(buckets + 1);
    this.sort(populations, count);
  }

  /** How many slices and rows lie from the first to the last particle along X, Y and Z. */
  private widths(populations: readonly SeenParticles[]): readonly [number, number, number] {
    const span = (axis: 'x' | 'y' | 'z') => {
      let [low, high] = [Infinity, -Infinity];
      for (const emitter of this.emitters) {
        const { count = 0, columns } = populations[emitter] ?? {};
        const column = columns?.[axis];
        for (let slot = 0; slot < count; slot++) {
          const value = column![slot]!;
          if (value < low) low = value;
          if (value > high) high = value;
        }
      }
      return high >= low ? (high - low) / this.radius : 0;
    };
    // With room round them, so that what lies beside a row is no other row’s.
    return [Math.ceil(SLICES * span('x')) + 2 * SLICES + 4, Math.ceil(span('y')) + 3, Math.ceil(span('z')) + 3];
  }

  /** The bucket of the slice at x = 0 in a row along X; those that follow have the buckets that follow. */
  private rowBucket(y: number, z: number): number {
    return (Math.imul(y, this.alongY) + Math.imul(z, this.alongZ)) | 0;
  }

  /** Counting sort by bucket; within each by emitter and key. */
  private sort(populations: readonly SeenParticles[], count: number): void {
    const { starts, mask, places, velocities, ids, owners, emitters } = this;
    const inverse = 1 / this.radius;
    const slices = SLICES * inverse;
    const buckets = new Int32Array(count);
    starts.fill(0);
    let n = 0;
    let isCrowded = false;
    for (const emitter of emitters) {
      const { count: own = 0, columns } = populations[emitter] ?? {};
      for (let slot = 0; slot < own; slot++) {
        const { x, y, z } = columns!;
        const row = this.rowBucket(Math.floor(y[slot]! * inverse), Math.floor(z[slot]! * inverse));
        const bucket = (Math.floor(x[slot]! * slices) + row) & mask;
        buckets[n++] = bucket;
        if (++starts[bucket + 1]! > CROWD) isCrowded = true;
      }
    }
    const crowds = isCrowded ? this.thin(populations, buckets) : undefined;
    for (let b = 0; b <= mask; b++) starts[b + 1]! += starts[b]!;
    this.weigh(crowds);
    const next = starts.slice(0, mask + 1);
    n = 0;
    for (const emitter of emitters) {
      const population = populations[emitter];
      if (!population) continue;
      const { x, y, z, vx, vy, vz } = population.columns;
      for (let slot = 0; slot < population.count; slot++) {
        const bucket = buckets[n++]!;
        if (bucket === LEFT_OUT) continue;
        const id = population.id[slot]!;
        const first = starts[bucket]!;
        let at = next[bucket]!++;
        // Few share a bucket: each is put in before those that come after it.
        for (; at > first && (owners[at - 1]! > emitter || (owners[at - 1] === emitter && ids[at - 1]! > id)); at--) {
          ids[at] = ids[at - 1]!;
          owners[at] = owners[at - 1]!;
          places.copyWithin(ROW * at, ROW * (at - 1), ROW * at);
          velocities.copyWithin(ROW * at, ROW * (at - 1), ROW * at);
        }
        ids[at] = id;
        owners[at] = emitter;
        const row = ROW * at;
        places[row] = x[slot]!;
        places[row + 1] = y[slot]!;
        places[row + 2] = z[slot]!;
        velocities[row] = vx[slot]!;
        velocities[row + 1] = vy[slot]!;
        velocities[row + 2] = vz[slot]!;
      }
    }
  }

  /**
   * Leaves out of each crowded bucket all but a sample, which depends only on emitters and numbers. Gives how many there
   * were in each bucket.
   */
  private thin(populations: readonly SeenParticles[], buckets: Int32Array): Uint32Array {
    const { starts, emitters } = this;
    const counts = starts.slice(1);
    starts.fill(0);
    let n = 0;
    for (const emitter of emitters) {
      const { count = 0, id } = populations[emitter] ?? {};
      for (let slot = 0; slot < count; slot++, n++) {
        const bucket = buckets[n]!;
        const whole = counts[bucket]!;
        const isIn = whole <= CROWD || uniform(emitter, id![slot]!, SAMPLE) * whole < CROWD;
        if (isIn) starts[bucket + 1]!++;
        else buckets[n] = LEFT_OUT;
      }
    }
    return counts;
  }

  /** Sets for how many each of a bucket stands, where some are crowded. */
  private weigh(crowds: Uint32Array | undefined): void {
    const { starts, weights } = this;
    if (this.weighted) weights.fill(1);
    this.weighted = crowds !== undefined;
    crowds?.forEach((count, bucket) => {
      if (count > CROWD)
        weights.fill(count / (starts[bucket + 1]! - starts[bucket]!), starts[bucket], starts[bucket + 1]);
    });
  }

  /** Looks up the buckets of the nine rows about one. */
  private lookUp(iy: number, iz: number): void {
    for (let k = 0; k < 9; k++) this.bases[k] = this.rowBucket(iy - 1 + (k % 3), iz - 1 + Math.floor(k / 3));
    this.asked[0] = iy;
    this.asked[1] = iz;
  }

  /**
   * Finds all within the radius of a place; returns how many, for `found` and `squares`. A particle finds itself there,
   * too.
   */
  around(x: number, y: number, z: number): number {
    const { places, starts, mask, found, squares, radius, asked, bases, exact } = this;
    const inverse = 1 / radius;
    const slices = SLICES * inverse;
    const square = radius * radius;
    const [iy, iz] = [Math.floor(y * inverse), Math.floor(z * inverse)];
    // Particles that follow one another are mostly in the same row.
    if (asked[0] !== iy || asked[1] !== iz) this.lookUp(iy, iz);
    let met = 0;
    // Squares of how far off the rows before, of, and after it are, along Y and Z.
    const [upY, upZ] = [(iy + 1) * radius - y, (iz + 1) * radius - z];
    const [downY, downZ] = [radius - upY, radius - upZ];
    for (let k = 0; k < 9; k++) {
      const ky = k % 3;
      const kz = (k - ky) / 3;
      const offY = ky === 1 ? 0 : ky === 0 ? downY : upY;
      const offZ = kz === 1 ? 0 : kz === 0 ? downZ : upZ;
      const left = square - offY * offY - offZ * offZ;
      if (left <= 0) continue;
      const half = Math.sqrt(left);
      const from = Math.floor((x - half) * slices);
      const first = (from + bases[k]!) & mask;
      const length = Math.min(mask + 1, Math.floor((x + half) * slices) - from + 1);
      // Where the table ends the row goes on from its beginning.
      const rest = Math.max(0, first + length - mask - 1);
      const before = met;
      for (let part = rest > 0 ? 1 : 0; part >= 0; part--) {
        const begin = ROW * starts[part === 0 && rest > 0 ? 0 : first]!;
        const end = ROW * starts[part === 0 && rest > 0 ? rest : first + length - rest]!;
        for (let row = begin; row < end; row += ROW) {
          const dx = x - places[row]!;
          const dy = y - places[row + 1]!;
          const dz = z - places[row + 2]!;
          const d2 = dx * dx + dy * dy + dz * dz;
          // Written in any case and kept where it counts: quicker than a branch that can't be foretold.
          found[met] = row;
          squares[met] = d2;
          met += Number(d2 < square);
        }
        if (met > MOST_MET - 1) break;
      }
      if (!exact) met = this.sift(before, met, iy + ky - 1, iz + kz - 1);
    }
    return met;
  }

  /** Whether a row that was found is that of a particle itself. */
  isItself(row: number, emitter: number, id: number): boolean {
    return this.ids[row / ROW] === id && this.owners[row / ROW] === emitter;
  }

  /**
   * Writes a unit vector from a particle to another one at the very same place: random, but always the same for the two.
   */
  apart(row: number, emitter: number, id: number, out: Float64Array): void {
    const [own, other] = [luckOf(emitter, id), luckOf(this.owners[row / ROW]!, this.ids[row / ROW]!)];
    const pair = luckOf(own, other);
    const [x, y, z] = vectorBy((axis) => 2 * uniformOf(pair, APART + axis) - 1);
    const length = Math.sqrt(x * x + y * y + z * z) || 1;
    out[0] = x / length;
    out[1] = y / length;
    out[2] = z / length;
  }

  /**
   * Keeps of those that were found in a stretch the ones that are of its row: others may share the bucket, and are met
   * on their own.
   */
  private sift(from: number, to: number, ky: number, kz: number): number {
    const { places, found, squares, radius } = this;
    const inverse = 1 / radius;
    let n = from;
    for (let k = from; k < to; k++) {
      const row = found[k]!;
      if (Math.floor(places[row + 1]! * inverse) !== ky || Math.floor(places[row + 2]! * inverse) !== kz) continue;
      found[n] = row;
      squares[n++] = squares[k]!;
    }
    return n;
  }
}
