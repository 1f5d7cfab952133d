import { startWorker } from '../../state/start-worker';
import { useEffect, useState } from 'react';
import type { Assets } from '../../../core/document/assets';
import { useAssets } from '../../simulation/scene-assets';
import type { Answer, FromSounder, Job, Sort, ToSounder } from './jobs';

/** What has come of an order. */
export interface Sounded<S extends Sort> {
  /** The last answer, of this order or of one before it. */
  readonly answer: Answer<S> | undefined;
  /** Whether another answer is on its way, and the frame it has come to. */
  readonly busy: boolean;
  readonly frame: number | undefined;
  readonly refused: string | undefined;
}

/** A measuring thread of the page; of orders that come faster than it measures, the last one counts. */
class Sounder {
  private worker: Worker | undefined;
  private sent: Assets | undefined;
  private number = 0;
  private running = false;
  private next: (() => void) | undefined;
  private listener: ((message: FromSounder) => void) | undefined;

  /** Gives an order; what was ordered before is let go of, and broken off where it is long. */
  order(order: Job, assets: Assets, long: boolean, listener: (message: FromSounder) => void): void {
    if (this.running && long) this.stop();
    this.listener = listener;
    const start = () => {
      this.running = true;
      this.number += 1;
      this.post(assets, order);
    };
    if (this.running) this.next = start;
    else start();
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.sent = undefined;
    this.running = false;
    this.next = undefined;
  }

  private post(assets: Assets, order: Job): void {
    if (!this.worker) {
      this.worker = startWorker('soundings');
      this.worker.addEventListener('message', ({ data }: MessageEvent<FromSounder>) => this.hear(data));
      this.worker.addEventListener('error', (event) => {
        const number = this.number;
        this.stop();
        this.listener?.({
          type: 'refused',
          number,
          message: `the measuring thread stopped: ${event.message || 'no reason was given'}`,
        });
      });
    }
    const send = (message: ToSounder) => this.worker!.postMessage(message);
    if (this.sent !== assets) send({ type: 'assets', assets });
    this.sent = assets;
    send({ type: 'order', number: this.number, order });
  }

  private hear(message: FromSounder): void {
    if (message.number !== this.number) return;
    if (message.type === 'progress') return this.listener?.(message);
    this.running = false;
    const { next } = this;
    this.next = undefined;
    this.listener?.(message);
    next?.();
  }
}

/**
 * Measures what is ordered, again whenever the order is another one; nothing where there is none. `stop` breaks a long
 * one off. Orders are told apart by `key`.
 */
export function useSounding<S extends Sort>(
  order: Job<S> | undefined,
  key: string,
  long = false,
): Sounded<S> & { stop(): void } {
  const { assets } = useAssets();
  const [sounder] = useState(() => new Sounder());
  const [state, setState] = useState<Sounded<S>>({
    answer: undefined,
    busy: false,
    frame: undefined,
    refused: undefined,
  });
  useEffect(() => () => sounder.stop(), [sounder]);
  useEffect(() => {
    if (!order) {
      sounder.stop();
      return setState({ answer: undefined, busy: false, frame: undefined, refused: undefined });
    }
    setState((was) => ({ ...was, busy: true, frame: undefined }));
    sounder.order(order as Job, assets, long, (message) => {
      if (message.type === 'progress') setState((was) => ({ ...was, frame: message.frame }));
      else if (message.type === 'refused')
        setState({ answer: undefined, busy: false, frame: undefined, refused: message.message });
      else setState({ answer: message.answer, busy: false, frame: undefined, refused: undefined });
    });
    // The order is made anew with every drawing of the page; its key says whether it is another one.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [key, assets, sounder]);
  return {
    ...state,
    stop() {
      sounder.stop();
      setState((was) => ({ ...was, busy: false, frame: undefined }));
    },
  };
}
