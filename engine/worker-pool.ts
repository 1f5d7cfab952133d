import type { Meters } from '../core/measure/meters';
import type { Scene } from '../core/document/scene';
import { couples } from '../core/scene/coupling';
import type { Checkpoint } from '../core/sim/step/run';
import { keepFilled } from '../core/kinds/fields/filled-grid';
import type { Assets } from '../core/document/assets';
import type { Frame } from './frame';
import { joinSlices } from './joined-frame';
import { meetingRoom, newMeeting } from './meeting';
import type { FromWorker, SliceJob, WorkerHandle } from './protocol';

/** What a run is to deliver, and to whom. */
export interface Job {
  readonly scene: Scene;
  readonly assets: Assets;
  readonly draftFraction: number;
  readonly from: number;
  readonly through: number;
  /** Asked after each frame of a reader that can be slow; without it, frames come as fast as they are made. */
  readonly paced?: boolean;
  /** Of so many parts of all particles, the one that is simulated; all of them where it is left out. */
  readonly part?: { readonly slice: number; readonly slices: number };
  /** Where each thread goes on from, as many as {@link WorkerPool.threads}; from the start where it is left out. */
  readonly resume?: readonly Checkpoint[] | undefined;
  /** Whether threads go on from where earlier such runs were, as far as {@link WorkerPool.forget} leaves it. */
  readonly keeps?: boolean;
  /**
   * Whether `onCheckpoint` is told of every frame that is handed over, after it; of a paced order the next one is
   * allowed there.
   */
  readonly tells?: boolean;
  onFrame(frame: Frame): void;
  /** Where each thread was on a frame that was asked for by {@link WorkerPool.checkpointOn}, or by `tells`. */
  onCheckpoint?(checkpoints: readonly Checkpoint[]): void;
  /** Seconds of one thread's work a particle and step. */
  onDone?(secondsAStep: number): void;
  onFailed?(message: string): void;
}

const NO_LIMIT = 0x7fffffff;
/** How often an order is begun again behind the last frame that came, where a thread breaks or does not answer. */
const TRIES = 2;
/** Seconds without a block of work after which threads are taken to be stuck; and how often that is looked at. */
const STUCK = 60;
const LOOK = 5;

