import { WorkerPool } from './worker-pool';
import type { FromWorker, WorkerHandle } from './protocol';

/** Threads of the page, one a core up to `most`, each in a worker that `start` makes. */
export function webPool(start: () => Worker, most = 8): WorkerPool {
  const threads = Math.min(most, Math.max(1, navigator.hardwareConcurrency));
  return new WorkerPool((): WorkerHandle => {
    const worker = start();
    return {
      post: (message, transfer) => worker.postMessage(message, transfer ?? []),
      listen: (listener) =>
        worker.addEventListener('message', (event: MessageEvent<FromWorker>) => listener(event.data)),
      onBreak: (listener) =>
        worker.addEventListener('error', (event) => listener(event.message || 'a simulation thread stopped')),
      end: () => worker.terminate(),
    };
  }, threads);
}
