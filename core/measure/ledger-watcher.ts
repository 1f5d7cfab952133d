import { exp } from '../lib/math/exact';
import { rateOf } from '../kinds/actions/rate';
import { AXES, copyColumns, vectorColumns, type VectorColumns } from '../lib/math/vector';
import { BLOCK, particleBlock, type ParticleBlock } from '../lib/particle-block';
import type { Leaf } from '../sim/stack/group-members';
import type { Stack } from '../sim/stack/stack';
import { rowScratch } from '../sim/stack/room';
import { sumsOfBlock } from '../kinds/contracts/sums';
import { loadSlots } from '../sim/step/block-io';
import { limitSpeeds, steerAll } from '../sim/step/guide';
import { halfwaySpeed, stepFreely } from '../sim/step/integrate';
import { meanDecay } from '../sim/step/means';
import { brakingOf, brakingRoom, motionRoom } from '../sim/step/brakes';
import { beforeOfBlock, sumAtMiddle } from '../sim/step/sum-at-middle';
import type { Population } from '../sim/step/population';
import type { Stage, StepWatcher } from '../sim/step/watcher';
import { OWN_TERMS, type LedgerEntry } from './ledger-entry';
import { Tally } from './tally';

const OWN = OWN_TERMS.length;

/** Up to a block of the particles that are looked at, over one substep. */
interface Part {
  readonly slots: number[];
  /** As they are before the step; its velocities are brought to what the terms come to. */
  readonly block: ParticleBlock;
  readonly before: VectorColumns;
  /** A change of velocity for each term. */
  readonly changes: readonly VectorColumns[];
  /** Velocities after the last stage that was told, and whether any was. */
  readonly latest: VectorColumns;
  heard: boolean;
}

/** Adds a number times a vector to what a term does to one particle. */
function give(change: VectorColumns, i: number, by: number, { x, y, z }: VectorColumns): void {
  change.x[i]! += by * x[i]!;
  change.y[i]! += by * y[i]!;
  change.z[i]! += by * z[i]!;
}

/**
 * Keeps the account of an emitter’s particles while a run is stepped: for each substep the stack is summed for them
 * by the plain routines, and each term’s share of Δv worked out from the formulas of core/sim/step/integrate.ts and
 * guide.ts; what the run then does is held against it.
 *
 * With E = e^(−C·dt) and φ = (1 − E)/(C·dt): an acceleration a contributes φ·dt·a, a flow U (1 − E)·U, and drag −(1 −
 * E)·v; flow and drag are divided in proportion to their parts of C. Fields that set velocity have their λ in C, and
 * contribute (1 − E)·(F − v) in proportion to it; the turn by fields that steer is divided likewise. Speed limits act one
 * after another.
 */
export class LedgerWatcher implements StepWatcher {
  private readonly terms: number;
  private readonly parts: Part[] = [];
  private inUse = 0;
  private readonly sums = sumsOfBlock();
  private readonly room = rowScratch();
  private readonly was = vectorColumns(BLOCK);
  private readonly start = beforeOfBlock();
  private readonly braking = brakingRoom();
  private readonly motion = motionRoom();
  private tally: Tally;

  constructor(
    private readonly stack: Stack,
    private readonly emitter: number,
    private readonly fps: number,
    private readonly id: number | undefined,
  ) {
    this.terms = stack.rows.length + OWN;
    this.tally = new Tally(this.terms);
  }

  /** The account since it was last taken; undefined where no particle was stepped. */
  take(frame: number): LedgerEntry | undefined {
    const { tally } = this;
    this.tally = new Tally(this.terms);
    return tally.entry(frame);
  }

  begin(population: Population, emitter: number, begin: number, end: number): void {
    if (emitter !== this.emitter) return;
    this.inUse = 0;
    const slots = this.id === undefined ? undefined : population.id.subarray(0, population.count).indexOf(this.id);
    if (slots === -1) return;
    const [from, to] = slots === undefined ? [0, population.count] : [slots, slots + 1];
    for (let start = from; start < to; start += BLOCK) {
      const part = (this.parts[this.inUse++] ??= this.newPart());
      part.slots.length = 0;
      for (let slot = start; slot < Math.min(to, start + BLOCK); slot++) part.slots.push(slot);
      part.heard = false;
      loadSlots(part.block, population, emitter, part.slots, begin, end);
      this.account(part, begin, population.points > 1);
    }
  }

