import { toast } from 'sonner';
import { shippedShelf } from '../../../core/examples/shelf';
import { messageOf } from '../../../core/lib/errors';
import { whyNot, withRecipe, type Targets } from '../../../core/scene/recipes/apply';
import type { Recipe, RecipeSort } from '../../../core/scene/recipes/recipe';
import { EMPTY_SCENE_BOX } from '../../../core/scene/starters';
import { takeable, type Takeable } from '../../../core/scene/recipes/take';
import { groupsAround } from '../../../core/document/groups';
import { sceneFrom } from '../../../formats/scene-file';
import { particleBox } from '../../simulation/fit-edit';
import { loadAssets } from '../../simulation/scene-assets';
import { api } from '../../state/api';
import { changeScene, openedScene } from '../../state/scene-store';
import { select, useSelection, type Selection } from '../../state/selection-store';

/** The ids of what is selected, if it is of one of those sorts. */
const idsOf = (selection: Selection, ...sorts: readonly Selection['type'][]): readonly string[] =>
  'id' in selection && sorts.includes(selection.type) ? [selection.id, ...(selection.also ?? [])] : [];

const middle = () => (particleBox() ?? EMPTY_SCENE_BOX).centre;

/** What a recipe is used on now. */
function targets(): Targets {
  const { selection } = useSelection.getState();
  return {
    emitters: idsOf(selection, 'emitter'),
    strips: idsOf(selection, 'field', 'group'),
    middle: middle(),
  };
}

/** Everything that the shelf can keep of the open scene now. */
export function takeableNow(): Takeable[] {
  const scene = openedScene();
  const { selection } = useSelection.getState();
  const picked = idsOf(selection, 'field');
  const groups = scene.groups.filter(({ id }) => idsOf(selection, 'group').includes(id));
  return takeable(scene, {
    emitters: scene.emitters.filter(({ id }) => idsOf(selection, 'emitter').includes(id)),
    fields: scene.fields.filter(({ id }) => picked.includes(id)),
    groups: scene.groups.filter(
      (g) => groups.includes(g) || groupsAround(scene.groups, g).some((one) => groups.includes(one)),
    ),
  });
}

/** A recipe of what is selected, by its sort. */
export function takenNow(sort: RecipeSort): Omit<Recipe, 'name' | 'note' | 'tags'> {
  const { take } = takeableNow().find((one) => one.sort === sort)!;
  return { sort, about: middle(), scene: take() };
}

/** The recipe of that id: one that ships with the program, or one from the server. */
const recipeOf = async (id: string): Promise<Recipe> => shippedShelf().find((one) => one.id === id) ?? api.recipe(id);

/** Uses a recipe on the open scene: one step of undo. Says why where that can't be. */
export async function applyRecipe(id: string): Promise<void> {
  try {
    const recipe = await recipeOf(id);
    const now = targets();
    const reason = whyNot(recipe, openedScene(), now);
    if (reason) return void toast(reason);
    const { scene, emitters, strips } = withRecipe(openedScene(), recipe, now);
    changeScene(() => sceneFrom(JSON.parse(JSON.stringify(scene))));
    void loadAssets(openedScene());
    if (recipe.sort === 'emitter') select({ type: 'emitter', id: emitters[0]!, also: emitters.slice(1) });
    if (recipe.sort === 'chain') selectStrips(strips);
    toast(`“${recipe.name}” is in the scene.`);
  } catch (error) {
    toast.error(messageOf(error));
  }
}

/** Selects the fields among some strips, or the group where there is no field. */
function selectStrips(strips: readonly string[]): void {
  const { fields } = openedScene();
  const [first, ...also] = strips.filter((id) => fields.some((field) => field.id === id));
  if (first !== undefined) select({ type: 'field', id: first, also });
}
