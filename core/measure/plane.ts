import { AXES, vectorColumns, type Vector, type VectorColumns } from '../lib/math/vector';
import { readAll, type Sampler } from './subject';

/**
 * A rectangle in space: its middle, and from there to its right edge and to its top edge, metres; these two stand at
 * right angles.
 */
export interface Plane {
  readonly middle: Vector;
  readonly across: Vector;
  readonly up: Vector;
}

/** The point of a plane at (a, b) in −1 … 1. */
export const pointOf = ({ middle, across, up }: Plane, a: number, b: number): Vector => [
  middle[0] + a * across[0] + b * up[0],
  middle[1] + a * across[1] + b * up[1],
  middle[2] + a * across[2] + b * up[2],
];

/** The middles of the cells of a grid on a plane, row by row from the bottom left; or in another order of them. */
export function gridOn(
  { middle, across, up }: Plane,
  columns: number,
  rows: number,
  order?: Uint32Array,
): VectorColumns {
  const places = vectorColumns(columns * rows);
  const { x, y, z } = places;
  const [[mx, my, mz], [ax, ay, az], [ux, uy, uz]] = [middle, across, up];
  for (let n = 0; n < x.length; n++) {
    const cell = order ? order[n]! : n;
    const row = Math.floor(cell / columns);
    const a = (2 * (cell - row * columns) + 1) / columns - 1;
    const b = (2 * row + 1) / rows - 1;
    x[n] = mx + a * ax + b * ux;
    y[n] = my + a * ay + b * uy;
    z[n] = mz + a * az + b * uz;
  }
  return places;
}

/** Side of a tile, cells: as many as a block of particles holds. */
const TILE = 32;

/**
 * The places of a grid tile by tile, so that fields with a falloff shape are left out where they do not reach, and the place
 * of each of them in the grid. Sides that are no multiple of a tile end in smaller ones.
 */
export function tilesOn(
  plane: Plane,
  columns: number,
  rows: number,
): { readonly places: VectorColumns; readonly cells: Uint32Array } {
  const cells = new Uint32Array(columns * rows);
  let n = 0;
  for (let top = 0; top < rows; top += TILE)
    for (let left = 0; left < columns; left += TILE)
      for (let row = top; row < Math.min(rows, top + TILE); row++)
        for (let column = left; column < Math.min(columns, left + TILE); column++) cells[n++] = row * columns + column;
  return { places: gridOn(plane, columns, rows, cells), cells };
}

/** Lengths of vectors. */
export function sizesOf({ x, y, z }: VectorColumns): Float64Array<ArrayBuffer> {
  const sizes = new Float64Array(x.length);
  for (let i = 0; i < sizes.length; i++) sizes[i] = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
  return sizes;
}

/** Vectors w·F on a grid of a plane, and how large they are. */
export function vectorsOn(
  sampler: Sampler,
  plane: Plane,
  columns: number,
  rows: number,
): { vector: VectorColumns; size: Float64Array } {
  const places = gridOn(plane, columns, rows);
  const vector = vectorColumns(columns * rows);
  readAll(sampler, places, vector);
  return { vector, size: sizesOf(vector) };
}

/**
 * Divergence ∇·F and size of the curl |∇×F| at places, by central differences over ±h metres in all three directions;
 * the error falls with h². Units are those of the sampler a metre.
 */
export function derivativesAt(
  sampler: Sampler,
  places: VectorColumns,
  h: number,
): { divergence: Float64Array; curl: Float64Array } {
  const n = places.x.length;
  const slope = (axis: 'x' | 'y' | 'z') => {
    const [ahead, behind] = [1, -1].map((sign) => {
      const moved = { ...places, [axis]: places[axis].map((p) => p + sign * h) };
      const found = vectorColumns(n);
      readAll(sampler, moved, found);
      return found;
    }) as [VectorColumns, VectorColumns];
    for (const of of AXES) for (let i = 0; i < n; i++) ahead[of][i] = (ahead[of][i]! - behind[of][i]!) / (2 * h);
    return ahead;
  };
  const [dx, dy, dz] = [slope('x'), slope('y'), slope('z')];
  const divergence = new Float64Array(n);
  const curl = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    divergence[i] = dx.x[i]! + dy.y[i]! + dz.z[i]!;
    curl[i] = Math.sqrt((dy.z[i]! - dz.y[i]!) ** 2 + (dz.x[i]! - dx.z[i]!) ** 2 + (dx.y[i]! - dy.x[i]!) ** 2);
  }
  return { divergence, curl };
}
