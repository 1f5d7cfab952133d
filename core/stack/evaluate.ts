import type { ParticleBlock } from './block';
import { combineGroup, deliver, leafOf, scaleLeaves, type Leaf } from './combine';
import { isGroup, type Stack, type StackNode } from './compile';
import { innerOf, type RowScratch } from './room';
import { resetSums, type Sums } from './sums';
import { evaluateRow, weigh } from './weigh';

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
      if (gate) multiply(room.weight, gate, block.count);
      node.action.accumulate(block, room.weight, room.vector, sums);
      watch?.(leafOf(node, room, block.count));
      continue;
    }
    if (!node.action || !weigh(stack, node, block, room)) continue;
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
    scaleLeaves(combined.leaves, room.weight);
    combined.leaves.forEach(watch);
  }
}

/** Sums the whole stack over a block of one emitter's particles. */
export function evaluateStack(stack: Stack, block: ParticleBlock, room: RowScratch, sums: Sums, watch?: Watcher): void {
  resetSums(sums, block);
  addAll(stack, stack.nodes, undefined, block, room, sums, watch);
}
