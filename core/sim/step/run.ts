import { AXES, type Axis } from '../../lib/math/vector';
import type { Assets } from '../../document/assets';
import type { Scene } from '../../document/scene';
import { shapes } from '../../kinds/emitter-shapes';
import { fieldShownBy, isSeenToTurn, sourceShownBy } from '../../kinds/looks';
import { particleBlock } from '../../lib/particle-block';
import { compileStack } from '../stack/compile';
import { placeStack } from '../stack/place';
import { rowScratch } from '../stack/room';
import { ANYWHERE, type ColumnRoom } from './column-room';
import type { Ends, KernelBackend } from '../stack/stack';
import { sumsOfBlock } from '../../kinds/contracts/sums';
import { loadBlock, storeBlock } from './block-io';
import type { Bodies, KeptBirths } from './bodies';
import { startFrame } from './counters';
import { spawnerOf, type Spawner, type Portion } from './spawner';
import { childSpawnerOf, Track, type ChildSpawner } from './child-spawner';
import { meetBlock } from './contacts/meet-block';
import { FastSteps, isFast } from './fast-steps';
import { inOrderOfDescent, sourceOf } from './descent';
import { freeze, type Exchange } from './freeze';
import { integrate, integrateBound } from './integrate';
import { clockIn } from '../../scene/scene-clock';
import { stepsOf, type Clock } from '../../document/time/clock';
import { moveObstacles, obstaclesOf } from './contacts/obstacles';
import { Population, type KeptPopulation } from './population';
import { weightsOf, zonesOf, type Looked } from './shown-columns';
import { retireLost } from './retire-lost';
import { orderInSpace } from './spatial-order';
import { beforeOfBlock, sumAtMiddle } from './sum-at-middle';
import { absorb, sendOut } from './absorb';
import { turn } from './turn';
import type { StepWatcher } from './watcher';

/** All particles of a scene, in one run. */
export const WHOLE: Portion = { draftFraction: 1, slice: 0, slices: 1 };

/** Frames from one sorting in space to the next. */
const FRAMES_A_SORT = 12;

/** What an emitter's particles come from: its own amounts, or another emitter's particles. */
type Origin = { readonly own: Spawner } | { readonly children: ChildSpawner; readonly source: number };

/** Where a run is, so that another can go on from there. */
export interface Checkpoint {
  readonly frame: number;
  readonly populations: readonly KeptPopulation[];
  readonly blamed: readonly (readonly [string, number])[];
  /** Of every obstacle, the scene box among them. */
  readonly contacts: readonly number[];
  readonly births: readonly KeptBirths[];
}

/** How a scene is run. */
export interface RunOptions {
  /** The particles that take part; all of them where it is left out. */
  readonly portion?: Portion | undefined;
  /** Where another run of the same scene, assets and portion was: this one goes on from there. */
  readonly from?: Checkpoint | undefined;
  /** Sums fields and makes births faster; the plain routines do where it is left out. */
  readonly backend?: KernelBackend | undefined;
  /** Where particles are kept. A run in a room of its own must be ended. */
  readonly room?: ColumnRoom | undefined;
  /** For slices of a scene where particles act on one another. */
  readonly exchange?: Exchange | undefined;
  /** Told about the share that is done of filling a grid of vectors, 0 … 1; may throw to end the run. */
  readonly attend?: ((share: number) => void) | undefined;
}

/**
 * One run, frame by frame from its start, of a scene in which everything moves by keys. It is a function of scene,
 * assets, portion and backend: nothing else (threads, order of scrubbing, machine) changes a bit of it.
 */
export class Run {
  /** The frame of the shot the populations are at. */
  frame: number;
  /** How the scene’s own time runs beside those frames. */
  readonly clock: Clock;
  /** One population an emitter, in the scene's order. */
  readonly populations: Population[];
  /** Particles retired because they became non-finite, by the name of the field whose contribution was. */
  readonly blamed = new Map<string, number>();
  readonly stack;
  private readonly origins: readonly (Origin | undefined)[];
  private readonly order: readonly number[];
  /** Where the particles of emitters with children began the substep. */
  private readonly tracks: readonly (Track | undefined)[];
  private readonly obstacles;
  private readonly fps: number;
  private readonly block = particleBlock();
  private readonly before = beforeOfBlock();
  private readonly scratch = rowScratch();
  private readonly sums = sumsOfBlock();
  private readonly fast;

