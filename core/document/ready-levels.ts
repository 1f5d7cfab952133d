import type { LevelStop } from './parameters';

const stops = (...pairs: readonly (readonly [at: number, value: number])[]): readonly LevelStop[] =>
  pairs.map(([at, value]) => ({ at, value }));

/** Ready-made curves of a level from one end to the other. */
export const READY_LEVELS: readonly { readonly name: string; readonly stops: readonly LevelStop[] }[] = [
  { name: 'full', stops: stops([0, 1], [1, 1]) },
  { name: 'rise', stops: stops([0, 0], [1, 1]) },
  { name: 'fall', stops: stops([0, 1], [1, 0]) },
  { name: 'bell', stops: stops([0, 0], [0.2, 0.15], [0.35, 0.65], [0.5, 1], [0.65, 0.65], [0.8, 0.15], [1, 0]) },
  { name: 'dip', stops: stops([0, 1], [0.2, 0.85], [0.35, 0.35], [0.5, 0], [0.65, 0.35], [0.8, 0.85], [1, 1]) },
  { name: 'fade in and out', stops: stops([0, 0], [0.15, 1], [0.85, 1], [1, 0]) },
  { name: 'hold, then fall', stops: stops([0, 1], [0.7, 1], [1, 0]) },
  { name: 'step', stops: stops([0, 0], [0.49, 0], [0.51, 1], [1, 1]) },
];
