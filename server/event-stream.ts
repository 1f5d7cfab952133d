import type { Response } from 'express';

/** Milliseconds between two signs of life, so that a connection that has died is noticed. */
const BEAT = 15_000;

/** A listener that events are sent to (server-sent events, HTML Living Standard). */
export interface EventStream {
  send(data: unknown): void;
  /** Calls once the listener has gone. */
  onEnd(act: () => void): void;
}

/** Answers a request with a stream of events that stays open. */
export function eventStream(response: Response): EventStream {
  response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform' });
  response.flushHeaders();
  const beat = setInterval(() => response.write(': here\n\n'), BEAT);
  response.on('close', () => clearInterval(beat));
  return {
    send: (data) => void response.write(`data: ${JSON.stringify(data)}\n\n`),
    onEnd: (act) => void response.on('close', act),
  };
}
