import type { Kind } from '../describe/registry';
import { describe, type Values } from '../describe/parameters';
import type { Vector, VectorColumns } from '../math/vector';
import type { Outline, SizeHandle } from '../places/handle';

/** Writes d ≥ 0 in metres, the distance of each local position to the extent's skeleton. */
export type DistanceRoutine = (local: VectorColumns, count: number, out: Float64Array) => void;

/** The body that a falloff is measured from. Its own frame is the field's place. */
export interface ExtentKind extends Kind {
  /** False for `everywhere`: there is no falloff then, and no core or reach. */
  readonly bounded: boolean;
  distance(values: Values): DistanceRoutine;
  /** Values whose core and reach wrap particles that lie within `half` metres of the field's place along each local axis. */
  fitted(half: readonly [number, number, number]): Values;
  /** The surface at a distance d from the skeleton, as lines. */
  outline(values: Values, d: number): Outline;
  /** For hatching: the u-th (0 … 1) of the lines that leave the skeleton: where d = 0, and the unit direction of growing d. */
  ray(values: Values, u: number): { readonly from: Vector; readonly along: Vector };
  handles(values: Values): readonly SizeHandle[];
}

/** Core and reach, for every bounded extent. */
export const coreAndReach = describe({
  core: {
    type: 'number',
    label: 'Core',
    unit: 'm',
    default: 0.5,
    min: 0,
    usual: [0, 5],
    help: 'The distance up to which the field is at full strength.',
  },
  reach: {
    type: 'number',
    label: 'Reach',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The distance at which the falloff has run its course. Not less than the core.',
  },
});

/** A length rounded up to two digits, so that fitted numbers can be read. */
export function roundedUp(value: number): number {
  if (!(value > 0)) return 0;
  let unit = 0.001;
  while (value / unit >= 100) unit *= 10;
  return Number((Math.ceil(value / unit) * unit).toPrecision(4));
}
