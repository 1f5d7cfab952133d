import { useId, useRef, useState } from 'react';
import type { FieldKind } from '../../../core/kinds/contracts/field';
import { families, kindsFor } from '../../../core/kinds/fields/families';
import { addField } from './desk-edit';
import { KindPicture } from './kind-picture';

/** The id of the filter of the palette that stands on an empty desk. */
export const STANDING = 'standing-palette';

/** The first sentence of what a kind does. */
const sentence = ({ summary }: FieldKind): string => `${summary.split(/[.;:]/)[0]}.`;

/** The tile above or below one, as it stands on the screen. */
function beside(list: HTMLElement, active: string, by: 1 | -1): string | undefined {
  const tiles = [...list.querySelectorAll<HTMLElement>('[role=option]')].map((tile) => ({
    kind: tile.dataset['kind']!,
    box: tile.getBoundingClientRect(),
  }));
  const own = tiles.find(({ kind }) => kind === active);
  if (!own) return undefined;
  const middle = (box: DOMRect) => box.left + box.width / 2;
  return tiles
    .filter(({ box }) => (by > 0 ? box.top > own.box.bottom - 1 : box.bottom < own.box.top + 1))
    .toSorted(
      (a, b) =>
        by * (a.box.top - b.box.top) ||
        Math.abs(middle(a.box) - middle(own.box)) - Math.abs(middle(b.box) - middle(own.box)),
    )[0]?.kind;
}

/** Every kind of field in its family, with a picture of what it does; what is typed leaves the ones that fit. */
export function Palette({ focused, onDone }: { focused: boolean; onDone: () => void }) {
  const id = useId();
  const list = useRef<HTMLDivElement>(null);
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState<string>();
  const fitting = kindsFor(typed);
  // Without a choice by hand it is the one that fits best.
  const active = fitting.find(({ kind }) => kind === chosen) ?? (typed.trim() || focused ? fitting[0] : undefined);
  const pick = (kind: FieldKind) => {
    onDone();
    addField(kind.kind);
  };
  const walk = (by: 1 | -1) => {
    const at = fitting.findIndex(({ kind }) => kind === active?.kind);
    setChosen(fitting[(at + by + fitting.length) % fitting.length]?.kind);
  };
  const onKey = (event: React.KeyboardEvent) => {
    if (event.key === 'Enter') {
      if (active) pick(active);
    } else if (event.key === 'Escape') onDone();
    else if (event.key === 'ArrowRight' && typed === '') walk(1);
    else if (event.key === 'ArrowLeft' && typed === '') walk(-1);
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const by = event.key === 'ArrowDown' ? 1 : -1;
      if (active) setChosen(beside(list.current!, active.kind, by) ?? active.kind);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const shown = families
    .map(({ label, kinds }) => ({ label, kinds: kinds.filter((kind) => fitting.includes(kind)) }))
    .filter(({ kinds }) => kinds.length > 0);
  return (
    <div className="flex h-full min-h-0 flex-col gap-2 p-3" data-handbook="topic/desk">
      <div className="flex items-center gap-3">
        <input
          id={focused ? undefined : STANDING}
          autoFocus={focused}
          role="combobox"
          aria-label="Find a kind of field"
          aria-expanded
          aria-controls={id}
          aria-activedescendant={active && `${id}-${active.kind}`}
          className="w-60 shrink-0 rounded-sm border border-rule bg-surround px-2 py-1 focus:border-lamp"
          placeholder="Type to find a kind of field"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
          onKeyDown={onKey}
        />
        <p className="line-clamp-2 min-w-0 text-xs leading-tight text-second">{active && sentence(active)}</p>
      </div>
      <div
        ref={list}
        id={id}
        role="listbox"
        aria-label="Kinds of field"
        className="flex min-h-0 flex-1 flex-wrap content-start gap-x-1.5 gap-y-2 overflow-y-auto"
      >
        {shown.map(({ label, kinds }) => (
          <div key={label} role="group" aria-label={label} className="contents">
            {kinds.map((kind, i) => (
              <div key={kind.kind} role="presentation" className={focused ? 'w-31' : 'w-25'}>
                {/* The name of the family stands over its first tile; the tiles of all families flow on. */}
                <p aria-hidden className="h-4 text-xs whitespace-nowrap text-faint">
                  {i === 0 && label}
                </p>
                <div
                  id={`${id}-${kind.kind}`}
                  data-kind={kind.kind}
                  role="option"
                  aria-selected={kind === active}
                  title={kind.summary}
                  className={`cursor-pointer border bg-panel p-1 ${kind === active ? 'border-lamp' : 'border-rule hover:border-second'}`}
                  onClick={() => pick(kind)}
                  onPointerEnter={() => setChosen(kind.kind)}
                >
                  <KindPicture kind={kind.kind} live={kind === active} />
                  <p className="truncate leading-tight font-semibold">{kind.label}</p>
                </div>
              </div>
            ))}
          </div>
        ))}
        {shown.length === 0 && <p className="text-second">No kind of field is called “{typed.trim()}”.</p>}
      </div>
    </div>
  );
}
