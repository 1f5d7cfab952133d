import type { KernelBackend } from '../sim/stack/stack';
import { thingAt } from '../document/keys/thing-at';
import { inWorld } from '../document/camera/shot';
import { isByShot } from '../scene/numbers';
import { automated } from '../scene/automated';
import { AXES, vectorColumns } from '../lib/math/vector';
import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import { BLOCK, particleBlock } from '../lib/particle-block';
import { type Row } from '../sim/stack/stack';
import { placeStack } from '../sim/stack/place';
import { rowScratch } from '../sim/stack/room';
import { measureDistances } from '../sim/stack/evaluate-row';
import { movedCarriers } from '../sim/step/precomputed-paths';
import type { Population } from '../sim/step/population';
import type { Simulation } from '../sim/step/simulation';
import { coverageOf, COVERAGE_GRID, projectionOf, type CoverageGrid } from './coverage';
import { histogram, summarise, type Summary } from './statistics';

/** What is counted of particles: m/s, seconds, metres above the ground, metres to a field’s falloff shape. */
export const QUANTITIES = ['speed', 'age', 'height', 'distance'] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** Bins of a histogram. */
export const BINS = 40;

/** How one quantity is spread over the living on a frame. */
export interface Spread extends Summary {
  /** Counts in {@link BINS} equal bins from the least to the most. */
  readonly bins: Uint32Array<ArrayBuffer>;
}

/** A population on one frame. */
export interface CensusEntry {
  readonly frame: number;
  readonly alive: number;
  /** Since the start. */
  readonly born: number;
  readonly died: number;
  readonly retired: number;
  readonly dropped: number;
  /** Joules. */
  readonly energy: number;
  /** Distances only where a field with a falloff shape is asked for. */
  readonly spreads: Partial<Readonly<Record<Quantity, Spread>>>;
  /** Share of the shot camera’s picture. */
  readonly coverage: number;
  /** Root of the mean square distance from the middle of all, metres. */
  readonly scatter: number;
}

export interface CensusOptions {
  /** One emitter’s particles; all of them where it is left out. */
  readonly emitter?: number | undefined;
  /** The field to whose falloff shape distances are told. */
  readonly field?: string | undefined;
  readonly grid?: CoverageGrid;
}

const spreadOf = (values: Float32Array<ArrayBuffer>): Spread => {
  const summary = summarise(values);
  return { ...summary, bins: histogram(values, summary.least, summary.most, BINS) };
};

/** Takes the census of one run, frame by frame. */
export class Census {
  private readonly block = particleBlock();
  private readonly room = rowScratch();
  private readonly moved: Scene;
  private readonly carriers;

  constructor(
    scene: Scene,
    assets: Assets,
    private readonly options: CensusOptions = {},
    backend?: KernelBackend,
  ) {
    this.moved = automated(scene);
    this.carriers = movedCarriers(this.moved, assets, backend);
  }

  take(run: Simulation): CensusEntry {
    const { emitter, grid = COVERAGE_GRID } = this.options;
    const counted = emitter === undefined ? run.populations : [run.populations[emitter]!];
    const alive = sum(counted, (p) => p.count);
    const [speed, age, height] = [new Float32Array(alive), new Float32Array(alive), new Float32Array(alive)];
    const time = run.sceneFrame / this.moved.time.fps;
    let n = 0;
    let energy = 0;
    for (const { count, columns, birth } of counted)
      for (let i = 0; i < count; i++, n++) {
        const square = columns.vx[i]! ** 2 + columns.vy[i]! ** 2 + columns.vz[i]! ** 2;
        energy += (columns.mass[i]! * square) / 2;
        speed[n] = Math.sqrt(square);
        age[n] = time - birth[i]!;
        height[n] = columns.y[i]!;
      }
    const row = run.stack.rows.find(({ field }) => field.id === this.options.field);
    return {
      frame: run.frame,
      alive,
      born: sum(counted, (p) => p.born),
      died: sum(counted, (p) => p.died),
      retired: sum(counted, (p) => p.retired),
      dropped: sum(counted, (p) => p.dropped),
      energy,
      scatter: scatterOf(counted),
      spreads: {
        speed: spreadOf(speed),
        age: spreadOf(age),
        height: spreadOf(height),
        ...(row?.distance && { distance: spreadOf(this.distances(run, row, counted, time)) }),
      },
      coverage: coverageOf(
        run.populations.filter(
          (p, e) => this.moved.emitters[e]!.rendered && (emitter === undefined || counted.includes(p)),
        ),
        this.projection(run),
        grid,
      ),
    };
  }

  private projection(run: Simulation) {
    const { camera, output } = this.moved;
    const frame = isByShot('camera') ? run.frame : run.sceneFrame;
    return projectionOf(inWorld(thingAt(camera, frame), this.carriers, run.sceneFrame), output.width / output.height);
  }

  /** Metres from the falloff shape of a field to each particle. */
  private distances(
    run: Simulation,
    row: Row,
    populations: readonly Population[],
    time: number,
  ): Float32Array<ArrayBuffer> {
    placeStack(run.stack, run.sceneFrame);
    const { block, room } = this;
    const found = new Float32Array(sum(populations, (p) => p.count));
    const places = vectorColumns(BLOCK);
    let n = 0;
    for (const { count, columns } of populations)
      for (let start = 0; start < count; start += BLOCK) {
        block.count = Math.min(BLOCK, count - start);
        for (const axis of AXES) {
          for (let i = 0; i < block.count; i++) places[axis][i] = columns[axis][start + i]!;
          block.position[axis].set(places[axis]);
        }
        measureDistances(row, block, room, time);
        for (let i = 0; i < block.count; i++) found[n++] = room.distance[i]! * row.place.scale;
      }
    return found;
  }
}

const sum = (populations: readonly Population[], of: (p: Population) => number): number =>
  populations.reduce((n, p) => n + of(p), 0);

function scatterOf(populations: readonly Population[]): number {
  let n = 0;
  const total = [0, 0, 0, 0];
  for (const { count, columns } of populations)
    for (let i = 0; i < count; i++, n++) {
      const [x, y, z] = [columns.x[i]!, columns.y[i]!, columns.z[i]!];
      total[0]! += x;
      total[1]! += y;
      total[2]! += z;
      total[3]! += x * x + y * y + z * z;
    }
  if (n === 0) return 0;
  const [x, y, z, square] = total.map((t) => t / n) as [number, number, number, number];
  return Math.sqrt(Math.max(0, square - x * x - y * y - z * z));
}
