import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Whether the list of things is folded to icons; kept in the browser. */
export const useListFold = create<{ readonly folded: boolean; toggle(): void }>()(
  persist((set) => ({ folded: false, toggle: () => set(({ folded }) => ({ folded: !folded })) }), {
    name: 'bathyclast-list',
    partialize: ({ folded }) => ({ folded }),
  }),
);
