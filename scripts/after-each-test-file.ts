import { afterAll, vi } from 'vitest';

/** Test files share a worker: each gives back the clock and the globals that it replaced. */
afterAll(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
