import { parentPort } from 'node:worker_threads';
import type { FromWorker, Port, ToWorker } from './protocol';
import { serve } from './serve';
import { clearWideRegisters } from './wide-registers';

const thread = parentPort!;
// What is said and heard has text in it.
const port: Port<FromWorker, ToWorker> = {
  post(message, transfer) {
    thread.postMessage(message, transfer);
    clearWideRegisters();
  },
  listen: (listener) =>
    thread.on('message', (message: ToWorker) => {
      clearWideRegisters();
      listener(message);
    }),
};
serve(port, () => performance.now());
