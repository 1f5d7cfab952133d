import { create } from 'zustand';

/** The page of the handbook that is open beside the work; `''` is its contents. */
interface HandbookState {
  readonly address: string | undefined;
  /** The label of a setting that the page begins with. */
  readonly setting: string | undefined;
}

export const useHandbook = create<HandbookState>(() => ({ address: undefined, setting: undefined }));

/** Opens a page of the handbook beside the work. */
export const openHandbook = (address: string, setting?: string): void => useHandbook.setState({ address, setting });

/** Closes it. */
export const closeHandbook = (): void => useHandbook.setState({ address: undefined, setting: undefined });
