import { sumsOfBlock } from '../../kinds/contracts/sums';
import { particleBlock, type ParticleBlock } from '../../lib/particle-block';
import { evaluateStack } from '../stack/evaluate';
import { placeStack } from '../stack/place';
import { rowScratch } from '../stack/room';
import type { Stack } from '../stack/stack';
import { sortIntoZones } from '../stack/zones';
import { loadBlock } from './block-io';
import type { Population } from './population';

/** Where a run is: its particles, and the frame of the scene’s time that it has come to. */
interface Standing {
  readonly populations: readonly Population[];
  readonly sceneFrame: number;
  readonly scene: { readonly time: { readonly fps: number } };
}

/** Loads an emitter’s particles block by block, with the stack placed for them. */
function eachBlock(
  { populations, sceneFrame, scene }: Standing,
  stack: Stack,
  emitter: number,
  use: (block: ParticleBlock, start: number) => void,
): void {
  const population = populations[emitter]!;
  const block = particleBlock();
  const time = sceneFrame / scene.time.fps;
  placeStack(stack, sceneFrame);
  for (let start = 0; start < population.count; start += block.count) {
    loadBlock(block, population, emitter, start, time, time);
    use(block, start);
  }
}

/** In which zone each of an emitter's particles is; empty where the scene has no zone. */
export function zonesOf(run: Standing, stack: Stack, emitter: number): Uint8Array<ArrayBuffer> {
  const zones = new Uint8Array(stack.zones.length > 0 ? run.populations[emitter]!.count : 0);
  if (zones.length === 0) return zones;
  const scratch = rowScratch();
  eachBlock(run, stack, emitter, (block, start) => {
    sortIntoZones(stack, block, scratch);
    zones.set(block.zone.subarray(0, block.count), start);
  });
  return zones;
}

/** The weight of a field, 0 … 255 for 0 … 1, for each of an emitter's particles. */
export function weightsOf(run: Standing, stack: Stack, emitter: number, field: string): Uint8Array<ArrayBuffer> {
  const weights = new Uint8Array(run.populations[emitter]!.count);
  const [scratch, sums] = [rowScratch(), sumsOfBlock()];
  eachBlock(run, stack, emitter, (block, start) =>
    evaluateStack(stack, block, scratch, sums, ({ row, weight }) => {
      if (row.field.id !== field) return;
      for (let i = 0; i < block.count; i++) weights[start + i] = Math.round(255 * Math.min(1, Math.max(0, weight[i]!)));
    }),
  );
  return weights;
}
