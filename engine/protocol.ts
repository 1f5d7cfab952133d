import type { Asset } from '../core/scene/assets';
import type { Scene } from '../core/scene/document';
import type { Frame } from './frame';

/** One run, as a worker is told of it. */
export interface Job {
  readonly number: number;
  readonly scene: Scene;
  readonly share: number;
  readonly slice: number;
  readonly slices: number;
  /** The first and last frame that are handed over. */
  readonly from: number;
  readonly through: number;
}

export type ToWorker =
  /** `control[0]` is the number of the job to work on: any other stops. `control[1]` is the last frame wanted so far. */
  | { readonly type: 'start'; readonly control: SharedArrayBuffer }
  | { readonly type: 'asset'; readonly hash: string; readonly asset: Asset }
  | { readonly type: 'run'; readonly job: Job };

export type FromWorker =
  | { readonly type: 'frame'; readonly job: number; readonly slice: number; readonly frame: Frame }
  | { readonly type: 'done'; readonly job: number; /** Particle steps made. */ readonly steps: number; readonly seconds: number }
  | { readonly type: 'failed'; readonly job: number; readonly message: string };

/** One end of a channel to a thread, in a page or in Node.js. */
export interface Port<Sent, Received> {
  post(message: Sent, transfer?: ArrayBuffer[]): void;
  listen(listener: (message: Received) => void): void;
}

/** A running worker. */
export interface WorkerHandle extends Port<ToWorker, FromWorker> {
  /** Called if the thread itself breaks. */
  onBreak(listener: (message: string) => void): void;
  end(): void;
}
