/** Work that is done off the page’s main thread. */
export type Role = 'simulation' | 'assets' | 'mesh' | 'soundings' | 'trials' | 'pictures';

/** Starts a worker for a role. */
export function startWorker(role: Role): Worker {
  return new Worker(new URL('../app/worker.ts', import.meta.url), { type: 'module', name: role });
}
