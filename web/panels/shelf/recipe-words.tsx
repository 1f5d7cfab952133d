import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useState } from 'react';
import { RECIPE_LIMITS, type RecipeWords } from '../../../core/scene/recipes/recipe';

/** The words of a recipe as they are typed: tags in one line. */
export interface WrittenWords {
  readonly name: string;
  readonly note: string;
  readonly tags: string;
}

/** Words as they are kept: tags parted by commas, each once. */
export function wordsOf({ name, note, tags }: WrittenWords): RecipeWords {
  const all = tags
    .split(',')
    .map((tag) => tag.trim().slice(0, RECIPE_LIMITS.tag))
    .filter((tag) => tag !== '');
  return { name: name.trim(), note: note.trim(), tags: [...new Set(all)].slice(0, RECIPE_LIMITS.tags) };
}

/** Boxes for the words of a recipe. */
function RecipeWordsRows({ words, onChange }: { words: WrittenWords; onChange: (words: WrittenWords) => void }) {
  const box = 'w-full rounded-sm border border-rule bg-transparent px-1.5 py-1 focus:bg-raised';
  return (
    <>
      <label className="block">
        <span className="text-second">Name</span>
        <input
          autoFocus
          className={box}
          value={words.name}
          maxLength={RECIPE_LIMITS.name}
          onChange={(event) => onChange({ ...words, name: event.currentTarget.value })}
        />
      </label>
      <label className="block">
        <span className="text-second">Tags, with commas between them</span>
        <input
          className={box}
          value={words.tags}
          onChange={(event) => onChange({ ...words, tags: event.currentTarget.value })}
        />
      </label>
      <label className="block">
        <span className="text-second">Note</span>
        <textarea
          className={`${box} resize-none`}
          rows={2}
          value={words.note}
          maxLength={RECIPE_LIMITS.note}
          onChange={(event) => onChange({ ...words, note: event.currentTarget.value })}
        />
      </label>
    </>
  );
}

/** Asks for the words of a recipe; `action` is the button that takes them. */
export function RecipeDialog({
  title,
  action,
  initial,
  busy = false,
  onDone,
  onCancel,
}: {
  title: string;
  action: string;
  initial: WrittenWords;
  busy?: boolean;
  onDone: (words: RecipeWords) => void;
  onCancel: () => void;
}) {
  const [words, setWords] = useState(initial);
  return (
    <Dialog open onClose={onCancel} className="relative z-20">
      <div className="fixed inset-0 grid place-content-center bg-surround/70">
        <DialogPanel className="w-[26rem] border border-rule bg-panel p-5">
          <DialogTitle className="text-lg">{title}</DialogTitle>
          <form
            className="mt-3 flex flex-col gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              onDone(wordsOf(words));
            }}
          >
            <RecipeWordsRows words={words} onChange={setWords} />
            <div className="flex justify-end gap-2">
              <button type="button" className="line-button" onClick={onCancel}>
                Cancel
              </button>
              <button className="lamp-button" disabled={busy || words.name.trim() === ''}>
                {action}
              </button>
            </div>
          </form>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