  /** Looks on at every step; undefined where nobody does. */
  watcher: StepWatcher | undefined;

  /** What of each emitter’s particles came to an end in this substep, where a backend has told it. */
  private readonly ends: (Ends | undefined)[] = [];

  private readonly exchange: Exchange | undefined;

  /**
   * Begins at the start of the scene, or where the checkpoint says. Throws RangeError where there is no room for its
   * particles.
   */
  constructor(
    /** The scene, with all that moves in it moving by keys. */
    readonly scene: Scene,
    assets: Assets,
    { portion = WHOLE, from, backend, room = ANYWHERE, exchange, attend }: RunOptions = {},
  ) {
    this.exchange = exchange;
    const { emitters } = scene;
    this.frame = startFrame(scene);
    this.clock = clockIn(scene);
    this.fps = scene.time.fps;
    this.stack = compileStack(scene, assets, { draftFraction: portion.draftFraction, backend, attend });
    this.obstacles = obstaclesOf(scene, assets);
    const { stack, block, scratch } = this;
    this.fast = new FastSteps({ stack, block, room: scratch });
    this.origins = emitters.map((emitter): Origin | undefined => {
      if (!emitter.on) return undefined;
      if (!shapes.get(emitter.shape.kind).fromParticles)
        return { own: spawnerOf(scene, emitter, assets, portion, backend) };
      const source = sourceOf(emitters, emitter);
      return source < 0 ? undefined : { children: childSpawnerOf(scene, emitter), source };
    });
    this.order = inOrderOfDescent(emitters);
    const tinted = emitters.map((e) => sourceShownBy(e) !== undefined);
    // Children take over what their parents have: asked from the last of them on.
    for (const e of [...this.order].toReversed()) {
      const origin = this.origins[e];
      if (tinted[e] && origin && 'source' in origin) tinted[origin.source] = true;
    }
    this.populations = emitters.map((e, i) => {
      const body = this.bodiesOf(i)?.constraints;
      return new Population(isSeenToTurn(e), body?.points, tinted[i], room, body?.isLine);
    });
    this.tracks = emitters.map((_, e) =>
      this.origins.some((o) => o && 'source' in o && o.source === e) ? new Track() : undefined,
    );
    try {
      if (from) this.take(from);
      else this.spawnAt(this.frame);
    } catch (error) {
      this.end();
      throw error;
    }
  }

  /** The frame of the scene’s time that the populations are at. */
  get sceneFrame(): number {
    return this.clock.at(this.frame);
  }

  /**
   * Runs on by one frame. `stopped` is asked between blocks; where it says so, the run is left unfinished and false is
   * returned: it must not be used again.
   */
  advance(stopped: () => boolean = () => false): boolean {
    const { substeps } = this.scene.time;
    this.gather();
    for (const [from, to] of stepsOf(this.sceneFrame, this.clock.at(this.frame + 1), substeps)) {
      placeStack(this.stack, (from + to) / 2, to - from);
      this.freeze((to - from) / 2 / this.fps);
      moveObstacles(this.obstacles, from, to, this.fps);
      for (const emitter of this.order) if (!this.step(emitter, from, to, stopped)) return false;
      this.populations.forEach((population, emitter) => this.removeDead(population, emitter, to / this.fps));
      if (Number.isInteger(to)) this.spawnAt(to);
    }
    this.frame += 1;
    return true;
  }

  /** Where the run is, at full precision. */
  keep(): Checkpoint {
    return {
      frame: this.frame,
      populations: this.populations.map((population) => population.keep()),
      blamed: [...this.blamed],
      contacts: this.obstacles.map(({ contacts }) => contacts),
      births: this.populations.map((_, e) => this.bodiesOf(e)?.keep() ?? []),
    };
  }

