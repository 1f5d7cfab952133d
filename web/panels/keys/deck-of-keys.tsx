import { KeysBar } from './deck-bar';
import type { KeyRow } from './key-rows';
import { onDeckKey } from './use-deck-keys';

/** A deck that shows keys: its bar, its keys of the keyboard, and what to do where there is nothing yet. */
export function DeckOfKeys({
  label,
  rows,
  empty,
  children,
}: {
  label: string;
  rows: readonly KeyRow[];
  empty: boolean;
  children: React.ReactNode;
}) {
  return (
    <div
      data-handbook="topic/keyframes"
      className="flex h-full min-h-0 flex-col border-t border-rule bg-panel"
      role="region"
      aria-label={label}
      onKeyDown={(event) => onDeckKey(event, rows)}
    >
      <KeysBar />
      {empty ? (
        <p className="w-96 p-4 text-second">
          There are no keyframes here. The line under any number, in the inspector or on a strip, adds a keyframe at the
          playhead.
        </p>
      ) : (
        children
      )}
    </div>
  );
}

/** The name of what a row is of. */
export function RowName({ row }: { row: { readonly thing: string; readonly label: string } }) {
  return (
    <>
      <span className="truncate text-second">{row.thing}</span>
      <span className="truncate">{row.label}</span>
    </>
  );
}
