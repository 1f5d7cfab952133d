/**
 * What a particle’s change of velocity is made of beside the fields of the scene, in the order in which they stand
 * after those.
 */
export const OWN_TERMS = ['own drag', 'rules', 'depth', 'contact', 'body'] as const;

/**
 * What was done to the particles over one frame, by term: the fields of the scene in its order, then {@link OWN_TERMS};
 * means over the particles.
 */
export interface LedgerEntry {
  /** The frame that the steps led to. */
  readonly frame: number;
  /** Particles that were stepped, at the last of its substeps. */
  readonly count: number;
  /** Δv, m/s: x, y, z of every term, one after another. */
  readonly change: Float64Array;
  /** The part of each Δv along the way, m/s: their sum is the change of speed. */
  readonly along: Float64Array;
  /** Work, joules: m·Δv·(v + v′)/2 of every term. Their sum is the change of kinetic energy, exactly. */
  readonly work: Float64Array;
  /** Δv of the run less the sum of all terms, m/s: what rounding leaves. */
  readonly remainder: readonly [number, number, number];
  /** The whole Δv of the run, m/s. */
  readonly whole: readonly [number, number, number];
  /** The part of it along the way, m/s. */
  readonly quickened: number;
  /** Speed at the end, m/s; kinetic energy then, joules, and how much it has changed. */
  readonly speed: number;
  readonly energy: number;
  readonly gained: number;
  /** Particles that a contact has changed. */
  readonly hits: number;
}
