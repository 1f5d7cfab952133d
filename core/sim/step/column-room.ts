/** Where columns of particles are. */
export interface ColumnRoom {
  /** A column of so many entries, whatever they are. Throws RangeError where there is no more room. */
  floats(count: number): Float32Array;
  doubles(count: number): Float64Array;
  /** Gives a column back that nobody uses any more; one from elsewhere is left alone. */
  free(column: Float32Array | Float64Array): void;
}

/** Anywhere; what nobody uses is collected by itself. */
export const ANYWHERE: ColumnRoom = {
  floats: (count) => new Float32Array(count),
  doubles: (count) => new Float64Array(count),
  free: () => undefined,
};
