import { sumsOfBlock } from '../../kinds/contracts/sums';
import type { ParticleBlock } from '../../lib/particle-block';
import { evaluateStack } from '../stack/evaluate';
import { placeStack } from '../stack/place';
import type { RowScratch } from '../stack/room';
import type { Stack } from '../stack/stack';
import { sortIntoZones } from '../stack/zones';
import { loadBlock } from './block-io';
import type { Population } from './population';

/** One emitter's particles as a run has them at a frame of the scene's time, and the run's room for a block of them. */
export interface Looked {
  readonly population: Population;
  readonly emitter: number;
  readonly stack: Stack;
  readonly block: ParticleBlock;
  readonly scratch: RowScratch;
  readonly sceneFrame: number;
  readonly fps: number;
}

/** Loads the particles block by block, with the stack placed for them. */
function eachBlock({ population, emitter, stack, block, sceneFrame, fps }: Looked, use: (start: number) => void): void {
  if (population.count === 0) return;
  const time = sceneFrame / fps;
  placeStack(stack, sceneFrame);
  for (let start = 0; start < population.count; start += block.count) {
    loadBlock(block, population, emitter, start, time, time);
    use(start);
  }
}

/** In which zone each of the particles is; empty where the scene has no zone. */
export function zonesOf(looked: Looked): Uint8Array<ArrayBuffer> {
  const { population, stack, block, scratch } = looked;
  if (stack.zones.length === 0) return new Uint8Array(0);
  const zones = new Uint8Array(population.count);
  eachBlock(looked, (start) => {
    sortIntoZones(stack, block, scratch);
    zones.set(block.zone.subarray(0, block.count), start);
  });
  return zones;
}

/** The weight of a field, 0 … 255 for 0 … 1, for each of the particles. */
export function weightsOf(looked: Looked, field: string): Uint8Array<ArrayBuffer> {
  const { population, stack, block, scratch } = looked;
  const weights = new Uint8Array(population.count);
  const sums = sumsOfBlock();
  eachBlock(looked, (start) =>
    evaluateStack(stack, block, scratch, sums, ({ row, weight }) => {
      if (row.field.id !== field) return;
      for (let i = 0; i < block.count; i++) weights[start + i] = Math.round(255 * Math.min(1, Math.max(0, weight[i]!)));
    }),
  );
  return weights;
}
