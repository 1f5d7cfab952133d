/** When each of a series of things has its turn. */
export interface SeriesTiming {
  /** Frames of the scene a second. */
  readonly fps: number;
  /** The frame that is that of the first, and for how many frames each stands. */
  readonly start: number;
  readonly framesEach: number;
  /** Before the first and after the last: that one stays, they repeat, or they run back and forth. */
  readonly outside: 'hold' | 'repeat' | 'to-and-fro';
}

/** Frames are told apart from the time in seconds; this much of one is rounding. */
const ROUNDING = 1e-6;

/** The one that has its turn, from 0, of so many. */
export function turnOf(count: number, outside: SeriesTiming['outside'], n: number): number {
  if (outside === 'hold' || count < 2) return Math.min(count - 1, Math.max(0, n));
  const round = outside === 'repeat' ? count : 2 * count - 2;
  const turn = n - round * Math.floor(n / round);
  return turn < count ? turn : round - turn;
}

/** How far a series has come at a time in seconds, in its things, from the first; with a fraction. */
export const stepsAt = ({ fps, start, framesEach }: SeriesTiming, time: number): number =>
  (time * fps - start) / framesEach + ROUNDING;
