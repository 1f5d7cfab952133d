import { vectorBy } from '../math/vector';
import type { Lattice } from './lattice';

/** Cells along the longest side of the box around a surface. */
const CELLS = 64;

/** Finds the places of a surface that lie in a box, by a grid of cells. */
export class NearPlaces {
  private readonly low: [number, number, number];
  private readonly counts: [number, number, number];
  private readonly cell: number;
  /** Where the places of each cell begin in `sorted`. */
  private readonly starts: Uint32Array;
  private readonly sorted: Uint32Array;

  constructor({ positions, count }: Lattice) {
    const low: [number, number, number] = [Infinity, Infinity, Infinity];
    const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
    for (let i = 0; i < 3 * count; i++) {
      const k = i % 3;
      low[k] = Math.min(low[k]!, positions[i]!);
      high[k] = Math.max(high[k]!, positions[i]!);
    }
    const longest = Math.max(high[0] - low[0], high[1] - low[1], high[2] - low[2]);
    this.low = low;
    this.cell = longest > 0 ? longest / CELLS : 1;
    const cells = (k: 0 | 1 | 2) => (count > 0 ? Math.floor((high[k] - low[k]) / this.cell) + 1 : 1);
    this.counts = [cells(0), cells(1), cells(2)];
    this.starts = new Uint32Array(this.counts[0] * this.counts[1] * this.counts[2] + 1);
    const cellOf = (i: number) =>
      this.along(0, positions[3 * i]!) +
      this.counts[0] * (this.along(1, positions[3 * i + 1]!) + this.counts[1] * this.along(2, positions[3 * i + 2]!));
    for (let i = 0; i < count; i++) this.starts[cellOf(i) + 1]!++;
    for (let c = 1; c < this.starts.length; c++) this.starts[c]! += this.starts[c - 1]!;
    const next = this.starts.slice();
    this.sorted = new Uint32Array(count);
    for (let i = 0; i < count; i++) this.sorted[next[cellOf(i)]!++] = i;
  }

  /** Calls for every place in the cells that a box touches, given by its lowest and highest corner. */
  within(low: readonly number[], high: readonly number[], call: (place: number) => void): void {
    const from = vectorBy((k) => this.along(k, low[k]!));
    const to = vectorBy((k) => this.along(k, high[k]!));
    for (let z = from[2]; z <= to[2]; z++)
      for (let y = from[1]; y <= to[1]; y++) {
        const row = this.counts[0] * (y + this.counts[1] * z);
        const end = this.starts[row + to[0] + 1]!;
        for (let s = this.starts[row + from[0]]!; s < end; s++) call(this.sorted[s]!);
      }
  }

  private along(k: number, value: number): number {
    return Math.min(this.counts[k]! - 1, Math.max(0, Math.floor((value - this.low[k]!) / this.cell)));
  }
}
