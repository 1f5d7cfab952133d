import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { previewOf, shippedShelf } from '../../../core/examples/shelf';
import { RECIPE_SORTS, type RecipeSort, type RecipeWords } from '../../../core/scene/recipes/recipe';
import { PlayedPicture } from '../handbook/played-picture';
import { applyRecipe } from './use-recipe';

/** A recipe as a card shows it. */
export interface ShownRecipe extends RecipeWords {
  readonly id: string;
  readonly sort: RecipeSort;
  readonly shipped: boolean;
  readonly pictured: boolean;
}

/** What can be done with a card of one’s own. */
export interface CardActions {
  onDescribe(recipe: ShownRecipe): void;
  onDelete(recipe: ShownRecipe): void;
}

const shippedScene = (id: string) => previewOf(shippedShelf().find((one) => one.id === id)!);

/** The picture of a recipe: that of the view it was kept from, or the chain itself at work. */
function RecipePicture({ id, shipped, pictured, live }: ShownRecipe & { readonly live: boolean }) {
  if (shipped) return <PlayedPicture name={id} sceneOf={shippedScene} live={live} />;
  return pictured ? (
    <img className="block aspect-[460/260] w-full bg-surround object-cover" src={`/api/shelf/${id}/picture`} alt="" />
  ) : (
    <span className="block aspect-[460/260] w-full bg-surround" />
  );
}

/** A recipe with its picture: a click uses it. */
export function RecipeCard({ recipe, onDescribe, onDelete }: { recipe: ShownRecipe } & CardActions) {
  const [live, setLive] = useState(false);
  const { id, name, note, tags, sort, shipped } = recipe;
  return (
    <li className="relative" onPointerEnter={() => setLive(true)} onPointerLeave={() => setLive(false)}>
      <button
        className="block w-full border border-rule text-left hover:border-second focus-visible:border-lamp"
        title={note}
        aria-label={`Use ${name}`}
        onClick={() => void applyRecipe(id)}
      >
        <RecipePicture {...recipe} live={live} />
        <span className="block truncate px-1.5 pt-1 pr-6 font-semibold">{name}</span>
        <span className="block truncate px-1.5 pb-1 text-xs text-second">
          {[RECIPE_SORTS[sort], ...tags].join(' · ')}
        </span>
      </button>
      {!shipped && (
        <Menu>
          <MenuButton className="text-button absolute right-0 bottom-5 px-1" aria-label={`More for ${name}`}>
            <Ellipsis size={14} />
          </MenuButton>
          <MenuItems anchor="bottom end" className="z-20 w-44 border border-rule bg-panel py-1 focus:outline-none">
            <MenuItem>
              <button
                className="block w-full px-3 py-1 text-left data-focus:bg-raised"
                onClick={() => onDescribe(recipe)}
              >
                Change its words
              </button>
            </MenuItem>
            <MenuItem>
              <a className="block px-3 py-1 data-focus:bg-raised" href={`/api/shelf/export?ids=${id}`} download>
                Export
              </a>
            </MenuItem>
            <MenuItem>
              <button
                className="block w-full px-3 py-1 text-left data-focus:bg-raised"
                onClick={() => onDelete(recipe)}
              >
                Delete
              </button>
            </MenuItem>
          </MenuItems>
        </Menu>
      )}
    </li>
  );
}
