import { EASINGS } from '../../../core/lib/math/bezier';
import { toast } from 'sonner';
import { copyPicked, deletePicked, easePicked, pasteKeys, pickedRows } from './key-actions';
import { openDeck, useKeys, type Deck } from './keys-store';

const DECKS: readonly (readonly [Deck, string])[] = [
  ['desk', 'The fields as strips'],
  ['keys', 'All keyframes over time'],
  ['curves', 'The curves of keyframed numbers'],
  ['dials', 'The dials of the scene'],
  ['shelf', 'What you have put away for other scenes, and chains that ship with the program'],
];

/** The choice between the decks under the view. */
export function DeckTabs() {
  const deck = useKeys((state) => state.deck);
  return (
    <span role="group" aria-label="Deck" className="flex">
      {DECKS.map(([name, title]) => (
        <button
          key={name}
          className="text-button"
          aria-pressed={deck === name}
          title={title}
          onClick={() => openDeck(name)}
        >
          {name}
        </button>
      ))}
    </span>
  );
}

/** Ways to go on from a key, with the handles of those that are curves. */
const EASE_CHOICES = [
  ['linear', 'even'],
  ['smooth', 'smooth'],
  ['step', 'stepped'],
  ...Object.keys(EASINGS).map((name) => [name, name] as const),
] as const;

/** What can be done with keys, over both decks that show them. */
export function KeysBar() {
  const { own, ripple, picked } = useKeys();
  const count = Object.values(picked).reduce((n, frames) => n + frames.length, 0);
  const ease = (name: string) => {
    if (pickedRows().length === 0) toast('Select keyframes first: click them, or drag a box around them.');
    const handles = EASINGS[name];
    if (handles) easePicked('curve', handles);
    else easePicked(name as 'linear');
  };
  return (
    <div className="flex h-7 shrink-0 items-center gap-1 border-b border-rule px-2" role="toolbar" aria-label="Keys">
      <DeckTabs />
      <span className="mx-2 h-3.5 w-px bg-rule" />
      <button
        className="text-button"
        aria-pressed={own}
        title="Only keyframes of the selection"
        onClick={() => useKeys.setState({ own: !own })}
      >
        selected only
      </button>
      <button
        className="text-button"
        aria-pressed={ripple}
        title="Moving keyframes also moves all later ones in their rows"
        onClick={() => useKeys.setState({ ripple: !ripple })}
      >
        ripple
      </button>
      <span className="mx-2 h-3.5 w-px bg-rule" />
      <select
        className="num bg-transparent"
        aria-label="The interpolation after the selected keyframes"
        value=""
        onChange={(event) => ease(event.currentTarget.value)}
      >
        <option value="" disabled className="bg-panel">
          interpolation …
        </option>
        {EASE_CHOICES.map(([value, label]) => (
          <option key={value} value={value} className="bg-panel">
            {label}
          </option>
        ))}
      </select>
      <button className="text-button" disabled={count === 0} title="Ctrl+C" onClick={copyPicked}>
        copy
      </button>
      <button className="text-button" title="At the playhead (Ctrl+V)" onClick={pasteKeys}>
        paste
      </button>
      <button className="text-button" disabled={count === 0} title="Delete" onClick={deletePicked}>
        delete
      </button>
      <span className="flex-1" />
      {count > 0 && <span className="num text-lamp">{count === 1 ? '1 key' : `${count} keys`}</span>}
    </div>
  );
}
