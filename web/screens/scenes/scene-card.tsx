import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Ellipsis } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { SceneCard as Card } from '../../state/api';

/** When something was changed, in words for the recent and as a date for the older. */
function ago(iso: string): string {
  const minutes = Math.round((Date.now() - Date.parse(iso)) / 60000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 24 * 60) return `${Math.round(minutes / 60)} h ago`;
  return new Date(iso).toLocaleDateString();
}

const kilobytes = (bytes: number) => `${(bytes / 1024).toFixed(1)} kB`;

/** Milliseconds for which a pointer rests on a card before it plays. */
const REST = 250;

/** Plays the scene of a card while the pointer or the focus is on it; gives the box that it plays in. */
function usePlayed(id: string) {
  const box = useRef<HTMLSpanElement>(null);
  const [on, setOn] = useState(false);
  useEffect(() => {
    if (!on || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const stop = new AbortController();
    const due = setTimeout(() => {
      const play = async () => (await import('./play-card')).playCard(id, box.current!, stop.signal);
      // A scene that can't be played keeps its picture; opened, it says why.
      void play().catch(() => undefined);
    }, REST);
    return () => {
      clearTimeout(due);
      stop.abort();
    };
  }, [id, on]);
  const begin = () => setOn(true);
  const end = () => setOn(false);
  return { box, hands: { onPointerEnter: begin, onPointerLeave: end, onFocus: begin, onBlur: end } };
}

/** A scene with its picture, which moves under the pointer; pressed, it opens. */
export function SceneCard({
  card,
  onRename,
  onDuplicate,
  onDelete,
}: {
  card: Card;
  onRename: (name: string) => void;
  onDuplicate: () => void;
  onDelete: () => void;
}) {
  const [naming, setNaming] = useState(false);
  const { box, hands } = usePlayed(card.id);
  const items = [
    ['Rename', () => setNaming(true)],
    ['Duplicate', onDuplicate],
    ['Export as a file', () => window.location.assign(`/api/scenes/${card.id}/export`)],
    ['Delete', onDelete],
  ] as const;
  const finish = (name: string) => {
    setNaming(false);
    if (name.trim() && name.trim() !== card.name) onRename(name.trim());
  };
  return (
    <li className="group border border-rule bg-panel hover:border-second" data-scene={card.name}>
      <Link
        to={`/scene/${card.id}`}
        aria-label={`Open ${card.name}`}
        className="relative block aspect-video bg-surround"
        {...hands}
      >
        {card.pictureRevision === null ? (
          <span className="grid h-full place-content-center text-xs text-faint">drawing its picture …</span>
        ) : (
          <img
            src={`/api/scenes/${card.id}/picture?revision=${card.pictureRevision}`}
            alt={`A frame of ${card.name}`}
            className="h-full w-full object-cover"
          />
        )}
        <span ref={box} className="pointer-events-none absolute inset-0" data-testid="played" />
      </Link>
      <div className="flex items-start justify-between px-3 py-2">
        <div className="min-w-0 flex-1">
          {naming ? (
            <input
              autoFocus
              aria-label="Name"
              className="w-full bg-raised px-1 font-semibold"
              defaultValue={card.name}
              maxLength={120}
              onFocus={(event) => event.currentTarget.select()}
              onBlur={(event) => finish(event.currentTarget.value)}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur();
                if (event.key === 'Escape') setNaming(false);
              }}
            />
          ) : (
            <Link to={`/scene/${card.id}`} tabIndex={-1} className="block truncate font-semibold">
              {card.name}
            </Link>
          )}
          <p className="num text-second">
            {kilobytes(card.bytes)} · {ago(card.changed)}
          </p>
        </div>
        <Menu>
          <MenuButton className="text-button" aria-label={`More for ${card.name}`}>
            <Ellipsis size={16} />
          </MenuButton>
          <MenuItems anchor="bottom end" className="z-10 border border-rule bg-panel py-1 focus:outline-none">
            {items.map(([label, act]) => (
              <MenuItem key={label}>
                <button className="block w-full px-4 py-1.5 text-left data-focus:bg-raised" onClick={act}>
                  {label}
                </button>
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
      </div>
    </li>
  );
}
