import type { SeriesTiming } from '../series-timing';
import { mapVector, type Vector, vectorBy } from '../math/vector';

/** A box-shaped lattice of points. */
export interface Lattice {
  /** Points along X, Y and Z, each at least 1. */
  readonly counts: readonly [number, number, number];
  /** Place of the first point, and the way from one to the next along each axis, metres. */
  readonly origin: readonly [number, number, number];
  readonly spacing: readonly [number, number, number];
}

/** Vectors on the points of a lattice. */
export interface VectorGrid extends Lattice {
  /** Three numbers a point; X runs fastest, then Y, then Z. */
  readonly vectors: Float32Array;
  /** Grids with as many points that follow one another in time, itself the first; undefined for one that does not change. */
  readonly series?: GridSeries;
}

/** Grids that follow one another in time. */
export interface GridSeries extends SeriesTiming {
  readonly grids: readonly VectorGrid[];
}

/** Points of a lattice. */
export const pointsIn = ({ counts }: Pick<Lattice, 'counts'>): number => counts[0] * counts[1] * counts[2];

/** Steps along each axis from the first point of a lattice to another, by its number. */
export const stepsTo = ([nx, ny]: Lattice['counts'], index: number): Lattice['counts'] => [
  index % nx,
  Math.floor(index / nx) % ny,
  Math.floor(index / (nx * ny)),
];

/** Where a point of a lattice is, by its number. */
export function pointAt({ counts, origin, spacing }: Lattice, index: number): Vector {
  const steps = stepsTo(counts, index);
  return mapVector(origin, (o, i) => o + steps[i]! * spacing[i]!);
}

/** A lattice with room for its vectors. */
export const emptyGrid = (lattice: Lattice): VectorGrid => ({
  ...lattice,
  vectors: new Float32Array(3 * pointsIn(lattice)),
});

/** Most points of a grid. */
export const MOST_POINTS = 2_097_152;

/** Widths of a grid from its first to its last points, metres. */
export function widthsOf({ counts, spacing }: Lattice): readonly [number, number, number] {
  return vectorBy((i) => (counts[i]! - 1) * spacing[i]!);
}

/** How deep a place is within a lattice, in its steps; negative outside. The place is in steps from the first point. */
export const stepsWithin = ([nx, ny, nz]: Lattice['counts'], u: number, v: number, w: number): number =>
  Math.min(u, nx - 1 - u, v, ny - 1 - v, w, nz - 1 - w);

/** What is beyond the outermost points: nothing, the same as at them, or the grid over again. */
export type GridEdges = 'nothing' | 'edge-value' | 'tile';

/** Writes the vector at a place given in steps of the grid from its first point. */
export type GridLookup = (u: number, v: number, w: number, out: Float64Array) => void;

/** Index of a point along one axis, brought into the grid. */
function wrapped(i: number, count: number, edges: GridEdges): number {
  if (edges === 'tile') return i - count * Math.floor(i / count);
  return i < 0 ? 0 : i >= count ? count - 1 : i;
}

/** Weights of four points in a row for a place t between the second and third (Catmull & Rom 1974), by their index. */
function cubicWeights(t: number, weights: Float64Array): void {
  const t2 = t * t;
  const t3 = t2 * t;
  weights[0] = 0.5 * (2 * t2 - t - t3);
  weights[1] = 0.5 * (3 * t3 - 5 * t2 + 2);
  weights[2] = 0.5 * (t + 4 * t2 - 3 * t3);
  weights[3] = 0.5 * (t3 - t2);
}

function linearWeights(t: number, weights: Float64Array): void {
  weights[0] = 1 - t;
  weights[1] = t;
}

/**
 * Looks up a grid between its points: trilinear, exact for what is linear (error ∝ the square of the cell), or tricubic
 * with Catmull–Rom weights, exact for what is quadratic (error ∝ its cube) and smooth from cell to cell.
 */
export function gridLookup({ counts, vectors }: VectorGrid, cubic: boolean, edges: GridEdges): GridLookup {
  const [nx, ny, nz] = counts;
  const taps = cubic ? 4 : 2;
  const first = cubic ? -1 : 0;
  const weigh = cubic ? cubicWeights : linearWeights;
  const [wx, wy, wz] = [new Float64Array(4), new Float64Array(4), new Float64Array(4)];
  const [ix, iy, iz] = [new Int32Array(4), new Int32Array(4), new Int32Array(4)];
  const axis = (p: number, n: number, index: Int32Array, weights: Float64Array, stride: number) => {
    // Beyond the last point all of it comes from there.
    const at = edges === 'tile' ? p : Math.min(n - 1, Math.max(0, p));
    const cell = edges === 'tile' ? Math.floor(at) : Math.max(0, Math.min(n - 2, Math.floor(at)));
    weigh(at - cell, weights);
    for (let k = 0; k < taps; k++) index[k] = stride * wrapped(cell + first + k, n, edges);
  };
  return (u, v, w, out) => {
    out[0] = out[1] = out[2] = 0;
    if (edges === 'nothing' && stepsWithin(counts, u, v, w) < 0) return;
    axis(u, nx, ix, wx, 3);
    axis(v, ny, iy, wy, 3 * nx);
    axis(w, nz, iz, wz, 3 * nx * ny);
    for (let c = 0; c < taps; c++)
      for (let b = 0; b < taps; b++) {
        const row = iz[c]! + iy[b]!;
        const share = wz[c]! * wy[b]!;
        for (let a = 0; a < taps; a++) {
          const at = row + ix[a]!;
          const weight = share * wx[a]!;
          out[0] += weight * vectors[at]!;
          out[1] += weight * vectors[at + 1]!;
          out[2] += weight * vectors[at + 2]!;
        }
      }
  };
}
