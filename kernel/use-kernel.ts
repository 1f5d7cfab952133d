import type { KernelBackend } from '../core/sim/stack/stack';
import { makeKernel, NoKernel } from './kernel';

/** The kernel of this thread, or a sentence that says why its engine can’t run one. */
export interface StartedKernel {
  readonly backend?: KernelBackend;
  readonly refused?: string;
}

/** Starts a kernel in this thread, where its engine can run one. */
export function startKernelBackend(): StartedKernel {
  try {
    return { backend: makeKernel() };
  } catch (error) {
    if (error instanceof NoKernel) return { refused: error.message };
    throw error;
  }
}
