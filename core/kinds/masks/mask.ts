import { describe, type ValuesOf, type Description, typed } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import type { Values } from '../../document/parameters';
import type { BirthPlace, Resources } from '../emitter-shapes/shape';
import type { Dials } from '../../document/dials';
import type { TriangleMesh } from '../../lib/meshes/mesh';

/** What a mask is compiled from. */
export interface MaskSource<V = Values> {
  readonly values: V;
  /** 32-bit stream for the mask's own randomness. */
  readonly stream: number;
  readonly resources: Resources;
  /** The mesh that births lie on, if they do. */
  readonly surface: TriangleMesh | undefined;
  readonly fps: number;
  readonly dials: Dials;
}

/** The chance, 0 … 1, with which a birth place is taken at a time in seconds. */
export type MaskRoutine = (place: BirthPlace, time: number) => number;

/** Where on its shape an emitter gives birth, and how densely. Several multiply. */
export interface MaskKind<V = Values> extends Kind {
  /** True where it needs a mesh. */
  readonly needsMesh?: boolean;
  /** What of a birth place it looks at: its limits ({@link rangeParameters}) are limits of that. */
  readonly measures: {
    readonly label: string;
    readonly unit: string;
    /** The least and the greatest that it can be, where it has such; a limit there has nothing to thin out. */
    readonly ends?: readonly [least: number, most: number];
    value(source: MaskSource<V>): (place: BirthPlace, time: number) => number;
  };
  /** A sentence where it can't work with these values. */
  broken?(source: Pick<MaskSource<V>, 'values' | 'dials'>): string | undefined;
}

/** Describes a kind of mask: its routines see values of the types that its parameters say. */
export const defineMask = <D extends Description>(kind: MaskKind<ValuesOf<D>> & { readonly parameters: D }): MaskKind =>
  kind;

/** A switch that every mask has. */
const inverted = {
  type: 'switch',
  label: 'Invert',
  default: false,
  help: 'Swaps the places that the mask keeps and rejects.',
} as const;

const limit = (label: string, unit: string, value: number, usual: readonly [number, number], help: string) =>
  ({ type: 'number', label, unit, default: value, usual, help }) as const;

/** How softly births end at a limit: not at all in a new mask. */
const softness = (label: string, unit: string, [low, high]: readonly [number, number], help: string) => ({
  ...limit(label, unit, 0, [0, (high - low) / 2], help),
  min: 0,
});

/** Limits with soft borders, for masks that take a range of a quantity. */
export function rangeParameters(unit: string, low: number, high: number, usual: readonly [number, number]) {
  return describe({
    low: limit('Minimum', unit, low, usual, 'No births below this.'),
    high: limit('Maximum', unit, high, usual, 'No births above this.'),
    lowRamp: softness('Softness at minimum', unit, usual, 'The range above the minimum over which births thin out.'),
    highRamp: softness('Softness at maximum', unit, usual, 'The range below the maximum over which births thin out.'),
    invert: inverted,
  });
}

const anyRange = rangeParameters('', 0, 1, [0, 1]);
type Range = ValuesOf<typeof anyRange>;

/** The chance of births by what a kind measures and by its limits. */
export function compileMask({ measures }: MaskKind, source: MaskSource): MaskRoutine {
  const weight = inRange(typed(anyRange, source.values), measures.ends);
  const value = measures.value(source);
  return (place, time) => weight(value(place, time));
}

/**
 * 1 inside the limits, 0 outside, rising smoothly (3t² − 2t³) over the ramp inside each. Ramps that are wider than the range
 * share it. A limit at the end of all there can be, or beyond it, has none. No number is nowhere, inverted or not.
 */
function inRange(
  { low, high, lowRamp, highRamp, invert }: Range,
  [least, most]: readonly [number, number] = [-Infinity, Infinity],
): (value: number) => number {
  const [below, above] = [low > least ? lowRamp : 0, high < most ? highRamp : 0];
  const fit = Math.min(1, Math.max(0, high - low) / (below + above || 1));
  const rise = (distance: number, soft: number) => {
    if (distance < 0) return 0;
    const t = soft > 0 ? Math.min(1, distance / soft) : 1;
    return t * t * (3 - 2 * t);
  };
  return (value) => {
    if (Number.isNaN(value)) return 0;
    const inside = rise(value - low, fit * below) * rise(high - value, fit * above);
    return invert ? 1 - inside : inside;
  };
}
