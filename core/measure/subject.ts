import type { KernelBackend } from '../sim/stack/stack';
import type { VectorColumns } from '../lib/math/vector';
import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import { BLOCK, type ParticleBlock } from '../lib/particle-block';
import { deliver } from '../sim/stack/group-members';
import { combineGroup } from '../sim/stack/evaluate-row';
import { compileStack } from '../sim/stack/compile';
import { type GroupRow, type Row, type Stack } from '../sim/stack/stack';
import { placeStack } from '../sim/stack/place';
import { evaluateStack } from '../sim/stack/evaluate';
import { innerOf, rowScratch, type RowScratch } from '../sim/stack/room';
import { sumsOfBlock, type Sums } from '../kinds/contracts/sums';
import { evaluateRow, weigh } from '../sim/stack/evaluate-row';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { putAt, restingBlock, type Pretended } from './resting-block';

/** What is sounded: one field, one group, or the whole stack as an emitter’s particles hear it. */
export type Subject = { readonly of: 'field' | 'group'; readonly id: string } | { readonly of: 'stack' };

/** Vectors and weights of a subject at places. */
export interface Sampler {
  /** Unit of its vectors. */
  readonly unit: string;
  /** Reads up to {@link BLOCK} places, metres; w·F goes to `vector`, w to `weight` where it is given. */
  read(places: VectorColumns, count: number, vector: VectorColumns, weight?: Float64Array): void;
}

/** The mean particle of an emitter at birth. */
export function pretendedOf(scene: Scene, emitter: number): Pretended {
  const birth = scene.emitters[emitter]?.birth;
  return { emitter, mass: birth?.mass ?? 1, drag: birth?.drag ?? 0 };
}

/** As if it were sent to every emitter in full; to one, where the scene has none. */
const everyone = ({ sends }: Row | GroupRow): number[] => (sends.length > 0 ? sends.map(() => 1) : [1]);

function rowReader(stack: Stack, row: Row, block: ParticleBlock, room: RowScratch) {
  const alone = { ...row, heard: true, sends: everyone(row) };
  return (out: VectorColumns, weight?: Float64Array) => {
    const { count } = block;
    if (!evaluateRow(stack, alone, block, room)) return silence(out, weight, count);
    tell(room.weight, room.vector, count, out, weight);
  };
}

function groupReader(stack: Stack, row: GroupRow, block: ParticleBlock, room: RowScratch) {
  const alone = { ...row, heard: true, sends: everyone(row) };
  return (out: VectorColumns, weight?: Float64Array) => {
    const { count } = block;
    if (!row.action || !weigh(stack, alone, block, room)) return silence(out, weight, count);
    const inner = innerOf(room);
    deliver(row.action, room.weight, combineGroup(stack, alone, block, inner), count, inner.vector, inner.value);
    tell(inner.value, inner.vector, count, out, weight);
  };
}

/** w·F, and w where it is asked for. */
function tell(
  w: Float64Array,
  { x, y, z }: VectorColumns,
  count: number,
  out: VectorColumns,
  weight: Float64Array | undefined,
): void {
  for (let i = 0; i < count; i++) {
    out.x[i] = w[i]! * x[i]!;
    out.y[i] = w[i]! * y[i]!;
    out.z[i] = w[i]! * z[i]!;
    if (weight) weight[i] = w[i]!;
  }
}

function silence({ x, y, z }: VectorColumns, weight: Float64Array | undefined, count: number): void {
  for (const column of weight ? [x, y, z, weight] : [x, y, z]) column.fill(0, 0, count);
}

/** The acceleration of a particle at rest, over a frame: a + (C + q·|U|)·U, and the fields that set velocity. */
function felt(
  { acceleration, dragRate, quadratic, medium, setVelocity }: Sums,
  fps: number,
  count: number,
  out: VectorColumns,
): void {
  for (let i = 0; i < count; i++) {
    const ux = medium.x[i]!;
    const uy = medium.y[i]!;
    const uz = medium.z[i]!;
    const rate = dragRate[i]! + (quadratic[i] === 0 ? 0 : quadratic[i]! * Math.sqrt(ux * ux + uy * uy + uz * uz));
    out.x[i] = acceleration.x[i]! + rate * ux;
    out.y[i] = acceleration.y[i]! + rate * uy;
    out.z[i] = acceleration.z[i]! + rate * uz;
    if (!setVelocity.used || setVelocity.rate[i] === 0) continue;
    const gain = (fps * (1 - Math.exp(-setVelocity.rate[i]!))) / setVelocity.rate[i]!;
    out.x[i]! += gain * setVelocity.vector.x[i]!;
    out.y[i]! += gain * setVelocity.vector.y[i]!;
    out.z[i]! += gain * setVelocity.vector.z[i]!;
  }
}

/**
 * Makes a subject ready to be read at a frame of the scene’s time. A field or group is read as it stands, whether it is
 * muted, soloed and sent to or not; the stack as it is heard. Throws where the subject is not in the scene.
 */
export function samplerOf(
  scene: Scene,
  assets: Assets,
  subject: Subject,
  frame: number,
  pretended: Pretended,
  backend?: KernelBackend,
): Sampler {
  const stack = compileStack(withPrecomputedPaths(scene, assets, backend), assets, { backend });
  placeStack(stack, frame);
  const block = restingBlock(frame / scene.time.fps, pretended);
  const room = rowScratch();
  if (subject.of === 'stack') {
    const sums = sumsOfBlock();
    const part = backend?.partOf(stack, pretended.emitter);
    return {
      unit: 'm/s²',
      read(places, count, out, weight) {
        putAt(block, places, count);
        evaluateStack(stack, block, room, sums, undefined, part);
        felt(sums, stack.fps, count, out);
        weight?.fill(1, 0, count);
      },
    };
  }
  const row = subject.of === 'field' ? stack.rows.find((r) => r.field.id === subject.id) : stack.groups.get(subject.id);
  if (!row) throw new Error(`there is no ${subject.of} “${subject.id}” in the scene. Choose one on its desk`);
  const read = 'group' in row ? groupReader(stack, row, block, room) : rowReader(stack, row, block, room);
  return {
    unit: row.action?.vectorUnit ?? '',
    read(places, count, out, weight) {
      putAt(block, places, count);
      read(out, weight);
    },
  };
}

/** Reads as many places as there are, a block at a time. */
export function readAll(sampler: Sampler, places: VectorColumns, vector: VectorColumns, weight?: Float64Array): void {
  const total = places.x.length;
  const part = ({ x, y, z }: VectorColumns, from: number, to: number): VectorColumns => ({
    x: x.subarray(from, to),
    y: y.subarray(from, to),
    z: z.subarray(from, to),
  });
  for (let start = 0; start < total; start += BLOCK) {
    const end = Math.min(total, start + BLOCK);
    sampler.read(part(places, start, end), end - start, part(vector, start, end), weight?.subarray(start, end));
  }
}
