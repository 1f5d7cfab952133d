import type { KernelBackend } from '../sim/stack/stack';
import type { VectorColumns } from '../lib/math/vector';
import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import { BLOCK } from '../lib/particle-block';
import { compileStack } from '../sim/stack/compile';
import { placeStack } from '../sim/stack/place';
import { rowScratch } from '../sim/stack/room';
import { sortIntoZones } from '../sim/stack/zones';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { putAt, restingBlock } from './resting-block';

/** Zones do not ask whose particles they are, or how heavy. */
const NOBODY = { emitter: 0, mass: 0, drag: 0 };

/** In which zone places are at a frame of the scene’s time: 0 for none, else its place in the scene’s list, from 1. */
export function zonesAt(
  scene: Scene,
  assets: Assets,
  frame: number,
  places: VectorColumns,
  backend?: KernelBackend,
): Float64Array {
  const stack = compileStack(withPrecomputedPaths(scene, assets, backend), assets, { backend });
  placeStack(stack, frame);
  const block = restingBlock(frame / scene.time.fps, NOBODY);
  const room = rowScratch();
  const found = new Float64Array(places.x.length);
  for (let start = 0; start < found.length; start += BLOCK) {
    putAt(block, places, Math.min(BLOCK, found.length - start), start);
    block.zone.fill(0);
    if (stack.zones.length > 0) sortIntoZones(stack, block, room);
    for (let i = 0; i < block.count; i++) found[start + i] = block.zone[i]!;
  }
  return found;
}
