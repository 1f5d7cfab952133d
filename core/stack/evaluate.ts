import type { Rotation } from '../math/rotation';
import { vectorColumns, type VectorColumns } from '../math/vector';
import { BLOCK, resetSums, type ParticleBlock, type Sums } from './block';
import type { Row } from './compile';

/** Room to evaluate one row on one block. A stack of rows needs one. */
export interface RowScratch {
  readonly local: VectorColumns;
  /** Velocities in the frame of the field, where its kind needs them. */
  readonly velocity: VectorColumns;
  readonly distance: Float64Array;
  /** w: profile × send, 0 … 2. */
  readonly weight: Float64Array;
  /** F in world axes. */
  readonly vector: VectorColumns;
}

/** Empty room for one block. */
export function rowScratch(): RowScratch {
  return {
    local: vectorColumns(BLOCK),
    velocity: vectorColumns(BLOCK),
    distance: new Float64Array(BLOCK),
    weight: new Float64Array(BLOCK),
    vector: vectorColumns(BLOCK),
  };
}

function toLocal({ place, rotation }: Row, { x, y, z }: VectorColumns, count: number, out: VectorColumns): void {
  const [ox, oy, oz] = place.position;
  const shrink = 1 / place.scale;
  for (let i = 0; i < count; i++) {
    const dx = (x[i]! - ox) * shrink;
    const dy = (y[i]! - oy) * shrink;
    const dz = (z[i]! - oz) * shrink;
    if (rotation) {
      out.x[i] = rotation[0] * dx + rotation[3] * dy + rotation[6] * dz;
      out.y[i] = rotation[1] * dx + rotation[4] * dy + rotation[7] * dz;
      out.z[i] = rotation[2] * dx + rotation[5] * dy + rotation[8] * dz;
    } else {
      out.x[i] = dx;
      out.y[i] = dy;
      out.z[i] = dz;
    }
  }
}

/** Velocities seen along the axes of a place, m/s: turned, and neither moved nor sized. */
function velocityToLocal({ rotation: r }: Row, { x, y, z }: VectorColumns, count: number, out: VectorColumns): void {
  for (let i = 0; i < count; i++) {
    const a = x[i]!;
    const b = y[i]!;
    const c = z[i]!;
    out.x[i] = r ? r[0] * a + r[3] * b + r[6] * c : a;
    out.y[i] = r ? r[1] * a + r[4] * b + r[7] * c : b;
    out.z[i] = r ? r[2] * a + r[5] * b + r[8] * c : c;
  }
}

function turnToWorld(r: Rotation, { x, y, z }: VectorColumns, count: number): void {
  for (let i = 0; i < count; i++) {
    const a = x[i]!;
    const b = y[i]!;
    const c = z[i]!;
    x[i] = r[0] * a + r[1] * b + r[2] * c;
    y[i] = r[3] * a + r[4] * b + r[5] * c;
    z[i] = r[6] * a + r[7] * b + r[8] * c;
  }
}

/** Distances of a block's particles to the extent of a row, in metres of its own scale, into `scratch.distance`; leaves the local positions. */
export function measureDistances(row: Row, block: ParticleBlock, scratch: RowScratch): void {
  toLocal(row, block.position, block.count, scratch.local);
  row.distance?.(scratch.local, block.count, scratch.distance);
}

/**
 * Weight w and vector F (world axes) of one row for each particle of a block sent `send`.
 * Returns false, with all weights 0 and F not written, where the row does not reach any of them.
 */
export function evaluateRow(row: Row, send: number, block: ParticleBlock, scratch: RowScratch): boolean {
  const { count } = block;
  const { weight } = scratch;
  measureDistances(row, block, scratch);
  if (row.distance) {
    let any = false;
    for (let i = 0; i < count; i++) {
      const w = send * row.profile(scratch.distance[i]!);
      weight[i] = w;
      if (w !== 0) any = true;
    }
    if (!any) return false;
  } else {
    weight.fill(send, 0, count);
    if (send === 0) return false;
  }
  if (row.needsVelocity) velocityToLocal(row, block.velocity, count, scratch.velocity);
  row.vector(scratch.local, block, scratch.vector, scratch.velocity);
  // What lies outside a falloff must not come in through 0 · ∞; whether a block is skipped may not show.
  if (row.distance)
    for (let i = 0; i < count; i++) if (weight[i] === 0) scratch.vector.x[i] = scratch.vector.y[i] = scratch.vector.z[i] = 0;
  // Drag is no direction: its columns are coefficients, which no rotation touches.
  if (row.rotation && row.action.isVector) turnToWorld(row.rotation, scratch.vector, count);
  return true;
}

/** Sums the whole stack over a block of one emitter's particles. */
export function evaluateStack(rows: readonly Row[], emitter: number, block: ParticleBlock, scratch: RowScratch, sums: Sums): void {
  resetSums(sums, block);
  for (const row of rows) {
    const send = row.sends[emitter]!;
    if (send !== 0 && evaluateRow(row, send, block, scratch)) row.action.accumulate(block, scratch.weight, scratch.vector, sums);
  }
}
