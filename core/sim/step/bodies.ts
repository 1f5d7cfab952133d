import { recordBy } from '../../lib/record';
import { exp } from '../../lib/math/exact';
import type { ParticleBlock } from '../../lib/particle-block';
import type { Sums } from '../../kinds/contracts/sums';
import { meanDecay } from './means';
import { pointOf, type Constraints, type SpawnPose } from '../../kinds/bodies/body';
import { bodyTable } from '../../kinds/bodies/table';
import { KILLED, type Population } from './population';

/** How a birth found its place, so that it is found again. */
export interface Found {
  readonly k: number;
  readonly purpose: number;
}

/** Births of bodies: number, and how its place is found again. */
export type KeptBirths = readonly (readonly [body: number, k: number, purpose: number])[];

/** Where particles were at the beginning of a substep, and how fast. */
interface Before {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly z: Float32Array;
  readonly vx: Float32Array;
  readonly vy: Float32Array;
  readonly vz: Float32Array;
}

const PARTS = ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const;

const roomFor = (n: number): Before => recordBy(PARTS, () => new Float32Array(n));

/** The bodies of one emitter: keeps the particles of each birth together. */
export class Bodies {
  /** Where and how fast the particles were before the substep, by slot. */
  before = roomFor(0);
  /** How hard drag makes each particle to move, by slot. */
  private weights = new Float32Array(0);
  private readonly found = new Map<number, Found>();
  private readonly stands = new Map<number, SpawnPose>();
  private readonly now: Float64Array;
  private readonly was: Float64Array;
  private readonly rest: Float64Array;
  private readonly state: Uint8Array;
  private readonly weight: Float64Array;

  constructor(
    public constraints: Constraints,
    private readonly standAt: (body: number, found: Found, frame: number) => SpawnPose,
    /** True where neither the emitter nor its shape moves. */
    private readonly still: boolean,
    private readonly fps: number,
    /** What it is at a frame, where its numbers move. */
    private readonly constraintsAt?: (frame: number) => Constraints,
  ) {
    const room = () => new Float64Array(3 * constraints.points);
    [this.now, this.was, this.rest] = [room(), room(), room()];
    this.state = new Uint8Array(constraints.points);
    this.weight = new Float64Array(constraints.points);
  }

  /** Takes note of a birth. */
  note(body: number, found: Found): void {
    this.found.set(body, found);
  }

  /** What is known of births, to be taken by {@link take}. */
  keep(): KeptBirths {
    return [...this.found].map(([body, { k, purpose }]) => [body, k, purpose] as const);
  }

  /** Takes what was kept, at that frame. */
  take(births: KeptBirths, frame: number): void {
    this.found.clear();
    this.stands.clear();
    for (const [body, k, purpose] of births) this.found.set(body, { k, purpose });
    if (this.constraintsAt) this.constraints = this.constraintsAt(frame);
  }

  /** True for a particle that stays at its place of rest. */
  isHeld(id: number): boolean {
    return this.constraints.isHeld(pointOf(id, this.constraints.points));
  }

  /** Remembers where all particles are, at the beginning of a substep. */
  remember({ columns, count }: Population): void {
    if (this.before.x.length < count) {
      this.before = roomFor(count * 2);
      this.weights = new Float32Array(count * 2);
    }
    for (const part of PARTS) this.before[part].set(columns[part].subarray(0, count));
  }

  /**
   * Takes note of the drag that a block of particles was stepped with. A pull a over a step gives a velocity φ·a·dt, φ
   * = (1 − e^(−C·dt))/(C·dt): a constraint that is to balance it pulls on a mass that is as much heavier.
   */
  heed(start: number, { count, step, velocity }: ParticleBlock, { dragRate, quadratic, medium }: Sums): void {
    for (let i = 0; i < count; i++) {
      let rate = dragRate[i]!;
      if (quadratic[i]! > 0) {
        const [x, y, z] = [velocity.x[i]! - medium.x[i]!, velocity.y[i]! - medium.y[i]!, velocity.z[i]! - medium.z[i]!];
        rate += quadratic[i]! * Math.sqrt(x * x + y * y + z * z);
      }
      const decay = rate * step[i]!;
      this.weights[start + i] = 1 / meanDecay(decay, exp(-decay));
    }
  }

