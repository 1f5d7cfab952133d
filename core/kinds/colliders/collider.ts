import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import type { Span } from '../../lib/geometry/span';
import type { Outline, SizeHandle } from '../../lib/geometry/outline';
import type { BodyDescriptor } from '../contracts/body-descriptor';
import type { Resources } from '../emitter-shapes/shape';

/** Where a particle's way meets a surface, in the collider's own frame; written in place. */
export interface Hit {
  /** Share of the way, 0 … 1. */
  t: number;
  /** Unit normal, towards the particle. */
  nx: number;
  ny: number;
  nz: number;
  /** How far the particle must be moved along the normal to lie on the surface. */
  push: number;
  /** The face of a mesh. */
  face: number;
}

/**
 * The first contact on the way from a to b with the surface thickened by `half`, all in the collider's own frame; false
 * where there is none. A particle that lies in the thickness and goes further in has its contact at once.
 */
export type HitRoutine = (
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number,
  half: number,
  hit: Hit,
) => boolean;

/** A collider's body made ready. */
export interface Body {
  readonly hit: HitRoutine;
  /**
   * Whether no way within a box of its own frame meets the body thickened by `half`; false where that is not known at
   * once.
   */
  isClear(span: Span, half: number): boolean;
  /** Signed distance of a point of its own frame to the surface, metres; negative where it is solid, never for a sheet. */
  distance(x: number, y: number, z: number): number;
  /** Undefined where it deforms. */
  readonly descriptor?: BodyDescriptor | undefined;
  /** For a mesh that deforms: brings it from its pose at one time to that of another, in seconds. */
  pose?(from: number, to: number): void;
  /** For a mesh that deforms: displacement of a face from the first pose to the second, into x, y, z. */
  moved?(face: number, out: Float64Array): void;
  /** For a mesh that deforms: the face that is nearest to a point. */
  nearestFace?(x: number, y: number, z: number): number;
}

/** A surface that particles hit. */
export interface ColliderShape<V = Values> extends Kind {
  body(values: V, resources: Resources): Body;
  /** A sentence where with these values there is nothing to hit. */
  empty?(values: V, resources: Resources): string | undefined;
  outline(values: V, resources: Resources): Outline;
  handles(values: V): readonly SizeHandle[];
  /** The mesh it is, to be drawn as a surface. */
  surface?(values: V, resources: Resources): TriangleMesh | undefined;
  /** True for what has no end: its outline is a part of it. */
  readonly endless?: boolean;
  /** True for a floor or wall, which belongs under particles; a body of its own belongs among them. */
  readonly spreads?: boolean;
  /** The name of the list of points that is edited in the view. */
  readonly points?: string;
}

/** Describes a kind of collider: its routines see values of the types that its parameters say. */
export const defineColliderShape = <D extends Description>(
  kind: ColliderShape<ValuesOf<D>> & { readonly parameters: D },
): ColliderShape => kind;

/** Whether particles are kept out of a body or within it. */
export const inside = {
  type: 'switch',
  label: 'Container',
  default: false,
  help: 'Keeps particles inside instead of outside.',
} as const;
