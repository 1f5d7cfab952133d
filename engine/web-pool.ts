import { WorkerPool } from './worker-pool';
import type { FromWorker, WorkerHandle } from './protocol';

/** Threads of the page, one a core up to eight. */
export function webPool(): WorkerPool {
  const threads = Math.min(8, Math.max(1, navigator.hardwareConcurrency));
  return new WorkerPool((): WorkerHandle => {
    const worker = new Worker(new URL('./web-worker.ts', import.meta.url), { type: 'module' });
    return {
      post: (message, transfer) => worker.postMessage(message, transfer ?? []),
      listen: (listener) => worker.addEventListener('message', (event: MessageEvent<FromWorker>) => listener(event.data)),
      onBreak: (listener) => worker.addEventListener('error', (event) => listener(event.message || 'a simulation thread stopped')),
      end: () => worker.terminate(),
    };
  }, threads);
}
