import type { Clock } from '../amounts/amount';
import type { Scene } from '../scene/document';
import { BLOCK, particleBlock, sumsOfBlock } from '../stack/block';
import { compileStack, type Images } from '../stack/compile';
import { evaluateStack, rowScratch } from '../stack/evaluate';
import { nurseryOf, type Portion } from './births';
import { blame } from './blame';
import { integrate } from './integrate';
import { Population } from './population';

/** All particles of a scene, in one run. */
export const WHOLE: Portion = { share: 1, slice: 0, slices: 1 };

/** Positions and speeds beyond this are as good as infinite in 32 bits, and retired. */
const FARTHEST = 3.4e38;

/** The frame at which a run of a scene starts. */
export function startFrame(scene: Scene): number {
  return scene.time.first - scene.time.preRoll;
}

/**
 * One run of a scene from its start, frame by frame. It is a function of scene, images and portion: nothing else
 * (threads, order of scrubbing, machine) changes a bit of it.
 */
export class Simulation {
  /** The frame the populations are at. */
  frame: number;
  /** One population an emitter, in the scene's order. */
  readonly populations: Population[];
  /** Particles retired because they became non-finite, by the name of the field whose contribution was. */
  readonly blamed = new Map<string, number>();
  readonly rows;
  private readonly nurseries;
  private readonly clock: Clock;
  private readonly block = particleBlock();
  private readonly scratch = rowScratch();
  private readonly sums = sumsOfBlock();

  constructor(
    readonly scene: Scene,
    images: Images,
    portion: Portion = WHOLE,
  ) {
    this.frame = startFrame(scene);
    this.clock = { fps: scene.time.fps, start: this.frame };
    this.rows = compileStack(scene, images);
    this.populations = scene.emitters.map(() => new Population());
    this.nurseries = scene.emitters.map((emitter) => (emitter.on ? nurseryOf(scene, emitter, this.clock, portion) : undefined));
    this.nurseries.forEach((nursery, e) => nursery?.atFrame(this.populations[e]!, this.frame));
  }

  /**
   * Runs on by one frame. `stopped` is asked between blocks; where it says so, the run is left unfinished and false is
   * returned: it must not be used again.
   */
  advance(stopped: () => boolean = () => false): boolean {
    const { substeps } = this.scene.time;
    for (let sub = 0; sub < substeps; sub++) {
      const from = this.frame + sub / substeps;
      const to = sub + 1 === substeps ? this.frame + 1 : this.frame + (sub + 1) / substeps;
      for (let e = 0; e < this.populations.length; e++) if (!this.substep(e, from, to, stopped)) return false;
    }
    this.frame += 1;
    this.nurseries.forEach((nursery, e) => nursery?.atFrame(this.populations[e]!, this.frame));
    return true;
  }

  private substep(emitter: number, from: number, to: number, stopped: () => boolean): boolean {
    const population = this.populations[emitter]!;
    const begin = from / this.clock.fps;
    const end = to / this.clock.fps;
    this.nurseries[emitter]?.during(population, from, to);
    for (let start = 0; start < population.count; start += BLOCK) {
      if (stopped()) return false;
      this.load(population, start, begin, end);
      evaluateStack(this.rows, emitter, this.block, this.scratch, this.sums);
      integrate(this.block, this.sums);
      this.store(population, start);
    }
    this.retire(population, emitter, end);
    this.bury(population, end);
    return true;
  }

  private load(population: Population, start: number, begin: number, end: number): void {
    const { block } = this;
    const { x, y, z, vx, vy, vz, mass, drag } = population.columns;
    const count = Math.min(BLOCK, population.count - start);
    block.count = count;
    for (let i = 0; i < count; i++) {
      const slot = start + i;
      block.position.x[i] = x[slot]!;
      block.position.y[i] = y[slot]!;
      block.position.z[i] = z[slot]!;
      block.velocity.x[i] = vx[slot]!;
      block.velocity.y[i] = vy[slot]!;
      block.velocity.z[i] = vz[slot]!;
      block.mass[i] = mass[slot]!;
      block.drag[i] = drag[slot]!;
      const time = Math.max(begin, population.birth[slot]!);
      block.time[i] = time;
      block.step[i] = end - time;
    }
  }

  private store(population: Population, start: number): void {
    const { count, position, velocity } = this.block;
    const { x, y, z, vx, vy, vz } = population.columns;
    for (let i = 0; i < count; i++) {
      const slot = start + i;
      const far = Math.abs(position.x[i]!) + Math.abs(position.y[i]!) + Math.abs(position.z[i]!);
      const fast = Math.abs(velocity.x[i]!) + Math.abs(velocity.y[i]!) + Math.abs(velocity.z[i]!);
      if (!(far < FARTHEST && fast < FARTHEST)) {
        // The position is kept, so that the culprit can be found; the mark is a velocity that no particle has.
        vx[slot] = NaN;
        continue;
      }
      x[slot] = position.x[i]!;
      y[slot] = position.y[i]!;
      z[slot] = position.z[i]!;
      vx[slot] = velocity.x[i]!;
      vy[slot] = velocity.y[i]!;
      vz[slot] = velocity.z[i]!;
    }
  }

  private retire(population: Population, emitter: number, time: number): void {
    for (let slot = population.count - 1; slot >= 0; slot--) {
      if (!Number.isNaN(population.columns.vx[slot]!)) continue;
      const culprit = blame(this.rows, emitter, population, slot, time);
      this.blamed.set(culprit, (this.blamed.get(culprit) ?? 0) + 1);
      population.retired++;
      population.remove(slot);
    }
  }

  private bury(population: Population, time: number): void {
    const { birth } = population;
    const { life } = population.columns;
    for (let slot = population.count - 1; slot >= 0; slot--)
      if (time - birth[slot]! >= life[slot]!) {
        population.died++;
        population.remove(slot);
      }
  }
}
