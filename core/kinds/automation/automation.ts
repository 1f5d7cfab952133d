import {
  describe,
  type NumberParameter,
  type Values,
  type Description,
  type ValuesOf,
} from '../../document/parameters';
import type { Documented, Kind } from '../../document/registry';
import type { GateClock } from '../gates/gate';
import type { Dials } from '../../document/dials';
import type { SceneSound } from '../../document/scene';

/** What an automation is made from beside its own values. */
export interface AutomationSource<V = Values> extends GateClock {
  readonly values: V;
  /** 32-bit stream for its own randomness. */
  readonly stream: number;
  readonly sounds: readonly SceneSound[];
  /** Frames after which it is to be the same again, as near to its own pace as can be; 0 where it goes on. */
  readonly closes: number;
}

/** A number that is known at a time. One test holds them for every kind. */
export interface AutomationExample<V = Values> {
  /** Values that differ from the defaults. */
  readonly values?: Partial<V>;
  readonly dials?: Readonly<Record<string, number>>;
  readonly sounds?: readonly SceneSound[];
  /** Seconds of scene time, at 24 frames a second, and the number there. */
  readonly at: number;
  readonly value: number;
}

/** Something that moves a number over time without keys. It is a function of the frame: nothing is run to know it. */
export interface AutomationKind<V = Values> extends Kind, Documented {
  /** Gives its number at a frame with fraction. */
  compile(source: AutomationSource<V>): (frame: number) => number;
  /** Numbers worked out by hand. */
  readonly examples: readonly AutomationExample<V>[];
  /** A sentence where it can't give one. */
  broken?(values: V, scene: { readonly dials: Dials; readonly sounds: readonly SceneSound[] }): string | undefined;
}

/** Describes a kind of automation: its routines see values of the types that its parameters say. */
export const defineAutomation = <D extends Description>(
  kind: AutomationKind<ValuesOf<D>> & { readonly parameters: D },
): AutomationKind => kind;

/** What an automation does with the number as it is set or keyed. */
export const combinationParameter = {
  type: 'choice',
  label: 'Combination',
  default: 'replace',
  options: [
    { value: 'replace', label: 'replace' },
    { value: 'add', label: 'add' },
    { value: 'multiply', label: 'multiply' },
  ],
  help: 'How the automation combines with the set or keyframed value.',
} as const;

const plain = (label: string, value: number, help: string): NumberParameter => ({
  type: 'number',
  label,
  unit: '',
  default: value,
  usual: [-10, 10],
  help,
});

/** Between which numbers an automation goes. */
export const rangeOf = (low: number, high: number) =>
  describe({
    combination: combinationParameter,
    outputMin: plain('Output min', low, 'The value at the low end.'),
    outputMax: plain('Output max', high, 'The value at the high end.'),
  });

/** A time in seconds, above 0. */
export const seconds = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: 's', default: value, min: 0.001, max: 100000, usual: [0.1, 20], help }) as const;

/** A length of time that fits a whole number of times into one that closes, at least once; all in seconds. */
export const fitting = (length: number, closes: number): number =>
  closes > 0 ? closes / Math.max(1, Math.floor(closes / length + 0.5)) : length;

/** The smooth step 3t² − 2t³. */
export const smooth = (t: number): number => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));
