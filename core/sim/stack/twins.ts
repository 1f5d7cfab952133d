import type { FieldRoutine } from '../../kinds/contracts/field';
import type { Recipe } from '../../kinds/contracts/kernel-descriptor';
import type { BirthRecipe, BirthRoutine } from '../step/birth-recipe';
import type { ColumnRoom } from '../step/column-room';
import type { Population } from '../step/population';
import type { ParticleBlock } from '../../lib/particle-block';
import type { Stack, StackNode } from './compile';
import type { Sums } from '../../kinds/contracts/sums';

/** What comes to an end in a step. */
export interface Ends {
  /** Slots, in rising order, of particles that have lived out their life. */
  readonly dead: number[];
  /** Whether any has left all bounds. */
  lost: boolean;
}

/** What twins do of a placed stack for the particles of one emitter, until it is placed anew. */
export interface Share {
  /** What they do not know, in order: the plain routines sum it. */
  readonly rest: readonly StackNode[];
  /** Adds the others to the sums of a block. */
  addTo(block: ParticleBlock, sums: Sums): void;
  /**
   * The whole step of up to a block of particles from a slot on, from `begin` to `end`, seconds, newborn ones from their birth on: for stacks without rest, where nothing but
   * fields has a say. What leaves all bounds is marked by a velocity that no particle has, NaN. Tells what comes to an end by that.
   */
  step(population: Population, start: number, begin: number, end: number, ends: Ends): void;
}

/**
 * Twins of the hot routines of a stack, in 32 bits. What they give is what counts, wherever the core is run; the routines beside them say what that is, and agree with
 * them to within rounding. What a particle gets hangs on nothing but itself, not on those it shares a block with.
 */
export interface Twins {
  /** The routine of one field by its recipe; undefined where the plain one is as quick. */
  routine(recipe: Recipe): FieldRoutine | undefined;
  /** Where and how particles of an emitter begin. */
  births(recipe: BirthRecipe): BirthRoutine;
  /** What they do of a stack that is placed. */
  shareOf(stack: Stack, emitter: number): Share;
  /** Room for columns that they work on where those stand; others they copy there and back. What is taken is to be given back. */
  readonly room: ColumnRoom;
}

let inUse: Twins | undefined;

/** Puts twins in the place of the plain routines for every stack that is compiled from now on; the plain ones where it is undefined. */
export function useTwins(twins: Twins | undefined): void {
  inUse = twins;
}

/** The twins that are in use; undefined where there are none. */
export const twins = (): Twins | undefined => inUse;
