import { length, vectorColumns, type Vector, type VectorColumns } from '../lib/math/vector';
import { readAll, type Sampler } from './subject';

/** A box along the axes: its corners, metres. */
export interface Box {
  readonly low: Vector;
  readonly high: Vector;
}

/** Vectors of a field at places, with its weight there. */
export interface ArrowField {
  readonly places: VectorColumns;
  /** w·F, in the unit of the sampler. */
  readonly vector: VectorColumns;
  readonly weight: Float64Array;
  /** The size of the largest vector. */
  readonly longest: number;
}

/**
 * Places on an even grid in a box, each in the middle of its cell; a side of no width has one layer of them. Cells are
 * cubes as nearly as whole numbers allow, and there are at most `most` of them; `spacing` is the side of one, metres.
 */
export function gridIn({ low, high }: Box, most: number): { readonly places: VectorColumns; readonly spacing: number } {
  const sides = [0, 1, 2].map((axis) => Math.max(0, high[axis]! - low[axis]!));
  const wide = sides.filter((side) => side > 0);
  const volume = wide.reduce((product, side) => product * side, 1);
  let spacing = wide.length === 0 ? 1 : (volume / most) ** (1 / wide.length);
  const countsAt = (cell: number) => sides.map((side) => (side > 0 ? Math.max(1, Math.round(side / cell)) : 1));
  const total = (counts: readonly number[]) => counts[0]! * counts[1]! * counts[2]!;
  // Rounding up may have made too many: cells grow until there are few enough.
  while (total(countsAt(spacing)) > most) spacing *= 1.02;
  const [nx, ny, nz] = countsAt(spacing) as [number, number, number];
  const places = vectorColumns(nx * ny * nz);
  for (let n = 0, k = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++, n++) {
        places.x[n] = low[0] + ((i + 0.5) / nx) * sides[0]!;
        places.y[n] = low[1] + ((j + 0.5) / ny) * sides[1]!;
        places.z[n] = low[2] + ((k + 0.5) / nz) * sides[2]!;
      }
  return { places, spacing };
}

/** The vectors of a field at places. */
export function arrowsAt(sampler: Sampler, places: VectorColumns): ArrowField {
  const count = places.x.length;
  const vector = vectorColumns(count);
  const weight = new Float64Array(count);
  readAll(sampler, places, vector, weight);
  let longest = 0;
  for (let n = 0; n < count; n++) {
    const size = length([vector.x[n]!, vector.y[n]!, vector.z[n]!]);
    if (Number.isFinite(size)) longest = Math.max(longest, size);
  }
  return { places, vector, weight, longest };
}
