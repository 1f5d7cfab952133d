/** A thread that notes its orders, and answers or breaks when a test says so. */
export interface Hand<To> {
  readonly posted: To[];
  ended: boolean;
  say(type: 'message' | 'error', event: object): void;
}

/** Threads for a test: those that are started, the latest last, and the way in which they are started. */
export function handsOf<To>(): { readonly hands: Hand<To>[]; readonly startWorker: () => object } {
  const hands: Hand<To>[] = [];
  const startWorker = () => {
    const listeners: [string, (event: object) => void][] = [];
    const hand: Hand<To> = {
      posted: [],
      ended: false,
      say: (type, event) => listeners.forEach(([on, listen]) => on === type && listen(event)),
    };
    hands.push(hand);
    return {
      postMessage: (message: To) => hand.posted.push(message),
      addEventListener: (type: string, listen: (event: object) => void) => listeners.push([type, listen]),
      terminate: () => (hand.ended = true),
    };
  };
  return { hands, startWorker };
}
