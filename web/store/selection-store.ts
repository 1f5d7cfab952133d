import { create } from 'zustand';
import type { ThingType } from './scene-store';

/** What is selected: one thing of the scene (of emitters perhaps several), or the scene itself. */
export type Selection =
  | {
      readonly type: ThingType;
      readonly id: string;
      /** Other emitters that are set together with it. */ readonly also?: readonly string[];
    }
  | { readonly type: 'camera' | 'scene' };

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

/** Adds an emitter to those selected, or takes it away. */
export function selectToo(id: string): void {
  const { selection } = useSelection.getState();
  if (selection.type !== 'emitter') return select({ type: 'emitter', id });
  const all = [selection.id, ...(selection.also ?? [])];
  const [first, ...also] = all.includes(id) && all.length > 1 ? all.filter((other) => other !== id) : [...new Set([...all, id])];
  select({ type: 'emitter', id: first!, also });
}

/** Whether that thing is selected, alone or among others. */
export function isSelected(selection: Selection, type: ThingType, id: string): boolean {
  return selection.type === type && (selection.id === id || !!selection.also?.includes(id));
}
