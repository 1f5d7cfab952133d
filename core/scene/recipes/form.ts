import { isVector } from '../../document/check-values';
import { leaf, listOf, nameForm, object, type Form } from '../../document/forms';
import type { Vector } from '../../lib/math/vector';
import { RECIPE_LIMITS, RECIPE_SORTS, type Recipe, type RecipeSort, type RecipeWords } from './recipe';

const text = (most: number, least = 0) =>
  leaf<string>({
    fits: (value): value is string => typeof value === 'string' && value.length <= most && value.trim().length >= least,
    allowed: `a text of ${least > 0 ? `${least} to` : 'up to'} ${most} characters`,
    ...(least === 0 && { usual: '' }),
  });

const words = {
  name: nameForm,
  note: text(RECIPE_LIMITS.note),
  tags: listOf(text(RECIPE_LIMITS.tag, 1), RECIPE_LIMITS.tags),
} as const;

/** The words of a recipe. */
export const recipeWordsForm: Form<RecipeWords> = object<RecipeWords>({
  members: words,
  called: 'an object with name, note and tags',
});

const isSort = (value: unknown): value is RecipeSort => typeof value === 'string' && Object.hasOwn(RECIPE_SORTS, value);

/** A recipe but for its scene, which is read as a document of its own. */
export const recipeForm: Form<Omit<Recipe, 'scene'>> = object<Omit<Recipe, 'scene'>>({
  members: {
    ...words,
    sort: leaf({ fits: isSort, allowed: `one of ${Object.keys(RECIPE_SORTS).join(', ')}`, code: 'choice' }),
    about: leaf<Vector>({ fits: isVector, allowed: 'three numbers in m', usual: [0, 0, 0] }),
  },
  called: 'an object with sort, name and scene',
});
