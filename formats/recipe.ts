import { Walk, type Form } from '../core/document/forms';
import { fault } from '../core/document/faults';
import { isRecord } from '../core/document/check-values';
import { recipeForm, recipeWordsForm } from '../core/scene/recipes/form';
import type { Recipe, RecipeWords } from '../core/scene/recipes/recipe';
import { sceneFrom } from './scene-file';
import { SceneFaults } from './scene-faults';

/** A recipe as it is kept, but for its scene and picture. */
export interface StoredRecipe extends Omit<Recipe, 'scene'> {
  readonly id: string;
  readonly created: string;
  readonly pictured: boolean;
}

function readBy<T>(form: Form<T>, written: unknown, called: string): T {
  const walk = new Walk();
  const value = form.read(written, '', walk);
  if (value === undefined || walk.faults.length > 0)
    throw new SceneFaults(
      walk.faults.length > 0
        ? walk.faults
        : [fault('type', called, written, `an object with the parts of a ${called}`)],
    );
  return value;
}

/** A checked and completed recipe from a parsed document; its scene may be of any version. Throws {@link SceneFaults}. */
export function recipeFrom(document: unknown): Recipe {
  // The scene is a document of its own, the picture a file.
  const { scene, picture: _picture, ...rest } = isRecord(document) ? document : {};
  const { sort, name, note, tags, about } = readBy(recipeForm, isRecord(document) ? rest : document, 'recipe');
  if (!isRecord(scene))
    throw new SceneFaults([fault('missing', 'scene', scene, 'a scene with the parts of the recipe')]);
  return { sort, name, note, tags, about, scene: sceneFrom(scene) };
}

/** The checked words of a recipe. Throws {@link SceneFaults}. */
export const recipeWordsFrom = (document: unknown): RecipeWords => readBy(recipeWordsForm, document, 'recipe');
