import type { Fault } from '../faults';
import type { Movable } from '../movable';
import type { Parameter, ReferenceTo } from '../parameters';
import type { Walk } from './walk';

/** Gives the id that stands in place of a reference; an empty text takes the reference away. */
export type Rename = (to: ReferenceTo, id: string) => string;

/**
 * The form of one part of a document. Forms nest as the document does, and each sort of thing is one of them: reading,
 * the list of numbers that can be keyed, and changes of references all come from it.
 */
export interface Form<T = unknown> {
  /**
   * The part with everything filled in that was left out. Faults and references go to the walk. A part with a fault has
   * no sound value: the result is undefined then.
   */
  read(written: unknown, at: string, walk: Walk): T | undefined;
  /** Its numbers that can be keyed and automated, each with its path behind `prefix`. */
  numbers(value: T, prefix: string): [string, Movable][];
  /** Every setting of it that acts beside the others, each with its path behind `prefix`; none where this is missing. */
  settings?(value: T, prefix: string): [string, Parameter][];
  /** The part with every reference renamed; the same object where nothing changes. */
  renamed(value: T, rename: Rename): T;
}

/** The type of the values of a form. */
export type Of<F> = F extends Form<infer T> ? T : never;

/** Rules that hold between members of one part; asked only where each member is sound by itself. */
export type Rules<T> = (value: T, at: string) => readonly Fault[];
