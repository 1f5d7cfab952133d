import { create } from 'zustand';

/** A particle of the frame on the screen: its emitter, by its place in the list, and its permanent number. */
export interface Probed {
  readonly emitter: number;
  readonly id: number;
}

interface ProbedState {
  /** The one under the pointer. */
  readonly under: Probed | undefined;
  /** The one that was clicked. */
  readonly held: Probed | undefined;
}

/** The particle at which strips and inspector show what fields give. */
export const useProbed = create<ProbedState>(() => ({ under: undefined, held: undefined }));

/** The particle to show: that under the pointer, otherwise the one that was clicked. */
export const probedOf = ({ under, held }: ProbedState): Probed | undefined => under ?? held;

/** Marks the particle under the pointer; undefined for none. */
export function pointAt(under: Probed | undefined): void {
  const now = useProbed.getState().under;
  if (now?.emitter !== under?.emitter || now?.id !== under?.id) useProbed.setState({ under });
}

/** Holds a particle, so that it is shown while the pointer is elsewhere; undefined lets go of it. */
export const hold = (held: Probed | undefined): void => useProbed.setState({ held });
