import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { shippedShelf } from '../../../core/examples/shelf';
import { counted } from '../../../core/lib/counted';
import { messageOf } from '../../../core/lib/errors';
import { RECIPE_SORTS } from '../../../core/scene/recipes/recipe';
import { api } from '../../state/api';
import { base64Of } from '../../widgets/base64';
import { DeckTabs } from '../keys/deck-bar';
import { RecipeCard, type ShownRecipe } from './recipe-card';
import { RecipeDialog } from './recipe-words';
import { SaveRecipe } from './save-recipe';
import { fits, tagsOf } from './shelf-search';

const SHIPPED: readonly ShownRecipe[] = shippedShelf().map(({ id, sort, name, note, tags }) => ({
  id,
  sort,
  name,
  note,
  tags,
  shipped: true,
  pictured: true,
}));

/** A choice that narrows the shelf; nothing chosen shows all. */
function Filter({
  label,
  all,
  options,
  value,
  onChange,
}: {
  label: string;
  all: string;
  options: readonly (readonly [value: string, label: string])[];
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <select
      className="num bg-transparent"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.currentTarget.value)}
    >
      <option value="">{all}</option>
      {options.map(([one, shown]) => (
        <option key={one} value={one}>
          {shown}
        </option>
      ))}
    </select>
  );
}

/** What has been put away for other scenes, and the chains that ship with the program; a click uses one. */
export default function ShelfDeck() {
  const queries = useQueryClient();
  const kept = useQuery({ queryKey: ['shelf'], queryFn: api.shelf });
  const [text, setText] = useState('');
  const [sort, setSort] = useState('');
  const [tag, setTag] = useState('');
  const [described, setDescribed] = useState<ShownRecipe>();
  const file = useRef<HTMLInputElement>(null);
  const own: readonly ShownRecipe[] = (kept.data ?? []).map((recipe) => ({ ...recipe, shipped: false }));
  const all = [...own, ...SHIPPED];
  const shown = all.filter((recipe) => fits(recipe, { text, sort, tag }));

  // What was just kept is on the screen, whatever was looked for before.
  const showAll = () => {
    setText('');
    setSort('');
    setTag('');
  };

  const act = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      toast.error(messageOf(error));
    }
    await queries.invalidateQueries({ queryKey: ['shelf'] });
  };
  const remove = (recipe: ShownRecipe) =>
    act(async () => {
      const { sort: of, name, note, tags, about, scene } = await api.recipe(recipe.id);
      const picture = recipe.pictured ? base64Of(await api.recipePicture(recipe.id)) : undefined;
      await api.removeRecipe(recipe.id);
      toast(`“${name}” is deleted.`, {
        action: {
          label: 'Undo',
          onClick: () => void act(() => api.keepRecipe({ sort: of, name, note, tags, about, scene }, picture)),
        },
      });
    });
  const take = (chosen: File | undefined) =>
    chosen &&
    act(async () => {
      const added = await api.importShelf(chosen);
      toast(`${counted(added.length, 'recipe')} from “${chosen.name}”.`);
    });

  return (
    <section
      aria-label="Shelf"
      className="flex h-full min-h-0 flex-col"
      data-handbook="topic/shelf"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
    >
      <div className="flex h-7 shrink-0 items-center gap-1 border-b border-rule px-2" role="toolbar" aria-label="Shelf">
        <DeckTabs />
        <span className="mx-2 h-3.5 w-px bg-rule" />
        <SaveRecipe onSaved={showAll} />
        <button className="text-button" title="Adds the recipes of a shelf file" onClick={() => file.current!.click()}>
          import
        </button>
        {own.length > 0 && (
          <a className="text-button" title="All of your recipes as one file" href="/api/shelf/export" download>
            export
          </a>
        )}
        <input
          ref={file}
          type="file"
          hidden
          accept=".bathyshelf"
          aria-label="Shelf file"
          onChange={(event) => {
            void take(event.currentTarget.files?.[0]);
            event.currentTarget.value = '';
          }}
        />
        <span className="flex-1" />
        <Filter label="Sort" all="all sorts" options={Object.entries(RECIPE_SORTS)} value={sort} onChange={setSort} />
        <Filter
          label="Tag"
          all="all tags"
          options={tagsOf(all).map((one) => [one, one])}
          value={tag}
          onChange={setTag}
        />
        <input
          type="search"
          className="w-44 rounded-sm border border-rule bg-transparent px-1.5 focus:bg-raised"
          placeholder="Search the shelf"
          aria-label="Search the shelf"
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto p-3">
        {kept.isError && (
          <p role="alert" className="pb-2 text-signal">
            {kept.error.message}{' '}
            <button className="line-button ml-2" onClick={() => void kept.refetch()}>
              Try again
            </button>
          </p>
        )}
        {own.length === 0 && kept.isSuccess && (
          <p className="pb-2 text-second">
            Nothing of yours is here yet. Select strips or an emitter, and choose <em>save</em>. The chains below ship
            with the program: a click adds one.
          </p>
        )}
        {shown.length === 0 && <p className="text-second">Nothing fits the search.</p>}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-2.5">
          {shown.map((recipe) => (
            <RecipeCard
              key={recipe.id}
              recipe={recipe}
              onDescribe={setDescribed}
              onDelete={(one) => void remove(one)}
            />
          ))}
        </ul>
      </div>
      {described && (
        <RecipeDialog
          title={`Words of “${described.name}”`}
          action="Change"
          initial={{ ...described, tags: described.tags.join(', ') }}
          onDone={(words) => {
            setDescribed(undefined);
            void act(() => api.describeRecipe(described.id, words));
          }}
          onCancel={() => setDescribed(undefined)}
        />
      )}
    </section>
  );
}