/** The threads that simulate. Particles are dealt out over them; at any time they work on one order. */
export class WorkerPool {
  private readonly workers: WorkerHandle[];
  private readonly control = new Int32Array(new SharedArrayBuffer(16));
  private meetingRoom: WebAssembly.Memory | undefined;
  private readonly sentAssets = new Set<string>();
  private readonly partial = new Map<number, Map<number, Frame>>();
  /**
   * States of the threads that have told theirs, by frame; and the last that all have told, from which the order can be
   * begun again.
   */
  private readonly states = new Map<number, Map<number, Checkpoint>>();
  private safe: { readonly frame: number; readonly threads: readonly Checkpoint[] } | undefined;
  private job = 0;
  private order: Job | undefined;
  private done = 0;
  /** The last frame that was handed over. */
  private delivered = -Infinity;
  private breaks = 0;
  private watch: ReturnType<typeof setInterval> | undefined;
  private measures = 0;
  private onMeters: ((meters: Meters) => void) | undefined;
  /** Told of the share of a grid of vectors that is filled, 0 … 1, and of undefined when work on it ends. */
  onFilling: ((share: number | undefined) => void) | undefined;
  /** Told that another grid of vectors is there. */
  onFilled: (() => void) | undefined;
  private fills = false;
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
    worker.onBreak((message) => {
      // One that was replaced may say so late.
      if (this.workers.includes(worker)) this.replaceBroken(message);
    });
    worker.post({ type: 'start', control: this.control.buffer });
    return worker;
  }

  /** For a paced order: the state of every thread is wanted on that frame, which was not allowed yet. */
  checkpointOn(frame: number): void {
    Atomics.store(this.control, 2, frame);
  }

  /**
   * What orders that keep where they are have kept from that frame on is of another state of the scene; of all frames
   * with −Infinity.
   */
  forget(from: number): void {
    for (const worker of this.workers) worker.post({ type: 'forget', from });
  }

  /** Stops what is being worked on and begins this order. */
  start(order: Job): void {
    this.stop();
    this.breaks = 0;
    this.delivered = order.from - 1;
    this.safe = undefined;
    Atomics.store(this.control, 1, order.paced ? order.from : NO_LIMIT);
    this.begin(order);
  }

  /** Sets the threads to work on all frames of an order that have not come yet. */
  private begin(order: Job): void {
    this.order = order;
    this.sendAssets(order.assets);
    // Threads whose particles act on one another tell one another where those are.
    const meeting =
      this.threads > 1 && couples(order.scene)
        ? newMeeting((this.meetingRoom ??= meetingRoom()), this.threads, order.scene.emitters.length)
        : undefined;
    Atomics.store(this.control, 2, NO_LIMIT);
    const { slice: part, slices: parts } = order.part ?? { slice: 0, slices: 1 };
    this.workers.forEach((worker, slice) => {
      const job: SliceJob = {
        number: this.job,
        scene: order.scene,
        draftFraction: order.draftFraction,
        slice: part + parts * slice,
        slices: parts * this.threads,
        ...(meeting && { meeting }),
        resume: (this.safe?.threads ?? order.resume)?.[slice],
        ...(order.keeps && { keeps: true }),
        ...(order.tells && { tells: true }),
        from: this.delivered + 1,
        through: order.through,
      };
      worker.post({ type: 'run', job });
    });
    this.watchOver();
  }

  /** Looks now and then whether threads that have something to do do it. */
  private watchOver(): void {
    let blocks = NaN;
    let since = 0;
    this.watch = setInterval(() => {
      const now = Atomics.load(this.control, 3);
      const waits = Atomics.load(this.control, 1) <= this.delivered;
      since = now === blocks && !waits ? since + LOOK : 0;
      blocks = now;
      if (since >= STUCK) this.replaceBroken(`a thread has not answered for ${STUCK} s`);
    }, LOOK * 1000);
  }

  private sendAssets(assets: Assets): void {
    for (const [hash, asset] of assets)
      if (!this.sentAssets.has(hash)) {
        this.sentAssets.add(hash);
        for (const worker of this.workers) worker.post({ type: 'asset', hash, asset });
      }
  }

  /**
   * Measures a frame that was made elsewhere; `key` tells one state of a scene from another. Of several that are asked
   * for at once only the last is sure to be told of.
   */
  measure(scene: Scene, assets: Assets, key: string, frame: Frame, onMeters: (meters: Meters) => void): void {
    this.sendAssets(assets);
    this.onMeters = onMeters;
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
    clearInterval(this.watch);
    this.tellFilling(undefined);
    this.order = undefined;
    this.partial.clear();
    this.states.clear();
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
      if (message.number === this.measures) this.onMeters?.(message.meters);
      return;
    }
    if (message.type === 'filled') {
      // Where nobody listens nobody looks the grid up.
      if (!this.onFilled) return;
      keepFilled(message.key, message.grid);
      this.tellFilling(undefined);
      this.onFilled();
      return;
    }
    if (!order || message.job !== this.job) return;
    if (message.type === 'filling') {
      this.tellFilling(message.share);
    } else if (message.type === 'failed') {
      this.stop();
      order.onFailed?.(message.message);
    } else if (message.type === 'frame') {
      const slices = this.partial.get(message.frame.frame) ?? new Map<number, Frame>();
      slices.set(this.threadOf(message.slice), message.frame);
      this.partial.set(message.frame.frame, slices);
      if (slices.size < this.threads) return;
      this.partial.delete(message.frame.frame);
      this.delivered = message.frame.frame;
      order.onFrame(joinSlices(this.workers.map((_, slice) => slices.get(slice)!)));
    } else if (message.type === 'checkpoint') {
      const { frame } = message.checkpoint;
      const states = this.states.get(frame) ?? new Map<number, Checkpoint>();
      states.set(this.threadOf(message.slice), message.checkpoint);
      this.states.set(frame, states);
      if (states.size < this.threads) return;
      this.states.delete(frame);
      const threads = Array.from({ length: this.threads }, (_, thread) => states.get(thread)!);
      this.safe = { frame, threads };
      // Those of orders that keep where they are come unasked, in case a thread breaks.
      if (order.tells || !order.keeps) order.onCheckpoint?.(threads);
    } else {
      this.done++;
      this.steps += message.steps;
      this.seconds += message.seconds;
      if (this.done < this.threads) return;
      clearInterval(this.watch);
      order.onDone?.(this.steps > 0 ? this.seconds / this.steps : 0);
    }
  }

  private tellFilling(share: number | undefined): void {
    if (this.fills || share !== undefined) this.onFilling?.(share);
    this.fills = share !== undefined;
  }

  /** Which of the threads has that slice of all particles. */
  private threadOf(slice: number): number {
    return Math.floor(slice / (this.order?.part?.slices ?? 1));
  }

  /**
   * A thread that breaks takes its part of every frame with it: all are replaced, and the order goes on from the last
   * state that all have told, handing over what comes behind the last whole frame; it is given up where that happens
   * again and again.
   */
  private replaceBroken(message: string): void {
    const { order } = this;
    this.stop();
    this.sentAssets.clear();
    for (const worker of this.workers.splice(0)) worker.end();
    for (let i = 0; i < this.threads; i++) this.workers.push(this.hire());
    if (!order) return;
    if (++this.breaks <= TRIES) this.begin(order);
    else order.onFailed?.(message);
  }
}
