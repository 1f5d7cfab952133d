import { create } from 'zustand';

/** What is selected: one thing of the scene, or the scene itself. */
export type Selection =
  | { readonly type: 'field' | 'emitter'; readonly id: string }
  | { readonly type: 'camera' }
  | { readonly type: 'scene' };

interface SelectionState {
  readonly selection: Selection;
  select(selection: Selection): void;
}

/** What the inspector and the handles work on. */
export const useSelection = create<SelectionState>()((set) => ({
  selection: { type: 'scene' },
  select: (selection) => set({ selection }),
}));

/** Selects a thing. */
export const select = (selection: Selection) => useSelection.getState().select(selection);

/** Whether that field or emitter is selected. */
export function isSelected(selection: Selection, type: 'field' | 'emitter', id: string): boolean {
  return selection.type === type && selection.id === id;
}
