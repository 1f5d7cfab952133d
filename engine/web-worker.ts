import { serve } from './serve';
import type { ToWorker } from './protocol';
import { workerScope } from './worker-scope';

const scope = workerScope<ToWorker, unknown>();
serve(
  {
    post: (message, transfer) => scope.postMessage(message, transfer ?? []),
    listen: (listener) => {
      scope.onmessage = (event) => listener(event.data);
    },
  },
  () => performance.now(),
);
