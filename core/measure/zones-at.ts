import type { VectorColumns } from '../math/vector';
import type { Assets } from '../scene/assets';
import type { Scene } from '../scene/document';
import { BLOCK, particleBlock } from '../stack/block';
import { compileStack, placeStack } from '../stack/compile';
import { rowScratch } from '../stack/room';
import { sortIntoZones } from '../stack/zones';
import { withCourses } from '../step/courses';

/** In which zone places are at a frame of the scene’s time: 0 for none, else its place in the scene’s list, from 1. */
export function zonesAt(scene: Scene, assets: Assets, frame: number, { x, y, z }: VectorColumns): Float64Array {
  const stack = compileStack(withCourses(scene, assets), assets);
  placeStack(stack, frame);
  const block = particleBlock();
  const room = rowScratch();
  const found = new Float64Array(x.length);
  block.time.fill(frame / scene.time.fps);
  block.life.fill(2);
  block.age.fill(1);
  for (let start = 0; start < x.length; start += BLOCK) {
    block.count = Math.min(BLOCK, x.length - start);
    block.position.x.set(x.subarray(start, start + block.count));
    block.position.y.set(y.subarray(start, start + block.count));
    block.position.z.set(z.subarray(start, start + block.count));
    block.zone.fill(0);
    if (stack.zones.length > 0) sortIntoZones(stack, block, room);
    for (let i = 0; i < block.count; i++) found[start + i] = block.zone[i]!;
  }
  return found;
}