  after(stage: Stage, emitter: number, start: number, block: ParticleBlock): void {
    if (emitter !== this.emitter) return;
    for (const part of this.parts.slice(0, this.inUse)) {
      part.heard = true;
      part.slots.forEach((slot, i) => {
        const at = slot - start;
        if (at < 0 || at >= block.count) return;
        for (const axis of AXES) {
          const now = block.velocity[axis][at]!;
          if (stage !== 'fields') this.own(part, stage)[axis][i]! += now - part.latest[axis][i]!;
          part.latest[axis][i] = now;
        }
      });
    }
  }

  end(population: Population, emitter: number): void {
    if (emitter !== this.emitter) return;
    const { vx, vy, vz } = population.columns;
    const columns = { x: vx, y: vy, z: vz };
    for (const part of this.parts.slice(0, this.inUse))
      part.slots.forEach((slot, i) => {
        // What has left all bounds has no velocity any more.
        if (Number.isNaN(vx[slot]!)) return;
        // Constraints act after the last stage that is told.
        if (part.heard && population.points > 1)
          for (const axis of AXES) this.own(part, 'body')[axis][i]! += columns[axis][slot]! - part.latest[axis][i]!;
        this.tally.add(
          part.changes,
          part.before,
          [vx[slot]!, vy[slot]!, vz[slot]!],
          part.block.mass[i]!,
          i,
          this.indexOf('contact'),
        );
      });
    this.tally.close();
  }

  private indexOf(term: (typeof OWN_TERMS)[number]): number {
    return this.stack.rows.length + OWN_TERMS.indexOf(term);
  }

  private own(part: Part, term: (typeof OWN_TERMS)[number]): VectorColumns {
    return part.changes[this.indexOf(term)]!;
  }

  private newPart(): Part {
    return {
      slots: [],
      block: particleBlock(),
      before: vectorColumns(BLOCK),
      changes: Array.from({ length: this.terms }, () => vectorColumns(BLOCK)),
      latest: vectorColumns(BLOCK),
      heard: false,
    };
  }

  /** Each term’s share of what the fields and the drag of the particles themselves will do. */
  private account(part: Part, begin: number, isBound: boolean): void {
    const { block, changes, before } = part;
    const { stack, room, sums, fps } = this;
    const { count, velocity } = block;
    for (const change of changes) for (const axis of AXES) change[axis].fill(0, 0, count);
    copyColumns(velocity, before);
    const leaves: Leaf[] = [];
    const watch = (leaf: Leaf) => void leaves.push(leaf);
    sumAtMiddle({ stack, block, room, sums, before: this.start, begin, isBound, watch });
    this.guide(part, leaves);
    this.shareOut(part, leaves);
    stepFreely(block, sums, fps);
    this.guide(part, leaves);
  }

  /** Turns and speed limits, for one half of the step. */
  private guide(part: Part, leaves: readonly Leaf[]): void {
    const { block, changes } = part;
    const { sums, was, fps } = this;
    const { count, velocity } = block;
    if (sums.steer.used) {
      copyColumns(velocity, was);
      steerAll(block, sums, fps, 1 / 2);
      this.shareSteer(part, leaves);
    }
    const limits = leaves.filter(({ row }) => row.action.kind === 'speed-limit');
    for (let l = 0; l < sums.limits.count; l++) {
      copyColumns(velocity, was);
      limitSpeeds(block, sums.limits.list[l]!, fps, 1 / 2);
      // What a group combines to one limit has no parts.
      const change = limits.length === sums.limits.count ? changes[limits[l]!.row.index]! : this.own(part, 'rules');
      for (const axis of AXES) for (let i = 0; i < count; i++) change[axis][i]! += velocity[axis][i]! - was[axis][i]!;
    }
  }

