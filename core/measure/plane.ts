import { vectorColumns, type Vector, type VectorColumns } from '../math/vector';
import { readAll, type Sampler } from './subject';

/** A rectangle in space: its middle, and from there to its right edge and to its top edge, metres; these two stand at right angles. */
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

/** The middles of the cells of a grid on a plane, row by row from the bottom left. */
export function gridOn(plane: Plane, columns: number, rows: number): VectorColumns {
  const places = vectorColumns(columns * rows);
  let n = 0;
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, n++)
      [places.x[n], places.y[n], places.z[n]] = pointOf(plane, (2 * column + 1) / columns - 1, (2 * row + 1) / rows - 1);
  return places;
}

/** Vectors w·F on a grid of a plane, and how large they are. */
export function vectorsOn(sampler: Sampler, plane: Plane, columns: number, rows: number): { vector: VectorColumns; size: Float64Array } {
  const places = gridOn(plane, columns, rows);
  const vector = vectorColumns(columns * rows);
  readAll(sampler, places, vector);
  const size = new Float64Array(columns * rows);
  for (let i = 0; i < size.length; i++) size[i] = Math.sqrt(vector.x[i]! ** 2 + vector.y[i]! ** 2 + vector.z[i]! ** 2);
  return { vector, size };
}

/**
 * Divergence ∇·F and size of the curl |∇×F| at places, by central differences over ±h metres in all three directions; the error falls with h². Units are
 * those of the sampler a metre.
 */
export function derivativesAt(sampler: Sampler, places: VectorColumns, h: number): { divergence: Float64Array; curl: Float64Array } {
  const n = places.x.length;
  const slope = (axis: 'x' | 'y' | 'z') => {
    const [ahead, behind] = [1, -1].map((sign) => {
      const moved = { ...places, [axis]: places[axis].map((p) => p + sign * h) };
      const found = vectorColumns(n);
      readAll(sampler, moved, found);
      return found;
    }) as [VectorColumns, VectorColumns];
    for (const of of ['x', 'y', 'z'] as const) for (let i = 0; i < n; i++) ahead[of][i] = (ahead[of][i]! - behind[of][i]!) / (2 * h);
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
