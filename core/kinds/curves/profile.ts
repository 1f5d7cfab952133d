import type { ProfileValues } from '../../document/scene';
import type { Documented, Kind } from '../../document/registry';
import { describe, type Values, type Description, type ValuesOf } from '../../document/parameters';
import { pow } from '../../lib/math/exact';

/** A weight that is known. One test holds them for every curve. */
export interface CurveExample<V = Values> {
  /** Values that differ from the defaults. */
  readonly values?: Partial<V>;
  /** Core and reach, metres. */
  readonly core: number;
  readonly reach: number;
  /** The distance, metres, and the weight there. */
  readonly at: number;
  readonly weight: number;
}

/** The curve from core (s = 0) to reach (s = 1). */
export interface ProfileKind<V = Values> extends Kind, Documented {
  /** p in 0 … 1 at s in 0 … 1; d and core in metres, for the profiles that need lengths. */
  compile(values: V): (s: number, d: number, core: number) => number;
  /** True where the core must be above 0. */
  readonly needsCore: boolean;
  /** Weights between core and reach, worked out by hand from its formula. */
  readonly examples: readonly CurveExample<V>[];
}

/** Describes a kind of falloff curve: its routines see values of the types that its parameters say. */
export const defineCurve = <D extends Description>(
  kind: ProfileKind<ValuesOf<D>> & { readonly parameters: D },
): ProfileKind => kind;

/** Slope and invert, which every profile has beside its kind. */
export const profileCommon = describe({
  slope: {
    type: 'number',
    label: 'Steepness',
    unit: '',
    default: 1,
    min: 0,
    max: 64,
    usual: [0, 4],
    help: 'Raises the curve to this power. Above 1 it falls sooner, below 1 later.',
  },
  invert: {
    type: 'switch',
    label: 'Invert',
    default: false,
    help: 'Zero inside the inner radius, full strength beyond the outer.',
  },
});

/** A complete falloff of a kind: weight at a distance d in metres. */
export function falloff(kind: ProfileKind, profile: ProfileValues, core: number, reach: number): (d: number) => number {
  const span = reach - core;
  const value = kind.compile(profile);
  const { slope, invert } = profile;
  if (slope === 1 && !invert) return (d) => value(d <= core ? 0 : d >= reach ? 1 : (d - core) / span, d, core);
  return (d) => {
    const s = d <= core ? 0 : d >= reach ? 1 : (d - core) / span;
    const p = pow(value(s, d, core), slope);
    return invert ? 1 - p : p;
  };
}
