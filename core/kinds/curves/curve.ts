import type { CurveValues } from '../../document/scene';
import type { Documented, Kind } from '../../document/registry';
import { describe, type Values, type Description, type ValuesOf } from '../../document/parameters';
import { pow } from '../../lib/math/exact';

/** A weight that is known. One test holds them for every curve. */
export interface CurveExample<V = Values> {
  /** Values that differ from the defaults. */
  readonly values?: Partial<V>;
  /** Inner and outer radius, metres. */
  readonly inner: number;
  readonly outer: number;
  /** The distance, metres, and the weight there. */
  readonly at: number;
  readonly weight: number;
}

/** The curve from inner radius (s = 0) to outer radius (s = 1). */
export interface FalloffCurveKind<V = Values> extends Kind, Documented {
  /** p in 0 … 1 at s in 0 … 1; d and core in metres, for the curves that need lengths. */
  compile(values: V): (s: number, d: number, inner: number) => number;
  /** True where the inner radius must be above 0. */
  readonly needsInner: boolean;
  /** Weights between inner and outer radius, worked out by hand from its formula. */
  readonly examples: readonly CurveExample<V>[];
}

/** Describes a kind of falloff curve: its routines see values of the types that its parameters say. */
export const defineCurve = <D extends Description>(
  kind: FalloffCurveKind<ValuesOf<D>> & { readonly parameters: D },
): FalloffCurveKind => kind;

/** Slope and invert, which every curve has beside its kind. */
export const curveCommon = describe({
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
export function weightBy(
  kind: FalloffCurveKind,
  curve: CurveValues,
  inner: number,
  outer: number,
): (d: number) => number {
  const span = outer - inner;
  const value = kind.compile(curve);
  const { slope, invert } = curve;
  if (slope === 1 && !invert) return (d) => value(d <= inner ? 0 : d >= outer ? 1 : (d - inner) / span, d, inner);
  return (d) => {
    const s = d <= inner ? 0 : d >= outer ? 1 : (d - inner) / span;
    const p = pow(value(s, d, inner), slope);
    return invert ? 1 - p : p;
  };
}
