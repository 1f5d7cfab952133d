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

/** Limits with soft borders, for masks that take a range of a quantity. */
export function rangeParameters(
  unit: string,
  low: number,
  high: number,
  ramp: number,
  usual: readonly [number, number],
) {
  return describe({
    low: limit('Minimum', unit, low, usual, 'No births below this.'),
    high: limit('Maximum', unit, high, usual, 'No births above this.'),
    ramp: {
      ...limit(
        'Edge softness',
        unit,
        ramp,
        [0, (usual[1] - usual[0]) / 2],
        'The range inside each limit over which births thin out.',
      ),
      min: 0,
    },
    invert: inverted,
  });
}

const anyRange = rangeParameters('', 0, 1, 0, [0, 1]);
type Range = ValuesOf<typeof anyRange>;

/** The chance of births by what a kind measures and by its limits. */
export function compileMask({ measures }: MaskKind, source: MaskSource): MaskRoutine {
  const weight = inRange(typed(anyRange, source.values));
  const value = measures.value(source);
  return (place, time) => weight(value(place, time));
}

/** 1 inside the limits, 0 outside, rising smoothly (3t² − 2t³) over the ramp inside each. */
function inRange({ low, high, ramp, invert }: Range): (value: number) => number {
  const soft = Math.min(ramp, Math.max(0, (high - low) / 2));
  const rise = (distance: number) => {
    if (distance < 0) return 0;
    const t = soft > 0 ? Math.min(1, distance / soft) : 1;
    return t * t * (3 - 2 * t);
  };
  return (value) => {
    const inside = rise(value - low) * rise(high - value);
    return invert ? 1 - inside : inside;
  };
}
