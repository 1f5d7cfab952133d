import type { VectorColumns } from '../math/vector';

/** One octave of curl noise. */
export interface CurlLayer {
  /** 1/m. */
  readonly frequency: number;
  readonly amplitude: number;
  /** 32 bits. */
  readonly seed: number;
}

/** A vortex with a smooth core. */
export interface SmoothVortex {
  /** Across the axis, and the axis, unit vectors; the lift along the axis. */
  readonly u: readonly [number, number, number];
  readonly v: readonly [number, number, number];
  readonly axis: readonly [number, number, number];
  readonly lift: number;
  readonly strength: number;
  readonly radius: number;
  readonly gather: number;
}

/**
 * Faster twins of hot routines, for up to a block of places in metres, rounded to 32 bits. What they give is what counts, wherever the core is run; the routines
 * beside them say what that is, and agree with them to within rounding.
 */
export interface Twins {
  /** Writes the sum of the layers' curls of three simplex noises at the places less a way: drift · the time of each, seconds. */
  curl(
    places: VectorColumns,
    count: number,
    drift: readonly [number, number, number],
    time: Float64Array,
    layers: readonly CurlLayer[],
    out: VectorColumns,
  ): void;
  /** Writes the vector of a vortex with a smooth core. */
  vortex(places: VectorColumns, count: number, vortex: SmoothVortex, out: VectorColumns): void;
}

let inUse: Twins | undefined;

/** Puts twins in the place of the plain routines for every field that is compiled from now on; the plain ones where it is undefined. */
export function useTwins(twins: Twins | undefined): void {
  inUse = twins;
}

/** The twins that are in use; undefined where there are none. */
export const twins = (): Twins | undefined => inUse;
