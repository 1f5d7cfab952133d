import type { ParticleBlock } from '../../lib/particle-block';
import { addBrake, takeOutDamping } from './damping';
import { deliver, leafOf, scaleLeaves, type Leaf } from './group-members';
import { isGroup, type Stack, type StackNode, type StackPart } from './stack';
import { innerOf, type RowScratch } from './room';
import { clear, resetSums, type Sums } from '../../kinds/contracts/sums';
import { combineGroup, evaluateRow, weigh } from './evaluate-row';
import { sortIntoZones } from './zones';

/** Hears what each field delivers in the end. */
export type Watcher = (leaf: Leaf) => void;

function multiply(weight: Float64Array, by: Float64Array, count: number): void {
  for (let i = 0; i < count; i++) weight[i]! *= by[i]!;
}

/** Adds fields and groups to the sums; `gate` holds the weights of the open groups around them. */
function addAll(
  stack: Stack,
  nodes: readonly StackNode[],
  gate: Float64Array | undefined,
  block: ParticleBlock,
  room: RowScratch,
  sums: Sums,
  watch: Watcher | undefined,
): void {
  for (const node of nodes) {
    if (!isGroup(node)) {
      if (!evaluateRow(stack, node, block, room)) continue;
      if (node.damps && block.start) takeOutDamping(room, block);
      const leaf = watch && leafOf(node, room, block.count);
      if (gate) multiply(room.weight, gate, block.count);
      if (node.damps && block.start) {
        const brake = addBrake(node, room, block, sums);
        if (leaf) leaf.brake = brake;
      }
      node.action.accumulate(block, room.weight, room.vector, sums);
      if (!leaf) continue;
      leaf.weight.set(room.weight.subarray(0, block.count));
      watch(leaf);
      continue;
    }
    if (!node.action) continue;
    if (!weigh(stack, node, block, room)) {
      // Who watches hears of its members all the same: what they have, and that nothing of it comes through.
      if (!watch) continue;
      room.weight.fill(0, 0, block.count);
    }
    if (gate) multiply(room.weight, gate, block.count);
    const inner = innerOf(room);
    if (node.open) {
      addAll(stack, node.members, room.weight, block, inner, sums, watch);
      continue;
    }
    const combined = combineGroup(stack, node, block, inner, watch !== undefined);
    deliver(node.action, room.weight, combined, block.count, room.vector, room.value);
    node.action.accumulate(block, room.value, room.vector, sums);
    if (!watch) continue;
    scaleLeaves(combined.leaves, room.weight, block.count);
    combined.leaves.forEach(watch);
  }
}

/** Brings accelerations above the desk's ceiling down to it. */
function limitSum({ acceleration: { x, y, z } }: Sums, ceiling: number, count: number): void {
  for (let i = 0; i < count; i++) {
    const size = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
    if (!(size > ceiling)) continue;
    const scale = ceiling / size;
    x[i]! *= scale;
    y[i]! *= scale;
    z[i]! *= scale;
  }
}

/** Sums the whole stack over a block of one emitter's particles; `part` is what a backend does of it. */
export function evaluateStack(
  stack: Stack,
  block: ParticleBlock,
  room: RowScratch,
  sums: Sums,
  watch?: Watcher,
  part?: StackPart,
): void {
  resetSums(sums, block);
  if (stack.zones.length > 0) sortIntoZones(stack, block, room);
  addAll(stack, part ? part.unaccelerated : stack.nodes, undefined, block, room, sums, watch);
  part?.addTo(block, sums);
  if (stack.ceiling < Infinity) limitSum(sums, stack.ceiling, block.count);
}

/**
 * Sums those parts of a stack that a backend does not know and that push or carry: into the accelerations, and where they
 * carry into the velocities of the medium. Nothing else of the sums is touched.
 */
export function evaluateRest(
  stack: Stack,
  { unaccelerated }: StackPart,
  carries: boolean,
  block: ParticleBlock,
  room: RowScratch,
  sums: Sums,
): void {
  clear(sums.acceleration, block.count);
  if (carries) clear(sums.medium, block.count);
  addAll(stack, unaccelerated, undefined, block, room, sums, undefined);
}
