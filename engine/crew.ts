import type { Meters } from '../core/measure/meters';
import type { Scene } from '../core/scene/document';
import { couples } from '../core/scene/coupling';
import type { Checkpoint } from '../core/step/simulation';
import type { Assets } from '../core/scene/assets';
import { joinSlices, type Frame } from './frame';
import type { FromWorker, Job, WorkerHandle } from './protocol';

/** What a run is to deliver, and to whom. */
export interface Order {
  readonly scene: Scene;
  readonly assets: Assets;
  readonly share: number;
  readonly from: number;
  readonly through: number;
  /** Asked after each frame of a reader that can be slow; without it, frames come as fast as they are made. */
  readonly paced?: boolean;
  /** Of so many parts of all particles, the one that is simulated; all of them where it is left out. */
  readonly part?: { readonly slice: number; readonly slices: number };
  /** Where each thread goes on from, as many as {@link Crew.threadsFor} gives; from the start where it is left out. */
  readonly resume?: readonly Checkpoint[] | undefined;
  onFrame(frame: Frame): void;
  /** Where each thread was on a frame that was asked for by {@link Crew.checkpointOn}. */
  onCheckpoint?(checkpoints: readonly Checkpoint[]): void;
  /** Seconds of one thread's work a particle and step. */
  onDone?(secondsAStep: number): void;
  onFailed?(message: string): void;
}

const NO_LIMIT = 0x7fffffff;

/** The threads that simulate. Particles are dealt out over them; at any time they work on one order. */
export class Crew {
  private readonly workers: WorkerHandle[];
  private readonly control = new Int32Array(new SharedArrayBuffer(12));
  private readonly sentAssets = new Set<string>();
  private readonly partial = new Map<number, Map<number, Frame>>();
  private checkpoints: Checkpoint[] = [];
  /** Into how many slices the particles of the order are dealt. */
  private slices = 1;
  private job = 0;
  private order: Order | undefined;
  private done = 0;
  private measures = 0;
  private told: ((meters: Meters) => void) | undefined;
  private steps = 0;
  private seconds = 0;

  constructor(
    private readonly spawn: () => WorkerHandle,
    readonly threads: number,
  ) {
    this.workers = Array.from({ length: threads }, () => this.hire());
  }

  private hire(): WorkerHandle {
    const worker = this.spawn();
    worker.listen((message) => this.receive(message));
    worker.onBreak((message) => this.replaceBroken(message));
    worker.post({ type: 'start', control: this.control.buffer });
    return worker;
  }

  /** How many threads work on a scene: where particles read one another, all must be in one place. */
  threadsFor(scene: Scene): number {
    return couples(scene) ? 1 : this.threads;
  }

  /** For a paced order: the state of every thread is wanted on that frame, which was not allowed yet. */
  checkpointOn(frame: number): void {
    Atomics.store(this.control, 2, frame);
  }

  /** Stops what is being worked on and begins this order. */
  start(order: Order): void {
    this.stop();
    this.order = order;
    this.sendAssets(order.assets);
    Atomics.store(this.control, 1, order.paced ? order.from : NO_LIMIT);
    this.slices = this.threadsFor(order.scene);
    Atomics.store(this.control, 2, NO_LIMIT);
    const { slice: part, slices: parts } = order.part ?? { slice: 0, slices: 1 };
    this.workers.slice(0, this.slices).forEach((worker, slice) => {
      const job: Job = {
        number: this.job,
        scene: order.scene,
        share: order.share,
        slice: part + parts * slice,
        slices: parts * this.slices,
        resume: order.resume?.[slice],
        from: order.from,
        through: order.through,
      };
      worker.post({ type: 'run', job });
    });
  }

  private sendAssets(assets: Assets): void {
    for (const [hash, asset] of assets)
      if (!this.sentAssets.has(hash)) {
        this.sentAssets.add(hash);
        for (const worker of this.workers) worker.post({ type: 'asset', hash, asset });
      }
  }

  /** Measures a frame that was made elsewhere; `key` tells one state of a scene from another. Of several that are asked for at once only the last is sure to be told of. */
  measure(scene: Scene, assets: Assets, key: string, frame: Frame, told: (meters: Meters) => void): void {
    this.sendAssets(assets);
    this.told = told;
    this.workers[0]!.post({ type: 'measure', number: ++this.measures, key, scene, frame });
  }

  /** For a paced order: the reader is ready for frames up to this one. */
  allow(frame: number): void {
    Atomics.store(this.control, 1, frame);
    Atomics.notify(this.control, 1);
  }

  /** Stops what is being worked on, within one block of particles. */
  stop(): void {
    this.job++;
    Atomics.store(this.control, 0, this.job);
    Atomics.notify(this.control, 1);
    this.order = undefined;
    this.partial.clear();
    this.checkpoints = [];
    this.done = this.steps = this.seconds = 0;
  }

  /** Ends the threads. */
  end(): void {
    this.stop();
    for (const worker of this.workers) worker.end();
  }

  private receive(message: FromWorker): void {
    const { order } = this;
    if (message.type === 'measured') {
      if (message.number === this.measures) this.told?.(message.meters);
      return;
    }
    if (!order || message.job !== this.job) return;
    if (message.type === 'failed') {
      this.stop();
      order.onFailed?.(message.message);
    } else if (message.type === 'frame') {
      const slices = this.partial.get(message.frame.frame) ?? new Map<number, Frame>();
      slices.set(this.threadOf(message.slice), message.frame);
      this.partial.set(message.frame.frame, slices);
      if (slices.size < this.slices) return;
      this.partial.delete(message.frame.frame);
      order.onFrame(joinSlices(this.workers.slice(0, this.slices).map((_, slice) => slices.get(slice)!)));
    } else if (message.type === 'checkpoint') {
      this.checkpoints[this.threadOf(message.slice)] = message.checkpoint;
      if (Object.keys(this.checkpoints).length < this.slices) return;
      order.onCheckpoint?.(this.checkpoints);
      this.checkpoints = [];
    } else {
      this.done++;
      this.steps += message.steps;
      this.seconds += message.seconds;
      if (this.done === this.slices) order.onDone?.(this.steps > 0 ? this.seconds / this.steps : 0);
    }
  }

  /** Which of the threads has that slice of all particles. */
  private threadOf(slice: number): number {
    return Math.floor(slice / (this.order?.part?.slices ?? 1));
  }

  /** A thread that breaks takes its part of every frame with it: all are replaced, and the order is given up. */
  private replaceBroken(message: string): void {
    const { order } = this;
    this.stop();
    this.sentAssets.clear();
    for (const worker of this.workers.splice(0)) worker.end();
    for (let i = 0; i < this.threads; i++) this.workers.push(this.hire());
    order?.onFailed?.(message);
  }
}
