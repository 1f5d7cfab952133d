import { Worker } from 'node:worker_threads';
import { WorkerPool } from './worker-pool';
import type { FromWorker, WorkerHandle } from './protocol';

/** Threads of Node.js that run a program; `hired` is given each as it is begun. */
export function poolOfProgram(
  program: string | URL,
  threads: number,
  hired: (worker: Worker) => void = () => undefined,
): WorkerPool {
  return new WorkerPool((): WorkerHandle => {
    const worker = new Worker(program);
    hired(worker);
    return {
      post: (message, transfer) => worker.postMessage(message, transfer),
      listen: (listener) => void worker.on('message', (message: FromWorker) => listener(message)),
      onBreak: (listener) => void worker.on('error', (error) => listener(error.message)),
      end: () => void worker.terminate(),
    };
  }, threads);
}

/** Threads of Node.js; the worker's code stands beside this one in the built program. */
export const nodePool = (threads: number): WorkerPool =>
  poolOfProgram(new URL('./node-worker.js', import.meta.url), threads);
