import { create } from 'zustand';
import type { Scene } from '../../core/document/scene';
import type { ThingType } from './scene-store';

/** What is selected: one thing of the scene (of emitters and fields perhaps several), or the scene itself. */
export type Selection =
  | {
      readonly type: ThingType;
      readonly id: string;
      /** Others of its sort that are set together with it. */ readonly also?: readonly string[];
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

/** The selection that a scene is opened with. */
export const firstSelection = ({ fields }: Pick<Scene, 'fields'>): Selection =>
  fields[0] ? { type: 'field', id: fields[0].id } : { type: 'scene' };

/** Adds an emitter or field to those selected, or takes it away. */
export function selectToo(type: 'emitter' | 'field', id: string): void {
  const { selection } = useSelection.getState();
  if (selection.type !== type) return select({ type, id });
  const all = [selection.id, ...(selection.also ?? [])];
  const [first, ...also] =
    all.includes(id) && all.length > 1 ? all.filter((other) => other !== id) : [...new Set([...all, id])];
  select({ type, id: first!, also });
}

/** Ids of the selected things of a sort; of `id` alone where it is not among them. */
export function selectedWith(type: ThingType, id: string): readonly string[] {
  const { selection } = useSelection.getState();
  return isSelected(selection, type, id) && 'id' in selection ? [selection.id, ...(selection.also ?? [])] : [id];
}

/** Whether that thing is selected, alone or among others. */
export function isSelected(selection: Selection, type: ThingType, id: string): boolean {
  return selection.type === type && (selection.id === id || !!selection.also?.includes(id));
}