  /** Accelerations, media, drag and velocities that are set. */
  private shareOut(part: Part, leaves: readonly Leaf[]): void {
    const { block, changes } = part;
    const { acceleration, dragRate, quadratic, medium, setVelocity } = this.sums;
    const { fps } = this;
    const { count, velocity, step, mass, drag } = block;
    const of = (kind: string) => leaves.filter(({ row }) => row.action.kind === kind);
    const pushing = [...of('acceleration'), ...of('force')];
    const braking = leaves.filter((leaf) => leaf.brake);
    const [flows, drags, setters] = [of('flow'), of('drag'), of('set-velocity')];
    const ownDrag = changes[this.indexOf('own drag')]!;
    const rules = changes[this.indexOf('rules')]!;
    const speed = (axis: 'x' | 'y' | 'z', i: number) => velocity[axis][i]! - medium[axis][i]!;
    const acting = ({ row, weight }: Leaf, i: number) =>
      row.action.kind === 'force' ? weight[i]! / mass[i]! : weight[i]!;
    for (let i = 0; i < count; i++) {
      const dt = step[i]!;
      const q = quadratic[i]!;
      const [rx, ry, rz] = [speed('x', i), speed('y', i), speed('z', i)];
      const set = setVelocity.used ? setVelocity.rate[i]! : 0;
      const pulled = (axis: 'x' | 'y' | 'z') =>
        acceleration[axis][i]! + (set > 0 ? fps * (setVelocity.vector[axis][i]! - set * medium[axis][i]!) : 0);
      const h =
        q > 0 ? halfwaySpeed(dragRate[i]! + fps * set, q, dt, rx, ry, rz, pulled('x'), pulled('y'), pulled('z')) : 0;
      const slowing = dragRate[i]! + q * h;
      const rate = slowing + fps * set;
      const decay = exp(-rate * dt);
      const push = (rate > 0 ? meanDecay(rate * dt, decay) : 1) * dt;
      let [ax, ay, az] = [0, 0, 0];
      for (const leaf of pushing) {
        const w = acting(leaf, i);
        ax += w * leaf.vector.x[i]!;
        ay += w * leaf.vector.y[i]!;
        az += w * leaf.vector.z[i]!;
      }
      const size = Math.sqrt(ax * ax + ay * ay + az * az);
      const held = push * (size > this.stack.ceiling ? this.stack.ceiling / size : 1);
      for (const leaf of pushing) give(changes[leaf.row.index]!, i, held * acting(leaf, i), leaf.vector);
      if (braking.length > 0) {
        const media = [medium.x[i]!, medium.y[i]!, medium.z[i]!];
        this.motion.set([rate, rx, ry, rz, pulled('x'), pulled('y'), pulled('z'), ...media]);
        this.shareBrakes(part, braking, i);
      }
      if (rate === 0) continue;
      const taken = (1 - decay) / rate;
      for (const { row, weight, vector } of flows) give(changes[row.index]!, i, taken * slowing * weight[i]!, vector);
      if (set > 0) this.shareSetVelocity(part, setters, i, taken * fps);
      let left = slowing - drag[i]! / mass[i]!;
      give(ownDrag, i, (-taken * drag[i]!) / mass[i]!, velocity);
      for (const { row, weight, vector } of drags) {
        const own = weight[i]! * (vector.x[i]! + vector.y[i]! * h);
        left -= own;
        give(changes[row.index]!, i, -taken * own, velocity);
      }
      // Drag that others take away is never less than none.
      if (Math.abs(left) > 1e-12 * slowing) give(rules, i, -taken * left, velocity);
    }
  }

  /** Adds what the damping of each field does to a particle. */
  private shareBrakes({ block: { step }, changes }: Part, braking: readonly Leaf[], i: number) {
    for (const { row, brake } of braking) {
      const b = this.sums.brakes.list.indexOf(brake!);
      if (!brakingOf(this.sums, b, i, step[i]!, this.motion, this.braking)) continue;
      AXES.forEach((axis, k) => (changes[row.index]![axis][i]! += this.braking[4]! * this.braking[k]!));
    }
  }

  /** Adds what the fields that set the velocity of a particle do to it: `taken` times λ·(F − v) each. */
  private shareSetVelocity({ block: { velocity }, changes }: Part, setters: readonly Leaf[], i: number, taken: number) {
    const { rate, vector } = this.sums.setVelocity;
    const rules = changes[this.indexOf('rules')]!;
    give(rules, i, taken, vector);
    give(rules, i, -taken * rate[i]!, velocity);
    for (const { row, weight, vector: to } of setters) {
      const part = weight[i] === 0 ? 0 : rateOf(weight[i]!);
      for (const [by, what] of [
        [taken * (weight[i]! < 0 ? -part : part), to],
        [-taken * part, velocity],
      ] as const) {
        give(changes[row.index]!, i, by, what);
        give(rules, i, -by, what);
      }
    }
  }

  private shareSteer({ block, changes }: Part, leaves: readonly Leaf[]): void {
    const { rate } = this.sums.steer;
    const { velocity, count } = block;
    const steerers = leaves.filter(({ row }) => row.action.kind === 'steer');
    for (const axis of AXES)
      for (let i = 0; i < count; i++) this.was[axis][i] = velocity[axis][i]! - this.was[axis][i]!;
    for (let i = 0; i < count; i++) {
      if (rate[i] === 0) continue;
      let left = 1;
      for (const { row, weight } of steerers) {
        const part = weight[i] === 0 ? 0 : rateOf(weight[i]!) / rate[i]!;
        left -= part;
        give(changes[row.index]!, i, part, this.was);
      }
      if (Math.abs(left) > 1e-12) give(changes[this.indexOf('rules')]!, i, left, this.was);
    }
  }
}
