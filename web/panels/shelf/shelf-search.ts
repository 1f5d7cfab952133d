import { RECIPE_SORTS, type RecipeSort, type RecipeWords } from '../../../core/scene/recipes/recipe';

/** What is looked for on the shelf; empty for anything. */
export interface Search {
  readonly text: string;
  readonly sort: string;
  readonly tag: string;
}

/** Whether a recipe is what is looked for: every word of the text is in its name, note, tags or sort. */
export function fits(recipe: RecipeWords & { readonly sort: RecipeSort }, { text, sort, tag }: Search): boolean {
  const { name, note, tags } = recipe;
  if ((sort !== '' && recipe.sort !== sort) || (tag !== '' && !tags.includes(tag))) return false;
  const all = [name, note, ...tags, RECIPE_SORTS[recipe.sort]].join(' ').toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

/** Every tag of some recipes, once, in the order of the alphabet. */
export const tagsOf = (recipes: readonly RecipeWords[]): string[] =>
  [...new Set(recipes.flatMap(({ tags }) => tags))].toSorted((a, b) => a.localeCompare(b));
