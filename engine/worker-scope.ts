/** What a web worker knows of its page. */
interface WorkerScope<Message, Answer> {
  postMessage(message: Answer, transfer?: Transferable[]): void;
  onmessage: ((event: MessageEvent<Message>) => void) | null;
}

/** The worker that this code runs in. */
export function workerScope<Message, Answer>(): WorkerScope<Message, Answer> {
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- TypeScript's library of pages calls it a window
  return self as unknown as WorkerScope<Message, Answer>;
}
