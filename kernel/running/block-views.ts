import { BLOCK } from '../../core/lib/particle-block';
import type { Population } from '../../core/sim/step/population';
import { RUN_COLUMNS } from '../encoding/layout';
import type { Kernel } from './memory';

/** Columns of up to a block of particles, in the order of the kernel. */
export interface BlockViews {
  readonly floats: readonly Float32Array[];
  readonly birth: Float64Array;
  /** Where they stand in the memory of the kernel, bytes; undefined where they are not in it. */
  readonly places: Uint32Array | undefined;
}

/** A block of a population, and what is known of its particles. */
export interface Block extends BlockViews {
  /** When the last of them is born and the first of them dies, seconds; undefined where that is not known. */
  span: readonly [born: number, dies: number] | undefined;
  /** Whether it has been stepped with the same particles before. */
  same: boolean;
}

const kept = new WeakMap<Population, { readonly of: Float32Array; readonly blocks: Block[] }>();

function viewsAt(kernel: Kernel, { columns, birth }: Population, start: number): Block {
  const floats = RUN_COLUMNS.map((name) => columns[name].subarray(start, start + BLOCK));
  const births = birth.subarray(start, start + BLOCK);
  const all = [...floats, births];
  return {
    floats,
    birth: births,
    span: undefined,
    same: false,
    places: all.every((c) => kernel.holds(c)) ? Uint32Array.from(all, (c) => c.byteOffset) : undefined,
  };
}

/**
 * The columns of the block that begins at a slot; they go beyond the particles where there is room for more. Made once,
 * since making them takes as long as using them.
 */
export function blockAt(kernel: Kernel, population: Population, start: number): Block {
  let views = kept.get(population);
  if (views?.of !== population.columns.x) kept.set(population, (views = { of: population.columns.x, blocks: [] }));
  return (views.blocks[start / BLOCK] ??= viewsAt(kernel, population, start));
}

const LIFE = RUN_COLUMNS.indexOf('life');

/**
 * Whether all particles of a block, the one that begins at a slot, are there when a step begins and live on beyond its
 * end, seconds.
 */
export function isSettled(
  block: Block,
  { changed }: Population,
  start: number,
  count: number,
  begin: number,
  end: number,
): boolean {
  const which = start / BLOCK;
  if (changed[which] === 1) {
    changed[which] = 0;
    block.span = undefined;
    block.same = false;
    return false;
  }
  // What changes with every step is not looked through in vain.
  if (!block.same) {
    block.same = true;
    return false;
  }
  const { birth, floats } = block;
  block.span ??= spanOf(birth, floats[LIFE]!, count);
  return block.span[0] <= begin && end < block.span[1];
}

function spanOf(birth: Float64Array, life: Float32Array, count: number): [number, number] {
  let [born, dies] = [-Infinity, Infinity];
  for (let i = 0; i < count; i++) {
    born = Math.max(born, birth[i]!);
    // Rounded as the end of a life is: it dies when time − birth reaches its life.
    dies = Math.min(dies, birth[i]! + life[i]!);
  }
  return [born, dies - 1e-9 * Math.max(1, Math.abs(dies))];
}