  /**
   * Goes to where another run of the same scene, assets and portion was: from there on both are the same, bit for bit.
   */
  take({ frame, populations, blamed, contacts, births }: Checkpoint): void {
    this.frame = frame;
    this.populations.forEach((population, e) => population.take(populations[e]!));
    this.blamed.clear();
    for (const [name, n] of blamed) this.blamed.set(name, n);
    this.obstacles.forEach((obstacle, o) => (obstacle.contacts = contacts[o]!));
    this.populations.forEach((_, e) => this.bodiesOf(e)?.take(births[e]!, this.sceneFrame));
  }

  /** Gives the room of its particles back; it must not be used again. */
  end(): void {
    for (const population of this.populations) population.end();
  }

  /** Contacts with each collider of the scene since the start, in its order; 0 for those that are off. */
  contacts(): number[] {
    return this.scene.colliders.map(
      (collider) => this.obstacles.find((o) => o.collider?.id === collider.id)?.contacts ?? 0,
    );
  }

  /** In which zone each of an emitter's particles is at the frame the run is at; empty where the scene has no zone. */
  zonesOf(emitter: number): Uint8Array<ArrayBuffer> {
    return zonesOf(this.looked(emitter));
  }

  /**
   * The weight, 0 … 255 for 0 … 1, of the field whose weight an emitter’s looks show, for each of its particles; empty
   * where they show none.
   */
  weightsOf(emitter: number): Uint8Array<ArrayBuffer> {
    const shown = fieldShownBy(this.scene.emitters[emitter]!);
    if (shown === undefined) return new Uint8Array(0);
    // Also where this slice has none: others wait for it.
    this.freeze();
    return weightsOf(this.looked(emitter), shown);
  }

  private looked(emitter: number): Looked {
    const { stack, block, scratch, sceneFrame, fps } = this;
    return { population: this.populations[emitter]!, emitter, stack, block, scratch, sceneFrame, fps };
  }

  /** What is born at the very beginning of a frame of the scene’s time. */
  private spawnAt(frame: number): void {
    this.origins.forEach((origin, e) => origin && 'own' in origin && origin.own.atFrame(this.populations[e]!, frame));
  }

  /** Births and motion of one emitter's particles over a substep; the dead stay until all emitters are done. */
  private step(emitter: number, from: number, to: number, stopped: () => boolean): boolean {
    const population = this.populations[emitter]!;
    const origin = this.origins[emitter];
    const begin = from / this.fps;
    const end = to / this.fps;
    if (origin && 'own' in origin) origin.own.during(population, from, to);
    else if (origin)
      origin.children.during(population, this.populations[origin.source]!, this.tracks[origin.source]!, begin, end);
    this.tracks[emitter]?.mark(population);
    const bodies = this.bodiesOf(emitter);
    bodies?.remember(population);
    const { watcher } = this;
    watcher?.begin(population, emitter, begin, end);
    const meets = this.obstacles.length > 0 && !bodies;
    const { backend } = this.stack;
    const part = backend?.partOf(this.stack, emitter);
    const turnsByWay = this.scene.emitters[emitter]!.birth.spinUnit === 'metre';
    let stepped: number | undefined = 0;
    if (backend && part && !bodies && this.onlyFields && isFast(part)) {
      const ends: Ends = { dead: [], lost: false };
      const motion = { population, emitter, from, to, fps: this.fps, turnsByWay };
      const { contacts } = backend;
      stepped = this.fast.step({ part, contacts, ...motion, obstacles: this.obstacles, watcher, stopped }, ends);
      if (stepped === undefined) return false;
      // What is added behind them is stepped below, and may come to its end.
      if (stepped < population.count) ends.lost = true;
      this.ends[emitter] = ends;
    }
    // Pieces of splits are added while the blocks go by; they are stepped with the last of them.
    for (let start = stepped; start < population.count; start += this.block.count) {
      if (stopped()) return false;
      loadBlock(this.block, population, emitter, start, begin, end);
      const { stack, block, scratch: room, sums, before } = this;
      sumAtMiddle({ stack, block, room, sums, before, begin, isBound: bodies !== undefined, part });
      if (bodies) integrateBound(block, before.position, sums, this.fps);
      else integrate(block, sums, this.fps);
      watcher?.after('fields', emitter, start, this.block);
      if (this.flat && !bodies) this.flatten(this.flat, population, start);
      watcher?.after('depth', emitter, start, this.block);
      bodies?.heed(start, this.block, this.sums);
      if (meets) this.meet(population, emitter, start, from, to);
      if (meets && this.flat) this.flatten(this.flat, population, start);
      watcher?.after('contact', emitter, start, this.block);
      if (this.stack.zones.length > 0) sendOut(this.stack, population, start, this.block);
      absorb(this.stack, population, start, this.block, this.scratch);
      if (population.turns) turn(population, this.block, start, turnsByWay);
      storeBlock(this.block, population, start);
    }
    if (bodies) this.settle(bodies, population, emitter, from, to);
    watcher?.end(population, emitter);
    return true;
  }

