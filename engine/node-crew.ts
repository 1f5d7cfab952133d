import { Worker } from 'node:worker_threads';
import { Crew } from './crew';
import type { FromWorker, WorkerHandle } from './protocol';

/** Threads of Node.js; the worker's code stands beside this one in the built program. */
export function nodeCrew(threads: number): Crew {
  return new Crew((): WorkerHandle => {
    const worker = new Worker(new URL('./node-worker.js', import.meta.url));
    return {
      post: (message, transfer) => worker.postMessage(message, transfer),
      listen: (listener) => void worker.on('message', (message: FromWorker) => listener(message)),
      onBreak: (listener) => void worker.on('error', (error) => listener(error.message)),
      end: () => void worker.terminate(),
    };
  }, threads);
}
