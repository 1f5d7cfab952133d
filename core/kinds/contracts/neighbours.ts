/** Numbers a particle in a list of places or velocities: a row. */
export const ROW = 3;

/**
 * Particles around a place as they drift, in the middle of a substep, for fields that read them.
 */
export interface Neighbours {
  /** The fraction of the particles that takes part. */
  readonly draftFraction: number;
  /** Place and velocity of each particle, world axes, metres and m/s. */
  readonly places: Float32Array;
  readonly velocities: Float32Array;
  /** How many particles each of them stands for, by row: more than one in a crowd, where only a sample is met. */
  readonly weights: Float32Array;
  /** Where the rows of the last that were found begin, and the squares of their distances, m². */
  readonly found: Int32Array;
  readonly squares: Float64Array;
  /**
   * Finds all within the radius of a place; returns how many, for `found` and `squares`. A particle finds itself there,
   * too.
   */
  around(x: number, y: number, z: number): number;
  /** Whether a row that was found is that of a particle itself. */
  isItself(row: number, emitter: number, id: number): boolean;
  /**
   * Writes a unit vector from a particle to another one at the very same place: random, but always the same for the two.
   */
  apart(row: number, emitter: number, id: number, out: Float64Array): void;
}
