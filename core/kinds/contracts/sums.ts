import { vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';

/** A velocity or direction that particles are blended to, from several fields: Σλᵢ·Fᵢ and Σλᵢ, λ a frame. */
export interface Blend {
  /** False where no field of the stack blends: the columns hold rubbish then. */
  used: boolean;
  readonly vector: VectorColumns;
  readonly rate: Float64Array;
}

/** Speeds that one field keeps particles between: λ a frame, m/s. */
export interface SpeedLimit {
  readonly rate: Float64Array;
  readonly lowest: Float64Array;
  readonly highest: Float64Array;
}

/** How one field damps: along a direction, of any length, at a rate, 1/s. */
export interface Brake {
  readonly along: VectorColumns;
  readonly rate: Float64Array;
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
  readonly setVelocity: Blend;
  readonly steer: Blend;
  /** Velocity by which particles are moved without getting it, m/s. */
  readonly move: { used: boolean; readonly vector: VectorColumns };
  /** Damping that is left out of the acceleration; the first `brakes.count` of them. */
  readonly brakes: { count: number; readonly list: Brake[] };
  /** Applied one after another; the first `limits.count` of them. */
  readonly limits: { count: number; readonly list: SpeedLimit[] };
}

const blend = (): Blend => ({ used: false, vector: vectorColumns(BLOCK), rate: new Float64Array(BLOCK) });

/** Empty sums for one block. */
export function sumsOfBlock(): Sums {
  return {
    acceleration: vectorColumns(BLOCK),
    dragRate: new Float64Array(BLOCK),
    quadratic: new Float64Array(BLOCK),
    medium: vectorColumns(BLOCK),
    setVelocity: blend(),
    steer: blend(),
    move: { used: false, vector: vectorColumns(BLOCK) },
    brakes: { count: 0, list: [] },
    limits: { count: 0, list: [] },
  };
}

/** Sets vector columns to 0 as far as the block goes. */
export function clear({ x, y, z }: VectorColumns, count: number): void {
  x.fill(0, 0, count);
  y.fill(0, 0, count);
  z.fill(0, 0, count);
}

/** Sets the sums to what a particle has without any field. */
export function resetSums(sums: Sums, { count, drag, mass }: ParticleBlock): void {
  clear(sums.acceleration, count);
  clear(sums.medium, count);
  sums.quadratic.fill(0, 0, count);
  for (let i = 0; i < count; i++) sums.dragRate[i] = drag[i]! / mass[i]!;
  sums.setVelocity.used = sums.steer.used = sums.move.used = false;
  sums.limits.count = 0;
  sums.brakes.count = 0;
}

/** Begins a blend, where no field of this block has yet. */
export function beginBlend(blended: Blend, count: number): void {
  if (blended.used) return;
  blended.used = true;
  clear(blended.vector, count);
  blended.rate.fill(0, 0, count);
}

/** Room for one more damping. */
export function nextBrake({ brakes }: Sums): Brake {
  const index = brakes.count++;
  brakes.list[index] ??= { along: vectorColumns(BLOCK), rate: new Float64Array(BLOCK) };
  return brakes.list[index];
}

/** Room for one more speed limit. */
export function nextLimit({ limits }: Sums): SpeedLimit {
  const index = limits.count++;
  limits.list[index] ??= {
    rate: new Float64Array(BLOCK),
    lowest: new Float64Array(BLOCK),
    highest: new Float64Array(BLOCK),
  };
  return limits.list[index];
}
