import { startWorker } from '../../state/start-worker';
import type { FromTrial, SheetJob, ToTrial, Values } from './jobs';

/** A thread with the trial it is at. */
interface Hand {
  readonly worker: Worker;
  busy: boolean;
}

interface Task {
  readonly index: number;
  readonly draftFraction: number;
}

/** Part of the particles that the first pictures of a sheet are made of. */
const COARSE = 1 / 8;

/**
 * Runs the trials of a sheet on the threads of the page: all of them with few particles first, then each with all that
 * are wanted.
 */
export class SheetRunner {
  private readonly hands: Hand[] = [];
  private tasks: Task[] = [];
  private order: SheetJob | undefined;
  private trials: readonly Values[] = [];

  constructor(private readonly hear: (message: FromTrial) => void) {}

  /** Begins a sheet; what was under way is let go of. */
  start(order: SheetJob, trials: readonly Values[]): void {
    this.order = order;
    this.trials = trials;
    const all = (draftFraction: number) => trials.map((_, index): Task => ({ index, draftFraction }));
    this.tasks = [...all(order.draftFraction * COARSE), ...all(order.draftFraction)];
    const threads = Math.min(8, Math.max(1, navigator.hardwareConcurrency), trials.length);
    while (this.hands.length < threads) this.hands.push(this.hire());
    for (const { worker } of this.hands) worker.postMessage({ type: 'sheet', ...order } satisfies ToTrial);
    for (const hand of this.hands) if (!hand.busy) this.give(hand);
  }

  /** Trials that have not been handed out yet are let go of. */
  stop(): void {
    this.tasks = [];
  }

  end(): void {
    this.stop();
    for (const { worker } of this.hands) worker.terminate();
    this.hands.length = 0;
  }

  private hire(): Hand {
    const hand: Hand = { worker: startWorker('trials'), busy: false };
    hand.worker.addEventListener('message', ({ data }: MessageEvent<FromTrial>) => {
      hand.busy = false;
      this.give(hand);
      if (data.number === this.order?.number) this.hear(data);
    });
    hand.worker.addEventListener('error', (event) => {
      hand.busy = true;
      this.hear({
        type: 'refused',
        number: this.order?.number ?? 0,
        index: -1,
        message: `a thread stopped: ${event.message || 'no reason was given'}`,
      });
    });
    return hand;
  }

  private give(hand: Hand): void {
    const task = this.tasks.shift();
    if (!task || !this.order) return;
    hand.busy = true;
    const { number } = this.order;
    hand.worker.postMessage({ type: 'trial', number, ...task, values: this.trials[task.index]! } satisfies ToTrial);
  }
}
