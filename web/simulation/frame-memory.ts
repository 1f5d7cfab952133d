import { LEAST_BUDGET, USUAL_BUDGET } from './frame-cache';

const KEY = 'bathyclast-frame-memory';

/** Memory for simulated frames on this machine, bytes, as it was set last. */
export function storedBudget(): number {
  const kept = Number(globalThis.localStorage?.getItem(KEY));
  return kept >= LEAST_BUDGET ? kept : USUAL_BUDGET;
}

/** Remembers the memory for simulated frames. */
export const storeBudget = (bytes: number): void => globalThis.localStorage?.setItem(KEY, String(bytes));
