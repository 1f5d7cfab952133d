import type { Population } from '../step/population';

/** Told of each particle within the radius: the way from it to the place asked for, its distance, and its velocity; world axes. */
export type Meet = (dx: number, dy: number, dz: number, distance: number, vx: number, vy: number, vz: number) => void;

/** Bits of a cell's three coordinates, as a number in 0 … mask. */
const bucketOf = (x: number, y: number, z: number, mask: number) =>
  (Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca6b) ^ Math.imul(z, 0xc2b2ae35)) & mask;

/** Columns of the particles, in the order of their buckets. */
class Columns {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly z: Float64Array;
  readonly vx: Float64Array;
  readonly vy: Float64Array;
  readonly vz: Float64Array;
  readonly cx: Int32Array;
  readonly cy: Int32Array;
  readonly cz: Int32Array;
  readonly id: Uint32Array;
  readonly emitter: Uint16Array;

  constructor(readonly room: number) {
    const reals = () => new Float64Array(room);
    const whole = () => new Int32Array(room);
    [this.x, this.y, this.z, this.vx, this.vy, this.vz] = [reals(), reals(), reals(), reals(), reals(), reals()];
    [this.cx, this.cy, this.cz] = [whole(), whole(), whole()];
    this.id = new Uint32Array(room);
    this.emitter = new Uint16Array(room);
  }
}

/**
 * Where the particles of some emitters are at the beginning of a substep, in cubes as wide as the radius, so that those around a place
 * are found in 27 of them. Cubes are found by a hash: how far apart particles are costs nothing. Neighbours are met cube by cube and
 * in a cube by their keys, so that neither slots nor threads show in a sum.
 */
export class Neighbours {
  private columns = new Columns(0);
  /** Where each bucket begins in the columns; the last is their end. */
  private starts = new Uint32Array(2);
  private mask = 0;
  private count = 0;

  constructor(
    /** Metres. */
    readonly radius: number,
    /** Whose particles, by the order of the scene. */
    private readonly emitters: readonly number[],
    /** The share of the particles that takes part. */
    readonly share: number,
  ) {}

  /** Takes down where all are. */
  freeze(populations: readonly Population[]): void {
    this.count = this.emitters.reduce((n, e) => n + (populations[e]?.count ?? 0), 0);
    const { count } = this;
    if (this.columns.room < count) {
      this.columns = new Columns(Math.ceil(count * 1.25));
    }
    let buckets = 1;
    while (buckets < count) buckets *= 2;
    this.mask = buckets - 1;
    if (this.starts.length !== buckets + 1) this.starts = new Uint32Array(buckets + 1);
    this.place(populations);
  }

  /** Counting sort by bucket, then by emitter and key within each. */
  private place(populations: readonly Population[]): void {
    const { starts, mask, columns } = this;
    const inverse = 1 / this.radius;
    starts.fill(0);
    const each = (tell: (population: Population, emitter: number, slot: number, x: number, y: number, z: number) => void) => {
      for (const emitter of this.emitters) {
        const population = populations[emitter];
        if (!population) continue;
        const { x, y, z } = population.columns;
        for (let slot = 0; slot < population.count; slot++)
          tell(population, emitter, slot, Math.floor(x[slot]! * inverse), Math.floor(y[slot]! * inverse), Math.floor(z[slot]! * inverse));
      }
    };
    each((_p, _e, _s, x, y, z) => void starts[bucketOf(x, y, z, mask) + 1]!++);
    for (let b = 0; b <= mask; b++) starts[b + 1]! += starts[b]!;
    const next = starts.slice(0, mask + 1);
    each((population, emitter, slot, x, y, z) => {
      const bucket = bucketOf(x, y, z, mask);
      const id = population.id[slot]!;
      // Few share a bucket: each is put in before those that come after it.
      let at = next[bucket]!++;
      const { columns: from } = population;
      while (at > starts[bucket]! && after(columns, at - 1, emitter, id)) {
        move(columns, at - 1, at);
        at--;
      }
      columns.x[at] = from.x[slot]!;
      columns.y[at] = from.y[slot]!;
      columns.z[at] = from.z[slot]!;
      columns.vx[at] = from.vx[slot]!;
      columns.vy[at] = from.vy[slot]!;
      columns.vz[at] = from.vz[slot]!;
      columns.cx[at] = x;
      columns.cy[at] = y;
      columns.cz[at] = z;
      columns.id[at] = id;
      columns.emitter[at] = emitter;
    });
  }

  /** Tells of all within the radius of a place but one particle itself. */
  around(x: number, y: number, z: number, emitter: number, id: number, meet: Meet): void {
    if (this.count === 0) return;
    const { starts, mask, columns, radius } = this;
    const { cx, cy, cz } = columns;
    const inverse = 1 / radius;
    const square = radius * radius;
    const [ix, iy, iz] = [Math.floor(x * inverse), Math.floor(y * inverse), Math.floor(z * inverse)];
    for (let kz = iz - 1; kz <= iz + 1; kz++)
      for (let ky = iy - 1; ky <= iy + 1; ky++)
        for (let kx = ix - 1; kx <= ix + 1; kx++) {
          const bucket = bucketOf(kx, ky, kz, mask);
          const end = starts[bucket + 1]!;
          for (let i = starts[bucket]!; i < end; i++) {
            const dx = x - columns.x[i]!;
            const dy = y - columns.y[i]!;
            const dz = z - columns.z[i]!;
            const d2 = dx * dx + dy * dy + dz * dz;
            if (d2 >= square || cx[i] !== kx || cy[i] !== ky || cz[i] !== kz) continue;
            if (columns.id[i] === id && columns.emitter[i] === emitter) continue;
            meet(dx, dy, dz, Math.sqrt(d2), columns.vx[i]!, columns.vy[i]!, columns.vz[i]!);
          }
        }
  }
}

/** Whether an entry comes after a particle in the order by emitter and key. */
function after({ emitter, id }: Columns, at: number, otherEmitter: number, otherId: number): boolean {
  return emitter[at]! > otherEmitter || (emitter[at] === otherEmitter && id[at]! > otherId);
}

function move(columns: Columns, from: number, to: number): void {
  for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz', 'cx', 'cy', 'cz', 'id', 'emitter'] as const)
    columns[name][to] = columns[name][from]!;
}
