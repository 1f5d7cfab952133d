/** Float columns of a population, one entry a living particle; all 32 bits. */
export const FLOAT_COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'mass', 'drag', 'size'] as const;
export type FloatColumn = (typeof FLOAT_COLUMNS)[number];

/**
 * The living particles of one emitter, as columns. Slots are filled without gaps; a particle that dies gives its slot to
 * the last one, and nothing depends on the slot a particle sits in.
 */
export class Population {
  count = 0;
  born = 0;
  died = 0;
  retired = 0;
  /** Permanent numbers: amount row · 2²⁸ + k. */
  id = new Uint32Array(0);
  /** Seconds of scene time at birth. */
  birth = new Float64Array(0);
  /** Float columns by name: metres, metres a second, seconds, kilograms, kg/s, metres. */
  readonly columns: Record<FloatColumn, Float32Array> = Object.fromEntries(
    FLOAT_COLUMNS.map((name) => [name, new Float32Array(0)]),
  ) as Record<FloatColumn, Float32Array>;

  /** A slot for one more particle; its columns hold rubbish until they are written. */
  add(): number {
    if (this.count === this.id.length) this.grow();
    return this.count++;
  }

  /** Frees a slot; the last particle moves into it. */
  remove(slot: number): void {
    const last = --this.count;
    if (slot === last) return;
    this.id[slot] = this.id[last]!;
    this.birth[slot] = this.birth[last]!;
    for (const name of FLOAT_COLUMNS) {
      const column = this.columns[name];
      column[slot] = column[last]!;
    }
  }

  private grow(): void {
    const capacity = Math.max(1024, this.id.length * 2);
    const { id, birth } = this;
    this.id = new Uint32Array(capacity);
    this.id.set(id);
    this.birth = new Float64Array(capacity);
    this.birth.set(birth);
    for (const name of FLOAT_COLUMNS) {
      const column = new Float32Array(capacity);
      column.set(this.columns[name]);
      this.columns[name] = column;
    }
  }
}
