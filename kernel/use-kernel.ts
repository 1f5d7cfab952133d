import { useTwins } from '../core/sim/stack/twins';
import { makeKernel, NoKernel } from './kernel';

/** Puts the kernel in the place of the plain routines in this thread; gives a sentence where its engine can’t run it, and the plain ones stay. */
export function putKernelToUse(): string | undefined {
  try {
    useTwins(makeKernel());
    return undefined;
  } catch (error) {
    if (error instanceof NoKernel) return error.message;
    throw error;
  }
}
