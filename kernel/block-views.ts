import { BLOCK } from '../core/stack/block';
import type { Population } from '../core/step/population';
import { RUN_COLUMNS } from './layout';

/** Columns of up to a block of particles, in the order of the kernel. */
export interface BlockViews {
  readonly floats: readonly Float32Array[];
  readonly birth: Float64Array;
}

const kept = new WeakMap<Population, { readonly of: Float32Array; readonly blocks: BlockViews[] }>();

/** The columns of the block that begins at a slot; they go beyond the particles where there is room for more. Made once, since making them takes as long as using them. */
export function blockAt(population: Population, start: number): BlockViews {
  const { columns } = population;
  let views = kept.get(population);
  if (views?.of !== columns.x) kept.set(population, (views = { of: columns.x, blocks: [] }));
  return (views.blocks[start / BLOCK] ??= {
    floats: RUN_COLUMNS.map((name) => columns[name].subarray(start, start + BLOCK)),
    birth: population.birth.subarray(start, start + BLOCK),
  });
}
