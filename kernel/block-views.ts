import { BLOCK } from '../core/stack/block';
import type { Population } from '../core/step/population';
import { RUN_COLUMNS } from './layout';
import type { Kernel } from './memory';

/** Columns of up to a block of particles, in the order of the kernel. */
export interface BlockViews {
  readonly floats: readonly Float32Array[];
  readonly birth: Float64Array;
  /** Where they stand in the memory of the kernel, bytes; undefined where they are not in it. */
  readonly places: Uint32Array | undefined;
}

const kept = new WeakMap<Population, { readonly of: Float32Array; readonly blocks: BlockViews[] }>();

function viewsAt(kernel: Kernel, { columns, birth }: Population, start: number): BlockViews {
  const floats = RUN_COLUMNS.map((name) => columns[name].subarray(start, start + BLOCK));
  const births = birth.subarray(start, start + BLOCK);
  const all = [...floats, births];
  return { floats, birth: births, places: all.every((c) => kernel.holds(c)) ? Uint32Array.from(all, (c) => c.byteOffset) : undefined };
}

/** The columns of the block that begins at a slot; they go beyond the particles where there is room for more. Made once, since making them takes as long as using them. */
export function blockAt(kernel: Kernel, population: Population, start: number): BlockViews {
  let views = kept.get(population);
  if (views?.of !== population.columns.x) kept.set(population, (views = { of: population.columns.x, blocks: [] }));
  return (views.blocks[start / BLOCK] ??= viewsAt(kernel, population, start));
}
