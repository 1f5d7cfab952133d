import type { Vector } from '../../lib/math/vector';
import type { Scene } from '../../document/scene';

/** The sorts of things that a shelf keeps, with their names. */
export const RECIPE_SORTS = {
  chain: 'fields',
  emitter: 'emitter',
  look: 'look',
  curve: 'falloff curve',
  modulator: 'modulator',
  output: 'output set-up',
} as const;

export type RecipeSort = keyof typeof RECIPE_SORTS;

/** Most of each on a shelf, and the longest texts. */
export const RECIPE_LIMITS = { recipes: 2000, name: 120, note: 1000, tags: 12, tag: 40, picture: 200_000 } as const;

/** The words of a recipe. */
export interface RecipeWords {
  readonly name: string;
  /** One or two sentences about it. */
  readonly note: string;
  readonly tags: readonly string[];
}

/**
 * Something that is kept on a shelf, to be used in other scenes. It is a scene that holds nothing else: fields with their
 * groups; emitters; an emitter of which only the look counts; a field of which only the curve or the modulators count; or the
 * picture that leaves the application.
 */
export interface Recipe extends RecipeWords {
  readonly sort: RecipeSort;
  /** The middle of the particles that it was made for, metres: it goes where those of the other scene are. */
  readonly about: Vector;
  /** Everything of it, with the meshes, maps, paths, zones and dials that it is made from. */
  readonly scene: Scene;
}
