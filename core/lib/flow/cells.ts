import type { Lattice } from '../grids/vector-grid';
import { mapVector, type Vector, vectorBy } from '../math/vector';

/** A layer of cells beside a box is so many times as wide as the one before. */
const GROWTH = 2;

/** How far the layers beside a box reach, in longest sides of the box. */
const REACH = 3;

/** Three numbers, one an axis. */
export type Counts = readonly [number, number, number];

/** Three columns, one an axis: of what belongs to the lower faces of cells across it, say. */
export type Columns = readonly [Float64Array, Float64Array, Float64Array];

/**
 * Cells in rows along three axes. What belongs to cells, to their lower faces and to their lower corners is kept in columns by
 * one and the same index.
 */
export interface CellGrid {
  /** Cells along each axis. */
  readonly counts: Counts;
  /** Along each axis the places between cells, one more than there are cells. */
  readonly edges: Columns;
  /** Steps in a column from a cell to the next one along each axis. */
  readonly strides: Counts;
  /** Entries of a column: a layer of them stands empty in front. */
  readonly room: number;
}

/**
 * Cells one round every point of a lattice, and around these layers that widen outward, so that the end of the world is far
 * away at little cost.
 */
export interface Cells extends CellGrid {
  /** The middles of cells along each axis. */
  readonly middles: Columns;
  /** Cells along each axis before the first that has a point of the lattice, and how many have one. */
  readonly before: Counts;
  readonly inner: Counts;
}

/** One of a kind for each axis. */
export const mapAxes = <T>(by: (axis: 0 | 1 | 2) => T): readonly [T, T, T] => [by(0), by(1), by(2)];

/** The middles between neighbours of a row. */
export const middlesOf = (edges: Float64Array): Float64Array =>
  edges.subarray(1).map((edge, n) => (edge + edges[n]!) / 2);

/** Cells between these places along the axes. */
export function gridOfCells(edges: Columns): CellGrid {
  const counts = mapVector(edges, ({ length }) => length - 1);
  const strides: Counts = [1, counts[0] + 1, (counts[0] + 1) * (counts[1] + 1)];
  return { counts, edges, strides, room: strides[2] * (counts[2] + 2) };
}

/** Three empty columns of a grid. */
export const columnsOf = ({ room }: CellGrid): Columns => mapAxes(() => new Float64Array(room));

/** Widths of the layers from a box outward. */
function layers(cell: number, longest: number): number[] {
  const widths: number[] = [];
  for (let width = cell * GROWTH, reach = 0; reach < REACH * longest; width *= GROWTH) {
    widths.push(width);
    reach += width;
  }
  return widths;
}

function edgesAlong(first: number, spacing: number, count: number, widths: readonly number[]): Float64Array {
  const edges = new Float64Array(count + 2 * widths.length + 1);
  for (let i = 0; i <= count; i++) edges[widths.length + i] = first + (i - 0.5) * spacing;
  widths.forEach((width, i) => {
    edges[widths.length - 1 - i] = edges[widths.length - i]! - width;
    edges[widths.length + count + 1 + i] = edges[widths.length + count + i]! + width;
  });
  return edges;
}

/** The cells round the points of a lattice, and beside them. */
export function cellsRound({ counts: inner, origin, spacing }: Lattice): Cells {
  const longest = Math.max(...mapVector(inner, (n, axis) => n * spacing[axis]!));
  const widths = mapAxes((axis) => layers(spacing[axis], longest));
  const edges = mapAxes((axis) => edgesAlong(origin[axis], spacing[axis], inner[axis], widths[axis]));
  return {
    ...gridOfCells(edges),
    middles: mapAxes((axis) => middlesOf(edges[axis])),
    before: mapVector(widths, ({ length }) => length),
    inner,
  };
}

/** Place in a column of the i-th, j-th and k-th cell along the axes; its lower face and corner have the same. */
export const indexOf = ({ strides }: CellGrid, i: number, j: number, k: number): number =>
  i + j * strides[1] + (k + 1) * strides[2];

/** Calls back for cells from the first of each axis on, or with `more` along an axis for that many further ones. */
export function eachCell(
  cells: CellGrid,
  call: (index: number, i: number, j: number, k: number) => void,
  more: Counts = [0, 0, 0],
): void {
  const [nx, ny, nz] = mapVector(cells.counts, (n, axis) => n + more[axis]!);
  for (let k = 0; k < nz; k++)
    for (let j = 0; j < ny; j++) {
      const row = indexOf(cells, 0, j, k);
      for (let i = 0; i < nx; i++) call(row + i, i, j, k);
    }
}

/** The middle of the lower face of a cell across an axis. */
export function faceMiddle({ edges, middles }: Cells, axis: number, cell: Counts): Vector {
  return vectorBy((a) => (a === axis ? edges[a]! : middles[a]!)[cell[a]!]!);
}
