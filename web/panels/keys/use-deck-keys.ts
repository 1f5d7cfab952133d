import { keyRows, selectedRef, type KeyRow } from './key-rows';
import { copyPicked, deletePicked, nudge, pasteKeys } from './key-actions';
import { pick, useKeys } from './keys-store';
import { useSceneOf } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { useMemo } from 'react';

/** The rows that the decks show. */
export function useRows(): readonly KeyRow[] {
  const scene = useSceneOf((now) => now);
  const own = useKeys((state) => state.own);
  const selection = useSelection((state) => state.selection);
  return useMemo(() => keyRows(scene, own ? selectedRef(selection) : undefined), [scene, own, selection]);
}

/** Keys of the keyboard on a deck of keys. */
export function onDeckKey(event: React.KeyboardEvent, rows: readonly KeyRow[]): void {
  if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return;
  const command = event.ctrlKey || event.metaKey;
  const step = event.shiftKey ? 10 : 1;
  if (command && event.key === 'a')
    pick(Object.fromEntries(rows.map((row) => [row.id, row.keys.map((key) => key.frame)])));
  else if (command && event.key === 'c') copyPicked();
  else if (command && event.key === 'v') pasteKeys();
  else if (!command && (event.key === 'Delete' || event.key === 'Backspace')) deletePicked();
  else if (event.key === 'ArrowLeft') nudge(-step);
  else if (event.key === 'ArrowRight') nudge(step);
  else if (event.key === 'Escape') pick({});
  else return;
  event.preventDefault();
  event.stopPropagation();
}
