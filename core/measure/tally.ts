import type { Vector, VectorColumns } from '../lib/math/vector';
import type { LedgerEntry } from './ledger-entry';

/** Sums over the particles of a substep, and over the substeps of a frame, of what a {@link LedgerEntry} tells. */
export class Tally {
  private readonly change;
  private readonly along;
  private readonly work;
  private readonly whole: [number, number, number] = [0, 0, 0];
  private gained = 0;
  private quickened = 0;
  private hits = 0;
  /** Of the substep at hand. */
  private step;
  /** Means of the last substep. */
  private last = { count: 0, speed: 0, energy: 0 };

  constructor(private readonly terms: number) {
    this.change = new Float64Array(3 * terms);
    this.along = new Float64Array(terms);
    this.work = new Float64Array(terms);
    this.step = empty(terms);
  }

  /**
   * Adds the changes of particle i of a block: its velocity before and after, m/s, its mass, kg. `contact` is the term
   * that tells a hit.
   */
  add(
    changes: readonly VectorColumns[],
    before: VectorColumns,
    after: Vector,
    mass: number,
    i: number,
    contact: number,
  ): void {
    const { step } = this;
    const was: Vector = [before.x[i]!, before.y[i]!, before.z[i]!];
    // m·Δv·(v + v′)/2, summed over the terms, is m·(v′² − v²)/2.
    const [mx, my, mz] = [(was[0] + after[0]) / 2, (was[1] + after[1]) / 2, (was[2] + after[2]) / 2];
    const pace = Math.sqrt(mx * mx + my * my + mz * mz);
    changes.forEach(({ x, y, z }, term) => {
      step.change[3 * term]! += x[i]!;
      step.change[3 * term + 1]! += y[i]!;
      step.change[3 * term + 2]! += z[i]!;
      const product = x[i]! * mx + y[i]! * my + z[i]! * mz;
      step.along[term]! += pace > 0 ? product / pace : 0;
      step.work[term]! += mass * product;
    });
    const [was2, now2] = [was[0] ** 2 + was[1] ** 2 + was[2] ** 2, after[0] ** 2 + after[1] ** 2 + after[2] ** 2];
    for (const axis of [0, 1, 2] as const) step.whole[axis] += after[axis] - was[axis];
    // (v′ − v)·(v′ + v)/2 over the size of that mean.
    step.quickened += pace > 0 ? (now2 - was2) / 2 / pace : 0;
    step.gained += (mass * (now2 - was2)) / 2;
    step.speed += Math.sqrt(now2);
    step.energy += (mass * now2) / 2;
    step.count += 1;
    const { x, y, z } = changes[contact]!;
    if (x[i] !== 0 || y[i] !== 0 || z[i] !== 0) this.hits += 1;
  }

  /** Ends a substep: its means are added to those of the frame. */
  close(): void {
    const { step } = this;
    if (step.count === 0) return;
    const share = 1 / step.count;
    step.change.forEach((n, i) => (this.change[i]! += share * n));
    step.along.forEach((n, i) => (this.along[i]! += share * n));
    step.work.forEach((n, i) => (this.work[i]! += share * n));
    for (const axis of [0, 1, 2] as const) this.whole[axis] += share * step.whole[axis];
    this.gained += share * step.gained;
    this.quickened += share * step.quickened;
    this.last = { count: step.count, speed: share * step.speed, energy: share * step.energy };
    this.step = empty(this.terms);
  }

  /** The account of the frame; undefined where no particle was stepped. */
  entry(frame: number): LedgerEntry | undefined {
    if (this.last.count === 0) return undefined;
    const { change, along, work, whole, gained, quickened, hits, terms } = this;
    const remainder: [number, number, number] = [...whole];
    for (let term = 0; term < terms; term++)
      for (const axis of [0, 1, 2] as const) remainder[axis] -= change[3 * term + axis]!;
    return { frame, change, along, work, whole, remainder, gained, quickened, hits, ...this.last };
  }
}

function empty(terms: number) {
  return {
    count: 0,
    change: new Float64Array(3 * terms),
    along: new Float64Array(terms),
    work: new Float64Array(terms),
    whole: [0, 0, 0] as [number, number, number],
    gained: 0,
    quickened: 0,
    speed: 0,
    energy: 0,
  };
}
