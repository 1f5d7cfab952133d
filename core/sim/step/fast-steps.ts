import { recordBy } from '../../lib/record';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import { evaluateRest } from '../stack/evaluate';
import type { RowScratch } from '../stack/room';
import { isGroup, type Ends, type Row, type Stack, type StackNode, type StackPart } from '../stack/stack';
import type { FastContacts } from './contacts/fast-contacts';
import { meetObstacles } from './contacts/meet-obstacles';
import type { Obstacle } from './contacts/obstacles';
import type { Moving } from './contacts/passage';
import type { Population } from './population';
import { turn } from './turn';
import type { StepWatcher } from './watcher';

const COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const;

/** A step of the particles of one emitter that a backend does whole. */
export interface FastStep {
  readonly part: StackPart;
  readonly contacts: FastContacts;
  readonly population: Population;
  readonly emitter: number;
  /** Empty where nothing is in the way. */
  readonly obstacles: readonly Obstacle[];
  /** Frames, with fractions. */
  readonly from: number;
  readonly to: number;
  readonly fps: number;
  /** Whether spins are turns a metre of the way. */
  readonly turnsByWay: boolean;
  readonly watcher: StepWatcher | undefined;
  readonly stopped: () => boolean;
}

/** What the plain routines work with. */
interface Plain {
  readonly stack: Stack;
  readonly block: ParticleBlock;
  readonly room: RowScratch;
}

const rowsIn = (nodes: readonly StackNode[]): Row[] =>
  nodes.flatMap((node) => (isGroup(node) ? rowsIn(node.members) : [node]));

/** The ways of acting that a backend takes in from others. */
const TAKEN_IN = new Set(['acceleration', 'force', 'flow', 'mask']);

/** Whether a backend can do the whole step of particles, once what it does not know has been summed for it. */
export const isFast = ({ unaccelerated }: StackPart): boolean =>
  rowsIn(unaccelerated).every(({ action, damps }) => TAKEN_IN.has(action.kind) && !damps);

/** What the plain routines sum for a backend; undefined where it knows everything. */
function restOf({ unaccelerated }: StackPart): 'pushes' | 'carries' | undefined {
  if (unaccelerated.length === 0) return undefined;
  return rowsIn(unaccelerated).some(({ action }) => action.kind === 'flow') ? 'carries' : 'pushes';
}

/** Steps blocks of particles by a backend, in place, and lets them meet what is in their way. */
export class FastSteps {
  private readonly after = recordBy(COLUMNS, () => new Float32Array(BLOCK));

  constructor(private readonly plain: Plain) {}

  /**
   * Steps all that are there; gives how many slots from the first on are stepped, since pieces of splits are added behind
   * them. Undefined where it was stopped: the run must not be used again. `ends` gets what comes to an end.
   */
  step(fast: FastStep, ends: Ends): number | undefined {
    const { part, contacts, population, emitter, obstacles, from, to, fps, watcher, stopped } = fast;
    const [begin, end] = [from / fps, to / fps];
    const looksOn = watcher !== undefined && obstacles.length > 0;
    const splits = obstacles.some(({ collider }) => collider?.split);
    const rest = restOf(part);
    // Pieces of splits are stepped by the plain routines, however many there are in this slice of the particles.
    const all = population.count;
    // The last block comes first: a backend may touch the slots after it, where there is no piece yet.
    for (let start = BLOCK * Math.floor((all - 1) / BLOCK); start >= 0; start -= BLOCK) {
      if (stopped()) return undefined;
      const count = Math.min(BLOCK, all - start);
      const before = obstacles.length > 0 ? contacts.remember({ population, start, count }) : undefined;
      if (rest) this.sumRest(rest, fast, start, count);
      part.step(population, start, count, begin, end, ends, rest);
      if (looksOn) watcher.after('fields', emitter, start, this.seen(fast, start, count));
      if (before && this.meet(fast, before, start, count, splits)) ends.lost = true;
      if (looksOn) watcher.after('contact', emitter, start, this.seen(fast, start, count));
      if (population.turns) turn(population, this.seen(fast, start, count), start, fast.turnsByWay);
    }
    ends.dead.sort((a, b) => a - b);
    return all;
  }

  /** Sums what the backend does not know over a block. */
  private sumRest(rest: 'pushes' | 'carries', fast: FastStep, start: number, count: number): void {
    const { part, population, emitter, from, to, fps } = fast;
    const { block, sums } = part.lookAt(population, start, count, from / fps, to / fps);
    block.emitter = emitter;
    evaluateRest(this.plain.stack, part, rest === 'carries', block, this.plain.room, sums);
  }

  private meet(
    { contacts, population, emitter, obstacles, from, to, fps }: FastStep,
    before: Moving,
    start: number,
    count: number,
    splits: boolean,
  ): boolean {
    const block = { population, start, count };
    return meetObstacles({
      obstacles,
      emitter,
      population,
      start,
      count,
      before,
      after: this.afterOf(population, splits, start, count),
      put(i, position, velocity) {
        // Pieces of splits may have given the population other columns.
        const { x, y, z, vx, vy, vz } = population.columns;
        const slot = start + i;
        x[slot] = position[0]!;
        y[slot] = position[1]!;
        z[slot] = position[2]!;
        vx[slot] = velocity[0]!;
        vy[slot] = velocity[1]!;
        vz[slot] = velocity[2]!;
      },
      spans: () => contacts.spans(block),
      sift: (near) => contacts.sift(block, near, from, to, fps),
      fps,
      from,
      to,
    });
  }

  /**
   * Particles as the backend leaves them. Pieces of splits may take the columns elsewhere, and what stood in them is lost:
   * where there can be any, a copy.
   */
  private afterOf(population: Population, splits: boolean, start: number, count: number): Moving {
    const now = recordBy(COLUMNS, (name) => population.columns[name].subarray(start, start + count));
    if (!splits) return now;
    for (const name of COLUMNS) this.after[name].set(now[name]);
    return this.after;
  }

  /** Velocities and steps of some particles as they are now, as a block of plain routines. */
  private seen({ population, from, to, fps }: FastStep, start: number, count: number): ParticleBlock {
    const { block } = this.plain;
    const { vx, vy, vz } = population.columns;
    block.count = count;
    for (let i = 0; i < count; i++) {
      const slot = start + i;
      block.velocity.x[i] = vx[slot]!;
      block.velocity.y[i] = vy[slot]!;
      block.velocity.z[i] = vz[slot]!;
      block.step[i] = to / fps - Math.max(from / fps, population.birth[slot]!);
    }
    return block;
  }
}
