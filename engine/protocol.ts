import type { Asset } from '../core/document/assets';
import type { Meters } from '../core/measure/meters';
import type { VectorGrid } from '../core/lib/grids/vector-grid';
import type { Scene } from '../core/document/scene';
import type { Checkpoint } from '../core/sim/step/run';
import type { Frame } from './frame';
import type { Meeting } from './meeting';

/** One run, as a worker is told of it. */
export interface SliceJob {
  readonly number: number;
  readonly scene: Scene;
  readonly draftFraction: number;
  readonly slice: number;
  readonly slices: number;
  /** The first and last frame that are handed over. */
  readonly from: number;
  readonly through: number;
  /** Where the threads meet, if particles act on one another and several threads have them. */
  readonly meeting?: Meeting;
  /** Where to go on from; at the start of the scene where it is left out. */
  readonly resume?: Checkpoint | undefined;
  /** Whether the thread goes on from where earlier runs of the same scene were, and keeps where this one is. */
  readonly keeps?: boolean;
  /** Whether the state on every frame that is handed over is told too. */
  readonly tells?: boolean;
}

export type ToWorker =
  /**
   * `control[0]` is the number of the job to work on: any other stops. `control[1]` is the last frame wanted so far;
   * `control[2]` a frame of which the state is wanted as well; `control[3]` counts blocks of work.
   */
  | { readonly type: 'start'; readonly control: SharedArrayBuffer }
  | { readonly type: 'asset'; readonly hash: string; readonly asset: Asset }
  | { readonly type: 'run'; readonly job: SliceJob }
  /** What jobs that keep where they are have kept from that frame on is of another state of the scene. */
  | { readonly type: 'forget'; readonly from: number }
  /** `key` tells one state of a scene from another. */
  | {
      readonly type: 'measure';
      readonly number: number;
      readonly key: string;
      readonly scene: Scene;
      readonly frame: Frame;
    };

export type FromWorker =
  | { readonly type: 'frame'; readonly job: number; readonly slice: number; readonly frame: Frame }
  | { readonly type: 'checkpoint'; readonly job: number; readonly slice: number; readonly checkpoint: Checkpoint }
  | {
      readonly type: 'done';
      readonly job: number;
      /** Particle steps made. */ readonly steps: number;
      readonly seconds: number;
    }
  | { readonly type: 'measured'; readonly number: number; readonly meters: Meters }
  /** A grid of vectors is being filled, by the first thread: the share that is done, 0 … 1. */
  | { readonly type: 'filling'; readonly job: number; readonly share: number }
  /** It is filled; `key` tells all that it hangs on. */
  | { readonly type: 'filled'; readonly key: string; readonly grid: VectorGrid }
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
