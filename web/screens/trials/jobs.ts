import type { Asset } from '../../../core/document/assets';
import type { Scene } from '../../../core/document/scene';
import type { Measured } from '../../../core/measure/trials/trial';
import type { TrialValue } from '../../../core/measure/trials/variation';

/** Values of a trial, by address. */
export type Values = readonly (readonly [string, TrialValue])[];

/** What all trials of a sheet have in common. */
export interface SheetJob {
  readonly number: number;
  readonly scene: Scene;
  readonly assets: ReadonlyMap<string, Asset>;
  /** The first and the last frame that are seen. */
  readonly first: number;
  readonly through: number;
  /** The share of the particles that trials are measured with. */
  readonly draftFraction: number;
}

export type ToTrial =
  | ({ readonly type: 'sheet' } & SheetJob)
  | {
      readonly type: 'trial';
      readonly number: number;
      readonly index: number;
      readonly values: Values;
      readonly draftFraction: number;
    };

/**
 * One frame of a trial as the shot camera sees it: x and y of each particle in 0 … 65535 from the top left; of each
 * emitter so many.
 */
export interface Shot {
  readonly points: Uint16Array<ArrayBuffer>;
  readonly counts: readonly number[];
}

export type FromTrial =
  | {
      readonly type: 'trial';
      readonly number: number;
      readonly index: number;
      readonly draftFraction: number;
      readonly shots: readonly Shot[];
      readonly measured: Measured;
    }
  | { readonly type: 'refused'; readonly number: number; readonly index: number; readonly message: string };
