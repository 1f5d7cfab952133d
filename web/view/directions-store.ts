import { create } from 'zustand';

/** How the directions of fields are drawn in the view. */
export type Directions = 'none' | 'box' | 'plane' | 'lines';

interface DirectionsState {
  readonly shows: Directions;
  /** Shown again when they are switched on. */
  readonly last: Exclude<Directions, 'none'>;
  /** Where the plane stands in the box that is filled, −1 … 1 along its normal. */
  readonly offset: number;
  /** The words under the readout: of what they are, and how large the longest is. */
  readonly said: string;
}

/** Arrows and streamlines in the view. */
export const useDirections = create<DirectionsState>()(() => ({ shows: 'none', last: 'box', offset: 0, said: '' }));

/** Draws them in some way, or not. */
export function showDirections(shows: Directions): void {
  useDirections.setState(({ last }) => ({ shows, last: shows === 'none' ? last : shows }));
}

/** Switches them on as they were last, or off. */
export function toggleDirections(): void {
  const { shows, last } = useDirections.getState();
  showDirections(shows === 'none' ? last : 'none');
}
