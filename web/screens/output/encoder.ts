import { startWorker } from '../../state/start-worker';
import type { Drawn, Encoded } from './encode-worker';

/** Writes pictures in a thread of its own. */
export class Encoder {
  private readonly worker = startWorker('pictures');
  private readonly waiting = new Map<
    number,
    { resolve(bytes: Uint8Array<ArrayBuffer>): void; reject(error: Error): void }
  >();

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<Encoded>) => {
      const one = this.waiting.get(data.number);
      this.waiting.delete(data.number);
      if ('bytes' in data) one?.resolve(data.bytes);
      else one?.reject(new Error(data.message));
    };
    this.worker.onerror = (event) => {
      for (const { reject } of this.waiting.values()) reject(new Error(event.message || 'the picture encoder stopped'));
      this.waiting.clear();
    };
  }

  encode(drawn: Drawn): Promise<Uint8Array<ArrayBuffer>> {
    return new Promise((resolve, reject) => {
      this.waiting.set(drawn.number, { resolve, reject });
      this.worker.postMessage(drawn, [drawn.pixels.buffer]);
    });
  }

  dispose(): void {
    this.worker.terminate();
  }
}
