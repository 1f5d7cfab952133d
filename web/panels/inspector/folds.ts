import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Where the browser keeps which sections are open. */
export const FOLDS_KEY = 'bathyclast-sections';

/** Sections that are folded until they are opened, or hold something. */
export const SELDOM: readonly string[] = [
  'Masks',
  'Body',
  'Orientation and spin',
  'Visibility and seed',
  'Active range',
  'Light and fog',
  'Scene box',
  'Working view',
  'Dials',
  'Sounds',
  'Scene transform',
  'Split',
];

type Folds = Readonly<Record<string, boolean>>;

interface FoldState {
  readonly folds: Folds;
  set(title: string, open: boolean): void;
}

/** Which sections of the inspector were opened or folded by hand, by title; kept in the browser. */
export const useFolds = create<FoldState>()(
  persist(
    (set) => ({
      folds: {},
      set: (title, open) => set(({ folds }) => ({ folds: { ...folds, [title]: open } })),
    }),
    { name: FOLDS_KEY, partialize: ({ folds }) => ({ folds }) },
  ),
);

/** Whether a section is open: as it was left, otherwise unless it is seldom used and holds nothing of its own. */
export const isOpen = (folds: Folds, title: string, changed: boolean): boolean =>
  folds[title] ?? (changed || !SELDOM.includes(title));

/** Whether all sections are open for a moment, so that a setting can be found in them. */
export const useReveal = create<{ readonly all: boolean }>()(() => ({ all: false }));

/** A section that is on the screen. */
export interface ShownSection {
  readonly title: string;
  readonly changed: boolean;
  readonly element: HTMLElement;
}

/** The sections of the inspector as they stand, by an id of each. */
export const useSections = create<{ readonly sections: ReadonlyMap<string, ShownSection> }>()(() => ({
  sections: new Map(),
}));

/** Tells of a section that is on the screen; gives the way to take that back. */
export function showSection(id: string, section: ShownSection): () => void {
  useSections.setState(({ sections }) => ({ sections: new Map(sections).set(id, section) }));
  return () =>
    useSections.setState(({ sections }) => {
      const left = new Map(sections);
      left.delete(id);
      return { sections: left };
    });
}
