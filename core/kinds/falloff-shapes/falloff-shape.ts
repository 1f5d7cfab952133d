import type { Documented, Kind } from '../../document/registry';
import { describe, type Values, type Description, type ValuesOf } from '../../document/parameters';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import type { Vector, VectorColumns } from '../../lib/math/vector';
import type { WeightsOn } from '../../lib/weights/weights-on';
import type { Outline, SizeHandle } from '../../lib/geometry/outline';
import type { Resources } from '../emitter-shapes/shape';

/** Writes d ≥ 0 in metres, the distance of each local position to the falloff shape's skeleton, at a time in seconds. */
export type DistanceRoutine = (local: VectorColumns, count: number, out: Float64Array, time: number) => void;

/**
 * Writes the directions that a falloff shape's own form gives at each local position, unit length or zero: outward, away from
 * its skeleton or the axis of a solid, and lengthwise.
 */
export type FormRoutine = (
  local: VectorColumns,
  count: number,
  outward: VectorColumns,
  lengthwise: VectorColumns,
  time: number,
) => void;

/** A distance that is known. One test holds them for every shape. */
export interface FalloffShapeExample<V = Values> {
  /** Values that differ from the defaults. */
  readonly values?: Partial<V>;
  /** A place in its own frame, metres; d there, and the outward direction where it is told. */
  readonly at: Vector;
  readonly distance: number;
  readonly outward?: Vector;
  /** A mesh that its values name. */
  readonly mesh?: TriangleMesh;
  /** Painted weights that its values name. */
  readonly weights?: WeightsOn;
}

/** The body that a falloff is measured from. Its own frame is the field's place. */
export interface FalloffShapeKind<V = Values> extends Kind, Documented {
  /** False for `everywhere`: there is no falloff then, and no inner or outer radius. */
  readonly bounded: boolean;
  distance(values: V, resources: Resources): DistanceRoutine;
  /** Distances worked out by hand, outside its flat sides and beyond its ends. */
  readonly examples: readonly FalloffShapeExample<V>[];
  /**
   * Half the sides of a box of which d is the distance, d = |max(|x| − half, 0)|: 0 where it is flat, ∞ where it has no
   * end. Undefined where with these values d is another. Says what the routine comes to, so that a kernel can work it
   * out.
   */
  halves?(values: V): Vector | undefined;
  /** Undefined for `everywhere`, which has no form. */
  form?(values: V, resources: Resources): FormRoutine;
  /** A sentence where with these values there is nothing to measure from. */
  empty?(values: V, resources: Resources): string | undefined;
  /** The mesh it is measured from, to be drawn as a surface. */
  surface?(values: V, resources: Resources): TriangleMesh | undefined;
  /** The name of the list of points that is edited in the view. */
  readonly points?: string;
  /**
   * Values whose inner and outer radius wrap particles that lie within `half` metres of the field's place along each local
   * axis.
   */
  fitted(half: readonly [number, number, number]): Values;
  /** The surface at a distance d from the skeleton, as lines. */
  outline(values: V, d: number): Outline;
  /**
   * For hatching: the u-th (0 … 1) of the lines that leave the skeleton: where d = 0, and the unit direction of growing
   * d.
   */
  ray(values: V, u: number): { readonly from: Vector; readonly along: Vector };
  handles(values: V): readonly SizeHandle[];
}

/** Describes a kind of falloff shape: its routines see values of the types that its parameters say. */
export const defineFalloffShape = <D extends Description>(
  kind: FalloffShapeKind<ValuesOf<D>> & { readonly parameters: D },
): FalloffShapeKind => kind;

/** The radii of a falloff, metres; 0 and 0 where there is none. */
export function radiiOf(falloff: Values): { readonly inner: number; readonly outer: number } {
  return { inner: Number(falloff['inner'] ?? 0), outer: Number(falloff['outer'] ?? 0) };
}

/** Inner and outer radius, for every bounded falloff shape. */
export const innerAndOuter = describe({
  inner: {
    type: 'number',
    label: 'Inner radius',
    unit: 'm',
    default: 0.5,
    min: 0,
    usual: [0, 5],
    help: 'The distance up to which the field has full strength.',
  },
  outer: {
    type: 'number',
    label: 'Outer radius',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The distance beyond which the field is zero. At least the inner radius.',
  },
});

/** A length rounded up to two digits, so that fitted numbers can be read. */
export function roundedUp(value: number): number {
  if (!(value > 0)) return 0;
  let unit = 0.001;
  while (value / unit >= 100) unit *= 10;
  return Number((Math.ceil(value / unit) * unit).toPrecision(4));
}

/** Writes one direction for all: 1 along an axis (0 x, 1 y, 2 z) of the place. */
export function allAlong(axis: 0 | 1 | 2, count: number, out: VectorColumns): void {
  out.x.fill(axis === 0 ? 1 : 0, 0, count);
  out.y.fill(axis === 1 ? 1 : 0, 0, count);
  out.z.fill(axis === 2 ? 1 : 0, 0, count);
}

/** Writes a vector brought to unit length as entry i; zero stays zero. */
export function setUnit(out: VectorColumns, i: number, x: number, y: number, z: number): void {
  const size = Math.sqrt(x * x + y * y + z * z);
  const scale = size > 0 ? 1 / size : 0;
  out.x[i] = x * scale;
  out.y[i] = y * scale;
  out.z[i] = z * scale;
}
