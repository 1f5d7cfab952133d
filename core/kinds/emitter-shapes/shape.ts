import { frameAbout, type Vector } from '../../lib/math/vector';
import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import type { LevelImage } from '../../lib/images/level-image';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import type { WeightsOn } from '../../lib/weights/weights-on';
import type { Outline, SizeHandle } from '../../lib/geometry/outline';

/** Where a particle is born, all in the emitter's own frame; written in place. */
export interface BirthPlace {
  /** Metres. */
  x: number;
  y: number;
  z: number;
  /** Unit normal. */
  nx: number;
  ny: number;
  nz: number;
  /** Unit tangent. */
  tx: number;
  ty: number;
  tz: number;
  /** Place on a picture, 0 … 1, v downwards. */
  u: number;
  v: number;
  /** Brightness of a mesh's colours, 0 … 1; 1 without. */
  shade: number;
  /** What it comes from is of this colour there: red, green, blue, each 0 … 1, sRGB-coded; white without. */
  readonly colour: Float64Array;
  /** Y of the normal of the flat face; that of the normal where there are no faces. */
  flatY: number;
  /** Vertices of the triangle it lies on, and their weights; weights of 0 where there is none. */
  readonly corners: Uint32Array;
  readonly weights: Float64Array;
}

/** A birth place at the middle, looking up. */
export function birthPlace(): BirthPlace {
  return {
    x: 0,
    y: 0,
    z: 0,
    nx: 0,
    ny: 1,
    nz: 0,
    tx: 1,
    ty: 0,
    tz: 0,
    u: 0.5,
    v: 0.5,
    shade: 1,
    colour: new Float64Array([1, 1, 1]),
    flatY: 1,
    corners: new Uint32Array(3),
    weights: new Float64Array(3),
  };
}

/** Sets position and picture place of a birth on something flat: the normal is up, the tangent along X. */
export function lieFlat(out: BirthPlace, x: number, z: number, u: number, v: number): void {
  out.x = x;
  out.y = 0;
  out.z = z;
  out.nx = out.nz = out.ty = out.tz = 0;
  out.ny = out.tx = out.flatY = 1;
  out.u = u;
  out.v = v;
}

/**
 * Puts a birth somewhere: metres, in the emitter’s frame. `normal` is the unit direction that leads away from the
 * shape, up where it is left out; the tangent is at right angles to it. The place on a picture is its middle.
 */
export function placeBirth(out: BirthPlace, [x, y, z]: Vector, normal: Vector = [0, 1, 0]): void {
  const [tangent] = frameAbout(normal);
  Object.assign(out, { x, y, z, u: 0.5, v: 0.5, flatY: normal[1] });
  [out.nx, out.ny, out.nz] = normal;
  [out.tx, out.ty, out.tz] = tangent;
}

/** One birth that looks for its place. */
export interface Draw {
  /** The n-th number in [0, 1) that belongs to this particle. */
  pick(n: number): number;
  /** The how-manieth birth of its row, from 1. */
  k: number;
  /** Seconds of scene time. */
  time: number;
}

/** What shapes are made from beside their own values. */
export interface Resources {
  mesh(id: string): TriangleMesh | undefined;
  image(hash: string): LevelImage | undefined;
  /** Painted weights by the id of their weight map; undefined where its mesh is not there. */
  weights(id: string): WeightsOn | undefined;
}

/** Writes the birth place of one particle; false where there is none. */
export type Sampler = (draw: Draw, out: BirthPlace) => boolean;

/** The sampler of a shape in plain numbers, metres: that of one of the shapes of this name, for backends in 32 bits. */
export type ShapeDescriptor =
  /** Evenly filled about the middle; `picks` says which of a particle’s numbers goes along X, Y and Z. */
  | {
      readonly kind: 'box';
      readonly sides: readonly [number, number, number];
      readonly picks: readonly [number, number, number];
    }
  | { readonly kind: 'ball'; readonly radius: number; readonly surface: boolean }
  | { readonly kind: 'disc'; readonly radius: number };

/** What particles are born from. */
export interface ShapeKind<V = Values> extends Kind {
  sampler(values: V, resources: Resources): Sampler;
  /**
   * The same as {@link sampler}, but for what a birth place tells beside position, normal and tangent; left out where
   * it is none of the known ones.
   */
  kernel?(values: V): ShapeDescriptor;
  /** A sentence where with these values nothing can be born. */
  empty?(values: V, resources: Resources): string | undefined;
  /** Lines that show it in the view. */
  outline?(values: V, resources: Resources): Outline;
  /** Points that are dragged in the view to set its sizes. */
  handles?(values: V): readonly SizeHandle[];
  /** The mesh it is born from, to be drawn as a surface. */
  surface?(values: V, resources: Resources): TriangleMesh | undefined;
  /** The name of the list of points that is edited in the view. */
  readonly points?: string;
  /** True where births hang on other particles, and the emitter's amounts do nothing. */
  readonly fromParticles?: boolean;
}

/** Describes a kind of emitter shape: its routines see values of the types that its parameters say. */
export const defineEmitterShape = <D extends Description>(
  kind: ShapeKind<ValuesOf<D>> & { readonly parameters: D },
): ShapeKind => kind;
