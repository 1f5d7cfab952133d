import type { Curve, Limits } from '../../../core/measure/along';
import type { CensusEntry, CensusOptions } from '../../../core/measure/census';
import type { StepAdvice } from '../../../core/measure/health';
import type { Account, Ledger } from '../../../core/measure/ledger';
import type { Plane } from '../../../core/measure/plane';
import type { MeasuredProfile } from '../../../core/measure/profile-along';
import type { Streamline } from '../../../core/measure/streamlines';
import type { Subject } from '../../../core/measure/subject';
import type { Pretended } from '../../../core/measure/resting-block';
import type { Vector } from '../../../core/lib/math/vector';
import type { Asset } from '../../../core/document/assets';
import type { Scene } from '../../../core/document/scene';

/** What a slice shows. */
export const SHOWS = ['strength', 'weight', 'divergence', 'curl', 'zones'] as const;
export type Shows = (typeof SHOWS)[number];

interface At {
  readonly scene: Scene;
  /** Of the scene’s own time. */
  readonly frame: number;
  readonly pretended: Pretended;
}

export interface Line {
  readonly from: Vector;
  readonly to: Vector;
}

/** What is measured, and what comes of it. */
export interface Soundings {
  readonly slice: {
    readonly order: At & {
      readonly subject: Subject;
      readonly plane: Plane;
      readonly shows: Shows;
      readonly streamlines: boolean;
      /** With fewer readings and without streamlines, while it is still being moved. */
      readonly quick: boolean;
    };
    readonly answer: SliceAnswer;
  };
  readonly profile: {
    readonly order: At & {
      readonly subject: { readonly of: 'field' | 'group'; readonly id: string };
      readonly direction: Vector;
      readonly far: number;
    };
    readonly answer: MeasuredProfile;
  };
  readonly line: {
    readonly order: At & { readonly line: Line };
    readonly answer: { readonly fields: readonly Curve[]; readonly groups: readonly Curve[]; readonly sum: Curve };
  };
  readonly rules: {
    readonly order: At & { readonly line: Line; readonly ids: readonly string[]; readonly limits: Limits | undefined };
    readonly answer: { readonly fields: readonly Curve[]; readonly byRule: readonly Curve[] };
  };
  readonly ledger: {
    readonly order: { readonly scene: Scene; readonly account: Account; readonly through: number };
    readonly answer: Ledger;
  };
  readonly census: {
    readonly order: {
      readonly scene: Scene;
      readonly options: CensusOptions;
      readonly draftFraction: number;
      readonly through: number;
    };
    readonly answer: readonly CensusEntry[];
  };
  readonly health: {
    readonly order: { readonly scene: Scene; readonly draftFraction: number; readonly through: number };
    readonly answer: StepAdvice;
  };
}

export type Sort = keyof Soundings;
export type Job<S extends Sort = Sort> = { readonly [T in S]: { readonly sort: T } & Soundings[T]['order'] }[S];
export type Answer<S extends Sort> = Soundings[S]['answer'];

/** A slice as it was read: values row by row from the bottom left. */
export interface SliceAnswer {
  readonly columns: number;
  readonly rows: number;
  readonly values: Float32Array;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** Root of the mean square. */
  readonly rms: number;
  /** Directions in the plane on a coarse grid of as many columns as rows: along its edges, in the unit of the field. */
  readonly arrows: { readonly side: number; readonly across: Float32Array; readonly up: Float32Array };
  readonly streamlines: readonly Streamline[];
  /** How long the reading took, milliseconds, streamlines left out. */
  readonly took: number;
}

export type ToSounder =
  | { readonly type: 'assets'; readonly assets: ReadonlyMap<string, Asset> }
  | { readonly type: 'order'; readonly number: number; readonly order: Job };

export type FromSounder =
  | { readonly type: 'answer'; readonly number: number; readonly answer: Answer<Sort> }
  | { readonly type: 'progress'; readonly number: number; readonly frame: number }
  | { readonly type: 'refused'; readonly number: number; readonly message: string };