  /** Moves all particles to where their constraints let them be, at the end of a substep; frames. */
  settle(population: Population, from: number, to: number): void {
    if (this.constraintsAt) this.constraints = this.constraintsAt(to);
    const { points } = this.constraints;
    const { id, count, held, columns } = population;
    const { bodies, slots } = bodyTable(
      id,
      count,
      points,
      (slot) => held[slot] === KILLED || Number.isNaN(columns.vx[slot]!),
    );
    bodies.forEach((body, b) =>
      this.settleOne(population, body, slots.subarray(b * points, (b + 1) * points), from, to),
    );
    if (this.found.size > 2 * bodies.length + 1024) this.forget(bodies);
  }

  private settleOne(
    { columns, birth, held }: Population,
    body: number,
    slots: Int32Array,
    from: number,
    to: number,
  ): void {
    const { constraints, now, was, rest, state, weight, before } = this;
    const seconds = (to - from) / this.fps;
    const stand = this.standOf(body, to);
    if (!stand) return;
    constraints.rest(stand, rest);
    for (let j = 0; j < slots.length; j++) {
      const slot = slots[j]!;
      if (slot < 0) {
        state[j] = 0;
        continue;
      }
      // A body moves from the first whole substep after its birth on.
      const newborn = birth[slot]! * this.fps > from + 1e-6;
      const stays = constraints.isHeld(j);
      state[j] = stays || newborn || held[slot]! > 0 ? 2 : 1;
      weight[j] = this.weights[slot]!;
      const at = 3 * j;
      const source = stays ? undefined : newborn ? before : columns;
      now[at] = source ? source.x[slot]! : rest[at]!;
      now[at + 1] = source ? source.y[slot]! : rest[at + 1]!;
      now[at + 2] = source ? source.z[slot]! : rest[at + 2]!;
      was[at] = before.x[slot]!;
      was[at + 1] = before.y[slot]!;
      was[at + 2] = before.z[slot]!;
    }
    constraints.settle({ now, before: was, rest, state, weight, seconds });
    for (let j = 0; j < slots.length; j++) {
      const slot = slots[j]!;
      if (slot < 0) continue;
      if (state[j] === 2) this.stay(columns, slot, j, seconds);
      else this.move(columns, slot, j, seconds);
    }
  }

  /** A particle that its constraints have taken elsewhere than the fields did. */
  private move(columns: Population['columns'], slot: number, j: number, seconds: number): void {
    const { now } = this;
    columns.vx[slot]! += (now[3 * j]! - columns.x[slot]!) / seconds;
    columns.vy[slot]! += (now[3 * j + 1]! - columns.y[slot]!) / seconds;
    columns.vz[slot]! += (now[3 * j + 2]! - columns.z[slot]!) / seconds;
    columns.x[slot] = now[3 * j]!;
    columns.y[slot] = now[3 * j + 1]!;
    columns.z[slot] = now[3 * j + 2]!;
  }

  /** One that is held has the velocity of what holds it. */
  private stay(columns: Population['columns'], slot: number, j: number, seconds: number): void {
    const { now, was } = this;
    columns.vx[slot] = (now[3 * j]! - was[3 * j]!) / seconds;
    columns.vy[slot] = (now[3 * j + 1]! - was[3 * j + 1]!) / seconds;
    columns.vz[slot] = (now[3 * j + 2]! - was[3 * j + 2]!) / seconds;
    columns.x[slot] = now[3 * j]!;
    columns.y[slot] = now[3 * j + 1]!;
    columns.z[slot] = now[3 * j + 2]!;
  }

  private standOf(body: number, frame: number): SpawnPose | undefined {
    const found = this.found.get(body);
    if (!found) return undefined;
    if (!this.still) return this.standAt(body, found, frame);
    let stand = this.stands.get(body);
    if (!stand) {
      stand = this.standAt(body, found, frame);
      this.stands.set(body, stand);
    }
    return { ...stand, time: frame / this.fps };
  }

  /** Lets go of what is known of bodies that are dead. */
  private forget(alive: readonly number[]): void {
    const living = new Set(alive);
    for (const body of this.found.keys())
      if (!living.has(body)) {
        this.found.delete(body);
        this.stands.delete(body);
      }
  }
}
