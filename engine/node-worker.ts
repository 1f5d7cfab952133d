import { parentPort } from 'node:worker_threads';
import { serve } from './serve';

const port = parentPort!;
serve({ post: (message, transfer) => port.postMessage(message, transfer), listen: (listener) => port.on('message', listener) }, () =>
  performance.now(),
);
