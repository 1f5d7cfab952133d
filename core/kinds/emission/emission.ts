import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Kind } from '../../document/registry';

/** What an amount is counted with. */
export interface EmissionSource<V = Values> {
  readonly values: V;
  /** The values on a whole frame, where they move. */
  readonly valuesAt?: ((frame: number) => V) | undefined;
  /** Frames a second. */
  readonly fps: number;
  /** The frame at which the run starts: first frame of the shot less the pre-roll. */
  readonly start: number;
  /**
   * Frames from the start on in which a whole number is to be born, as near to the rate as can be; 0 where it goes on
   * and on.
   */
  readonly round: number;
  /** Whether the emitter is on during [f, f + 1). */
  gate(frame: number): boolean;
  /** A number in [0, 1) that belongs to a frame, for variance. */
  hashRandom(frame: number): number;
}

/** Births in some stretch of time: numbers k from `first` to `last` (none where last < first). */
export interface Births {
  readonly first: number;
  readonly last: number;
  /** Frame (with fraction) at which the k-th is born. */
  at(k: number): number;
  /** True where some of the numbers are born outside the stretch that was asked for, and do not count. */
  readonly scattered?: boolean;
}

/** Counts births. k counts from 1 at the start of the run. */
export interface Counter {
  /** Births in (from, to], frames with fractions, both within one frame [f, f + 1]. */
  during(from: number, to: number): Births;
  /** Births at the very beginning of a whole frame: they have age 0 there. */
  atFrame(frame: number): Births;
}

/** How many particles, and when. */
export interface EmissionKind<V = Values> extends Kind {
  compile(source: EmissionSource<V>): Counter;
}

/** Describes a kind of emission: its routines see values of the types that its parameters say. */
export const defineEmission = <D extends Description>(
  kind: EmissionKind<ValuesOf<D>> & { readonly parameters: D },
): EmissionKind => kind;

/** No births. */
export const none: Births = { first: 1, last: 0, at: () => 0 };
