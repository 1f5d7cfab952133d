import { Worker } from 'node:worker_threads';
import type { BakeNews, SpawnBake } from './bake-jobs';

/** Bakes in a thread of Node.js; its code stands beside this one in the built program. */
export const bakeInThread: SpawnBake = (task, hear) => {
  const worker = new Worker(new URL('./bake-worker.js', import.meta.url), { workerData: task });
  let ended = false;
  const once = (news: BakeNews) => {
    if (ended) return;
    ended = news.type !== 'written';
    hear(news);
  };
  worker.on('message', once);
  worker.on('error', ({ message }) => once({ type: 'failed', full: false, message }));
  worker.on('exit', () =>
    once({ type: 'failed', full: false, message: 'the thread of the bake stopped unexpectedly' }),
  );
  return { stop: () => worker.postMessage('stop') };
};
