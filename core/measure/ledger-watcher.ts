import { exp } from '../lib/math/exact';
import { rateOf } from '../kinds/actions/rate';
import { AXES, vectorColumns, type VectorColumns } from '../lib/math/vector';
import { BLOCK, particleBlock, type ParticleBlock } from '../lib/particle-block';
import type { Leaf } from '../sim/stack/group-members';
import type { Stack } from '../sim/stack/stack';
import { evaluateStack } from '../sim/stack/evaluate';
import { rowScratch } from '../sim/stack/room';
import { sumsOfBlock } from '../kinds/contracts/sums';
import { loadSlots } from '../sim/step/block-io';
import { limitSpeeds, setVelocities, steerAll } from '../sim/step/guide';
import { halfwaySpeed, meanDecay, stepVelocity } from '../sim/step/integrate';
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

function copy(from: VectorColumns, to: VectorColumns, count: number): void {
  for (const axis of AXES) to[axis].set(from[axis].subarray(0, count));
}

/**
 * Keeps the account of an emitter’s particles while a run is stepped: before each substep the stack is summed for them
 * by the plain routines, and each term’s share of Δv worked out from the formulas of core/sim/step/integrate.ts and
 * guide.ts; what the run then does is held against it.
 *
 * With E = e^(−C·dt) and φ = (1 − E)/(C·dt): an acceleration a contributes φ·dt·a, a flow U (1 − E)·U, and drag −(1 −
 * E)·v; flow and drag are divided in proportion to their parts of C. Fields that set velocity contribute (1 −
 * e^(−λ·dt))·(F − v) in proportion to λ, and the turn by fields that steer is divided likewise. Speed limits act one
 * after another.
 */
export class LedgerWatcher implements StepWatcher {
  private readonly terms: number;
  private readonly parts: Part[] = [];
  private inUse = 0;
  private readonly sums = sumsOfBlock();
  private readonly room = rowScratch();
  private readonly was = vectorColumns(BLOCK);
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
      this.account(part);
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
  private account(part: Part): void {
    const { block, changes, before } = part;
    const { sums, was, fps } = this;
    const { count, velocity } = block;
    for (const change of changes) for (const axis of AXES) change[axis].fill(0, 0, count);
    copy(velocity, before, count);
    const leaves: Leaf[] = [];
    evaluateStack(this.stack, block, this.room, sums, (leaf) => void leaves.push(leaf));
    this.shareOut(part, leaves);
    stepVelocity(block, sums);
    if (sums.setVelocity.used) {
      this.shareSetVelocity(part, leaves);
      setVelocities(block, sums, fps);
    }
    if (sums.steer.used) {
      copy(velocity, was, count);
      steerAll(block, sums, fps);
      this.shareSteer(part, leaves);
    }
    const limits = leaves.filter(({ row }) => row.action.kind === 'speed-limit');
    for (let l = 0; l < sums.limits.count; l++) {
      copy(velocity, was, count);
      limitSpeeds(block, sums.limits.list[l]!, fps);
      // What a group combines to one limit has no parts.
      const change = limits.length === sums.limits.count ? changes[limits[l]!.row.index]! : this.own(part, 'rules');
      for (const axis of AXES) for (let i = 0; i < count; i++) change[axis][i]! += velocity[axis][i]! - was[axis][i]!;
    }
  }

  /** Accelerations, media and drag. */
  private shareOut({ block, changes }: Part, leaves: readonly Leaf[]): void {
    const { acceleration, dragRate, quadratic, medium } = this.sums;
    const { count, velocity, step, mass, drag } = block;
    const of = (kind: string) => leaves.filter(({ row }) => row.action.kind === kind);
    const pushing = [...of('acceleration'), ...of('force')];
    const [flows, drags] = [of('flow'), of('drag')];
    const ownDrag = changes[this.indexOf('own drag')]!;
    const rules = changes[this.indexOf('rules')]!;
    const speed = (axis: 'x' | 'y' | 'z', i: number) => velocity[axis][i]! - medium[axis][i]!;
    const acting = ({ row, weight }: Leaf, i: number) =>
      row.action.kind === 'force' ? weight[i]! / mass[i]! : weight[i]!;
    for (let i = 0; i < count; i++) {
      const dt = step[i]!;
      const q = quadratic[i]!;
      const [rx, ry, rz] = [speed('x', i), speed('y', i), speed('z', i)];
      const h =
        q > 0
          ? halfwaySpeed(dragRate[i]!, q, dt, rx, ry, rz, acceleration.x[i]!, acceleration.y[i]!, acceleration.z[i]!)
          : 0;
      const rate = dragRate[i]! + q * h;
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
      if (rate === 0) continue;
      const taken = (1 - decay) / rate;
      for (const { row, weight, vector } of flows) give(changes[row.index]!, i, taken * rate * weight[i]!, vector);
      let left = rate - drag[i]! / mass[i]!;
      give(ownDrag, i, (-taken * drag[i]!) / mass[i]!, velocity);
      for (const { row, weight, vector } of drags) {
        const part = weight[i]! * (vector.x[i]! + vector.y[i]! * h);
        left -= part;
        give(changes[row.index]!, i, -taken * part, velocity);
      }
      // Drag that others take away is never less than none.
      if (Math.abs(left) > 1e-12 * rate) give(rules, i, -taken * left, velocity);
    }
  }

  private shareSetVelocity({ block, changes }: Part, leaves: readonly Leaf[]): void {
    const { rate, vector } = this.sums.setVelocity;
    const { velocity, step } = block;
    const setters = leaves.filter(({ row }) => row.action.kind === 'set-velocity');
    const rules = changes[this.indexOf('rules')]!;
    for (let i = 0; i < block.count; i++) {
      if (rate[i] === 0) continue;
      const taken = (1 - exp(-rate[i]! * this.fps * step[i]!)) / rate[i]!;
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
