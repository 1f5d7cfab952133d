import { columnsOf, eachCell, gridOfCells, indexOf, mapAxes, middlesOf, type CellGrid, type Columns } from './cells';

/**
 * Equations Σ cᵢ·(p − pᵢ) + w·p = r, one an active cell: with couplings c to the cells around it, and w to a wall where p = 0.
 */
export interface PressureLevel extends CellGrid {
  /** The cells that have one, by their index, upwards. */
  readonly active: Int32Array;
  /** Couplings of each cell to the one before it along each axis; 0 where there is none. */
  readonly couplings: Columns;
  /** Sum of a cell’s couplings and w. */
  readonly diagonal: Float64Array;
}

/** A level of wider cells, and the cell of it that each active cell of the finer level is in. */
export interface Coarser {
  readonly level: PressureLevel;
  readonly parents: Int32Array;
}

/** Every second place between cells, as long as two cells together are no wider than `widest`. */
function widened(edges: Float64Array, widest: number): Float64Array {
  const kept = [edges[0]!];
  for (let n = 1; n < edges.length; ) {
    const two = n + 1 < edges.length && edges[n + 1]! - edges[n - 1]! <= widest;
    n += two ? 1 : 0;
    kept.push(edges[n]!);
    n++;
  }
  return Float64Array.from(kept);
}

/** For each cell along an axis the wider one that it is in. */
function parentsAlong(fine: Float64Array, coarse: Float64Array): Int32Array {
  let parent = 0;
  return Int32Array.from({ length: fine.length - 1 }, (_, n) => {
    while (fine[n + 1]! > coarse[parent + 1]!) parent++;
    return parent;
  });
}

/** For each cell along an axis, how the way to the one before it compares to that between their wider ones; 0 within one. */
function shrinksAlong(fine: Float64Array, coarse: Float64Array, along: Int32Array): Float64Array {
  const [near, far] = [middlesOf(fine), middlesOf(coarse)];
  return near.map((middle, n) => {
    const [own, before] = [along[n]!, along[n - 1] ?? 0];
    return own === before ? 0 : (middle - near[n - 1]!) / (far[own]! - far[before]!);
  });
}

/**
 * The level above: cells are joined in twos along each axis on which they stay below that width, so that all of them become as
 * wide in all directions, and only then wider. Undefined where none are joined.
 */
export function coarser(fine: PressureLevel, widest: number): Coarser | undefined {
  const grid = gridOfCells(mapAxes((axis) => widened(fine.edges[axis], widest)));
  if (grid.counts.every((n, axis) => n === fine.counts[axis])) return undefined;
  const along = mapAxes((axis) => parentsAlong(fine.edges[axis], grid.edges[axis]));
  const shrinks = mapAxes((axis) => shrinksAlong(fine.edges[axis], grid.edges[axis], along[axis]));
  const parents = new Int32Array(fine.room);
  const couplings = columnsOf(grid);
  const diagonal = new Float64Array(grid.room);
  const seen = new Uint8Array(grid.room);
  const [fx, fy, fz] = fine.couplings;
  const [sx, sy, sz] = fine.strides;
  /** Adds the coupling of a cell to the one before it, where that is in another wider cell. */
  const join = (axis: number, n: number, coupling: number, parent: number) => {
    const shrink = shrinks[axis]![n]!;
    if (coupling === 0 || shrink === 0) return;
    const wide = coupling * shrink;
    couplings[axis]![parent]! += wide;
    diagonal[parent]! += wide;
    diagonal[parent - grid.strides[axis]!]! += wide;
  };
  eachCell(fine, (at, i, j, k) => {
    const own = fine.diagonal[at]!;
    if (own === 0) return;
    const parent = indexOf(grid, along[0][i]!, along[1][j]!, along[2][k]!);
    parents[at] = parent;
    seen[parent] = 1;
    const [x, y, z] = [fx[at]!, fy[at]!, fz[at]!];
    join(0, i, x, parent);
    join(1, j, y, parent);
    join(2, k, z, parent);
    // What is left of the diagonal without couplings leads to a wall.
    diagonal[parent]! += Math.max(0, own - (x + y + z + fx[at + sx]! + fy[at + sy]! + fz[at + sz]!));
  });
  const active: number[] = [];
  eachCell(grid, (at) => void (seen[at] && active.push(at)));
  return {
    level: { ...grid, active: Int32Array.from(active), couplings, diagonal },
    parents: Int32Array.from(fine.active, (at) => parents[at]!),
  };
}
