import { serve } from './serve';
import type { ToWorker } from './protocol';

const scope = self as unknown as {
  postMessage(message: unknown, transfer: ArrayBuffer[]): void;
  onmessage: ((event: MessageEvent<ToWorker>) => void) | null;
};
serve(
  {
    post: (message, transfer) => scope.postMessage(message, transfer ?? []),
    listen: (listener) => {
      scope.onmessage = (event) => listener(event.data);
    },
  },
  () => performance.now(),
);
