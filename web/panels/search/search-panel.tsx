import { useEffect, useId, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useStage } from '../../simulation/stage';
import { openedScene } from '../../state/scene-store';
import { answersTo, entriesOf, type Entry } from './entries';
import { showEntry } from './go-to';

const bringIntoView = (row: HTMLElement | null) => row?.scrollIntoView({ block: 'nearest' });

/** Finds a thing or setting of the scene by name, goes there, and puts the focus on it. */
export function SearchPanel({ onClose }: { onClose: () => void }) {
  const { id } = useStage();
  const navigate = useNavigate();
  const listId = useId();
  const place = useRef<HTMLDivElement>(null);
  const before = useRef(document.activeElement);
  const [query, setQuery] = useState('');
  const [chosen, setChosen] = useState(0);
  // The scene as it was when the search was opened: nothing changes while one types here.
  const entries = useMemo(() => entriesOf(openedScene()), []);
  const found = answersTo(query, entries);
  useEffect(() => {
    const outside = ({ target }: PointerEvent) => !place.current?.contains(target as Node) && onClose();
    document.addEventListener('pointerdown', outside);
    return () => document.removeEventListener('pointerdown', outside);
  }, [onClose]);

  const leave = () => {
    onClose();
    if (before.current instanceof HTMLElement) before.current.focus();
  };
  const go = async (entry: Entry) => {
    onClose();
    await navigate(`/scene/${id}${entry.selection ? '' : '/output'}`);
    if (!(await showEntry(entry))) toast(`“${entry.label}” of ${entry.of} has no effect now and is not shown.`);
  };
  const onKey = (event: React.KeyboardEvent) => {
    const walk = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key === 'Escape') leave();
    else if (event.key === 'Enter') {
      const entry = found[chosen];
      if (entry) void go(entry);
    } else if (walk !== undefined && found.length > 0) setChosen((chosen + walk + found.length) % found.length);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      ref={place}
      role="dialog"
      aria-label="Find"
      className="fixed top-14 left-1/2 z-40 w-[min(34rem,92vw)] -translate-x-1/2 border border-rule bg-panel p-2 shadow-[0_8px_24px_rgb(0_0_0/0.4)]"
    >
      <input
        autoFocus
        role="combobox"
        aria-label="Find a setting or a thing of the scene"
        aria-expanded
        aria-controls={listId}
        aria-activedescendant={found[chosen] && `${listId}-${chosen}`}
        placeholder="Type the name of a setting or a thing"
        className="w-full rounded-sm border border-rule bg-surround px-2 py-1.5 focus:border-lamp"
        value={query}
        onChange={(event) => {
          setQuery(event.currentTarget.value);
          setChosen(0);
        }}
        onKeyDown={onKey}
      />
      <div id={listId} role="listbox" aria-label="Found" className="mt-1 max-h-[60vh] overflow-y-auto">
        {found.map((entry, i) => (
          <div
            key={entry.key}
            id={`${listId}-${i}`}
            ref={i === chosen ? bringIntoView : undefined}
            role="option"
            aria-selected={i === chosen}
            className={`flex cursor-pointer items-baseline gap-3 px-2 py-1 ${i === chosen ? 'bg-raised' : ''}`}
            title={entry.help}
            onPointerEnter={() => setChosen(i)}
            onClick={() => void go(entry)}
          >
            <span className="shrink-0">{entry.label}</span>
            <span className="min-w-0 flex-1 truncate text-right text-xs text-faint">{entry.of}</span>
          </div>
        ))}
      </div>
      {query.trim() !== '' && found.length === 0 && (
        <p className="px-2 py-1 text-second" role="status">
          Nothing in this scene is called “{query.trim()}”. The handbook (F1) explains what other kinds have.
        </p>
      )}
    </div>
  );
}
