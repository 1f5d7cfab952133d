import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useQueryClient } from '@tanstack/react-query';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../../../core/lib/errors';
import { RECIPE_LIMITS, RECIPE_SORTS, type RecipeSort, type RecipeWords } from '../../../core/scene/recipes/recipe';
import { useStage } from '../../simulation/stage';
import { api } from '../../state/api';
import { useScene } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { RecipeDialog } from './recipe-words';
import { takeableNow, takenNow } from './use-recipe';

/** Size of a kept picture, pixels of the page. */
const PICTURE = { width: 230, height: 130 } as const;

/** Names a recipe before it is kept. */
function SaveDialog({
  sort,
  name,
  onDone,
}: {
  sort: RecipeSort;
  name: string;
  /** Told whether it was kept. */
  onDone: (saved: boolean) => void;
}) {
  const stage = useStage();
  const queries = useQueryClient();
  const [busy, setBusy] = useState(false);
  const keep = async (words: RecipeWords) => {
    setBusy(true);
    try {
      const picture = stage.rig?.smallPicture(PICTURE.width, PICTURE.height)?.split(',')[1];
      const kept = await api.keepRecipe({ ...takenNow(sort), ...words }, picture);
      await queries.invalidateQueries({ queryKey: ['shelf'] });
      toast(`“${kept.name}” is on the shelf.`);
      onDone(true);
    } catch (error) {
      toast.error(messageOf(error));
      setBusy(false);
    }
  };
  return (
    <RecipeDialog
      title={`Save to the shelf: ${RECIPE_SORTS[sort]}`}
      action="Save"
      initial={{ name: name.slice(0, RECIPE_LIMITS.name), note: '', tags: '' }}
      busy={busy}
      onDone={(words) => void keep(words)}
      onCancel={() => onDone(false)}
    />
  );
}

/** Keeps a part of the scene on the shelf: what is selected, its look, curve or modulators, or the output set-up. */
export function SaveRecipe({ onSaved }: { onSaved: () => void }) {
  // The choice follows the scene and what is selected in it.
  useScene();
  useSelection();
  const [open, setOpen] = useState<{ readonly sort: RecipeSort; readonly name: string }>();
  return (
    <>
      <Menu>
        <MenuButton className="text-button flex items-center gap-1" title="Puts a part of this scene on the shelf">
          save <ChevronDown size={12} />
        </MenuButton>
        <MenuItems anchor="bottom start" className="z-20 w-72 border border-rule bg-panel py-1 focus:outline-none">
          {takeableNow().map(({ sort, name }) => (
            <MenuItem key={sort}>
              <button
                className="flex w-full justify-between gap-3 px-3 py-1.5 text-left data-focus:bg-raised"
                onClick={() => setOpen({ sort, name })}
              >
                <span className="truncate">{name}</span>
                <span className="shrink-0 text-xs text-faint">{RECIPE_SORTS[sort]}</span>
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
      {open && (
        <SaveDialog
          {...open}
          onDone={(saved) => {
            setOpen(undefined);
            if (saved) onSaved();
          }}
        />
      )}
    </>
  );
}
