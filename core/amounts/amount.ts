import type { Values } from '../describe/parameters';
import type { Kind } from '../describe/registry';

/** The clock of a run: frames, and what of them is before the shot. */
export interface Clock {
  /** Frames a second. */
  readonly fps: number;
  /** The frame at which the run starts: first frame of the shot less the pre-roll. */
  readonly start: number;
}

/** Births in some stretch of time: numbers k from `first` to `last` (none where last < first). */
export interface Births {
  readonly first: number;
  readonly last: number;
  /** Frame (with fraction) at which the k-th is born. */
  at(k: number): number;
}

/** How many particles, and when. k counts from 1 at the start of the run. */
export interface AmountKind extends Kind {
  /** Births in (from, to], frames with fractions. */
  during(values: Values, clock: Clock, from: number, to: number): Births;
  /** Births at the very beginning of a whole frame: they have age 0 there. */
  atFrame(values: Values, clock: Clock, frame: number): Births;
}

/** No births. */
export const none: Births = { first: 1, last: 0, at: () => 0 };