  /** Whether nothing of the scene but one sum of fields a step has a say in where free particles go that meet nothing. */
  private get onlyFields(): boolean {
    const { zones, ceiling, rows, foresees } = this.stack;
    return !foresees && zones.length === 0 && ceiling === Infinity && !this.flat && !rows.some((row) => row.absorbs);
  }

  /** What keeps an emitter's particles together; undefined where they are free. */
  private bodiesOf(emitter: number): Bodies | undefined {
    const origin = this.origins[emitter];
    return origin && 'own' in origin ? origin.own.bodies : undefined;
  }

  /**
   * Lets constraints act on what the fields have done; what is bound meets colliders after that, so that it never ends inside
   * one.
   */
  private settle(bodies: Bodies, population: Population, emitter: number, from: number, to: number): void {
    bodies.settle(population, from, to);
    if (this.obstacles.length === 0) return;
    const { before } = bodies;
    for (let start = 0; start < population.count; start += this.block.count) {
      loadBlock(this.block, population, emitter, start, from / this.fps, to / this.fps);
      for (let i = 0; i < this.block.count; i++)
        for (const axis of AXES) {
          this.before.position[axis][i] = before[axis][start + i]!;
          this.before.velocity[axis][i] = before[`v${axis}`][start + i]!;
        }
      this.meet(population, emitter, start, from, to, (id) => bodies.isHeld(id));
      storeBlock(this.block, population, start);
    }
  }

  private meet(
    population: Population,
    emitter: number,
    start: number,
    from: number,
    to: number,
    exempt?: (id: number) => boolean,
  ): void {
    const { obstacles, block, before, fps } = this;
    meetBlock(block, before, { obstacles, emitter, population, start, from, to, fps, exempt });
  }

  /** Takes down where the particles are that fields read, or where they drift to within so many seconds. */
  freeze(ahead = 0): void {
    const { stack, scene, populations, exchange } = this;
    freeze(stack, scene.emitters, populations, {
      exchange,
      ahead,
      isBound: (emitter) => this.bodiesOf(emitter) !== undefined,
    });
  }

  /**
   * Now and then sorts particles that heed their neighbours in space: those are found sooner, and nothing else changes.
   */
  private gather(): void {
    if (this.frame % FRAMES_A_SORT !== 0) return;
    for (const { emitters, radius } of this.stack.neighbourGrids)
      for (const emitter of emitters) {
        const population = this.populations[emitter]!;
        population.reorder(orderInSpace(population, radius));
      }
  }

  /** The axis along which nothing moves; undefined where the scene is not flat. */
  private get flat(): Axis | undefined {
    return AXES.find((axis) => axis === this.scene.keepFlat);
  }

  /** Takes back what has moved particles along an axis. */
  private flatten(axis: Axis, population: Population, start: number): void {
    const { block } = this;
    block.position[axis].set(population.columns[axis].subarray(start, start + block.count));
    block.velocity[axis].fill(0, 0, block.count);
  }

  /** Takes away what has left all bounds, what has lived out its life, and what a contact ended. */
  private removeDead(population: Population, emitter: number, time: number): void {
    const ends = this.ends[emitter];
    this.ends[emitter] = undefined;
    if (ends && !ends.lost) return population.removeThese(ends.dead);
    retireLost(this.stack, population, emitter, time, this.blamed);
    population.removeDead(time);
  }
}
