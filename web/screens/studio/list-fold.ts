import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { useHandbook } from '../../panels/handbook/handbook-store';

/** Whether the list of things is folded to icons: alone, and beside the handbook; kept in the browser. */
const useListFold = create<{ readonly folded: boolean; readonly beside: boolean }>()(
  persist((): { folded: boolean; beside: boolean } => ({ folded: false, beside: true }), { name: 'bathyclast-list' }),
);

/** The width of a window, in pixels, in which the list and the handbook both have room beside the view. */
const ROOMY = 1500;

/** Whether the list stands folded, and how to change that: in a narrow window the handbook takes its place at first. */
export function useFoldedList(): readonly [folded: boolean, toggle: () => void] {
  const { folded, beside } = useListFold();
  const handbook = useHandbook((state) => state.address !== undefined);
  return handbook && window.innerWidth < ROOMY
    ? [folded || beside, () => useListFold.setState({ folded: false, beside: !(folded || beside) })]
    : [folded, () => useListFold.setState({ folded: !folded })];
}
