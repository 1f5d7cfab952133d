import { vectorColumns, type VectorColumns } from '../math/vector';

/** Particles are worked on this many at a time, so that a block stays in the processor's cache. */
export const BLOCK = 1024;

/** The state of up to BLOCK particles of one emitter, as the fields see it. */
export interface ParticleBlock {
  count: number;
  /** Metres, world axes. */
  readonly position: VectorColumns;
  /** Metres a second, world axes. */
  readonly velocity: VectorColumns;
  /** Seconds of scene time at which the step begins for this particle. */
  readonly time: Float64Array;
  /** Seconds the step lasts for this particle: shorter for newborns. */
  readonly step: Float64Array;
  /** Kilograms. */
  readonly mass: Float64Array;
  /** Linear drag of the particle itself, kg/s. */
  readonly drag: Float64Array;
}

/** An empty block. */
export function particleBlock(): ParticleBlock {
  return {
    count: 0,
    position: vectorColumns(BLOCK),
    velocity: vectorColumns(BLOCK),
    time: new Float64Array(BLOCK),
    step: new Float64Array(BLOCK),
    mass: new Float64Array(BLOCK),
    drag: new Float64Array(BLOCK),
  };
}

/** What a stack of fields adds up to for each particle of a block. */
export interface Sums {
  /** m/s². */
  readonly acceleration: VectorColumns;
  /** Total linear drag rate C, 1/s: the particle's own b/m and the drag fields. */
  readonly dragRate: Float64Array;
  /** Quadratic drag coefficient q, 1/m. */
  readonly quadratic: Float64Array;
  /** Velocity U of the medium that carries, m/s. */
  readonly medium: VectorColumns;
}

/** Empty sums for one block. */
export function sumsOfBlock(): Sums {
  return {
    acceleration: vectorColumns(BLOCK),
    dragRate: new Float64Array(BLOCK),
    quadratic: new Float64Array(BLOCK),
    medium: vectorColumns(BLOCK),
  };
}

/** Sets the sums to what a particle has without any field. */
export function resetSums(sums: Sums, block: ParticleBlock): void {
  for (const columns of [sums.acceleration, sums.medium]) {
    columns.x.fill(0, 0, block.count);
    columns.y.fill(0, 0, block.count);
    columns.z.fill(0, 0, block.count);
  }
  sums.quadratic.fill(0, 0, block.count);
  for (let i = 0; i < block.count; i++) sums.dragRate[i] = block.drag[i]! / block.mass[i]!;
}
