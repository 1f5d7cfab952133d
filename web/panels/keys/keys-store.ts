import { create } from 'zustand';

export type Deck = 'desk' | 'keys' | 'curves' | 'dials' | 'shelf';

interface KeysState {
  /** Which deck is under the view. */
  readonly deck: Deck;
  /** Only the keys of what is selected. */
  readonly own: boolean;
  /** Moving keys takes along all that follow in their rows. */
  readonly ripple: boolean;
  /** Frames of the selected keys, by the id of their row. */
  readonly picked: Readonly<Record<string, readonly number[]>>;
}

/** How keys are looked at and which are selected; not a part of the scene. */
export const useKeys = create<KeysState>()(() => ({ deck: 'desk', own: false, ripple: false, picked: {} }));

export const openDeck = (deck: Deck): void => useKeys.setState({ deck });

/** Selects those keys, by row; beside the ones that are where `add` is set. */
export function pick(picked: Readonly<Record<string, readonly number[]>>, add = false): void {
  useKeys.setState((state) => {
    if (!add) return { picked };
    const next: Record<string, readonly number[]> = { ...state.picked };
    for (const [row, frames] of Object.entries(picked)) next[row] = [...new Set([...(next[row] ?? []), ...frames])];
    return { picked: next };
  });
}

export const isPicked = (state: Pick<KeysState, 'picked'>, row: string, frame: number): boolean =>
  state.picked[row]?.includes(frame) ?? false;
