import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Documented, Kind, Kinded } from '../../document/registry';
import type { Similarity } from '../../lib/math/similarity';
import type { Vector } from '../../lib/math/vector';
import type { Resources } from '../emitter-shapes/shape';

/** Where one birth of an emitter stands at a moment; all in the world. */
export interface SpawnPose {
  /** Its place of birth, metres, and the unit direction in which it leaves. */
  readonly position: Vector;
  /** Its place of birth in the emitter’s own frame, before the shape is stretched, metres. */
  readonly local: Vector;
  readonly axis: Vector;
  /** Where the emitter itself is. */
  readonly place: Similarity;
  /** Seconds of scene time. */
  readonly time: number;
  /** Numbers in [0, 1) that belong to this birth. */
  hashRandom(purpose: number): number;
}

/** The particles of one birth over a substep; x, y, z a particle, metres. */
export interface Body {
  /** Where the fields alone take them; settled in place. */
  readonly now: Float64Array;
  /** Where they were. */
  readonly before: Float64Array;
  /** Where they lie at rest at the end of the substep. */
  readonly rest: Float64Array;
  /** 0 for a particle that is gone, 1 for one that moves, 2 for one that stays at `now`. */
  readonly state: Uint8Array;
  /**
   * How hard each is to move from `now`, against a particle without drag: what drag takes of a pull in one step, and
   * would take again of the constraints’.
   */
  readonly weight: Float64Array;
  readonly seconds: number;
}

/** What holds the particles of one birth together. */
export interface Constraints {
  /** Particles of one birth. */
  readonly points: number;
  /** True where they lie one after another, from a root to a tip. */
  readonly isLine: boolean;
  /** Writes where they lie at rest, x, y, z each. */
  rest(pose: SpawnPose, out: Float64Array): void;
  /** True for a particle that has no motion of its own, and stays at its place of rest. */
  isHeld(point: number): boolean;
  /** Moves the particles of a body to where their constraints let them be. */
  settle(body: Body): void;
}

/** How the particles of an emitter hang together. */
export interface BodyKind<V = Values> extends Kind, Documented {
  /** Particles of one birth. */
  points(values: V, shape: Kinded, resources: Resources): number;
  /** Makes ready; undefined where particles are free. */
  compile?(values: V, shape: Kinded, resources: Resources): Constraints | undefined;
  /** A sentence where with these values there is nothing to hold together. */
  empty?(values: V, shape: Kinded, resources: Resources): string | undefined;
}

/** Describes a kind of body: its routines see values of the types that its parameters say. */
export const defineBody = <D extends Description>(kind: BodyKind<ValuesOf<D>> & { readonly parameters: D }): BodyKind =>
  kind;

/** Bits of a particle's number below the row of amounts it was born from. */
const WITHIN_ROW = 0x0fffffff;

/** The number of the body that a particle belongs to: the particle's own where bodies have one particle. */
export function bodyOf(id: number, points: number): number {
  return points === 1 ? id : ((id & ~WITHIN_ROW) | Math.floor((id & WITHIN_ROW) / points)) >>> 0;
}

/** Which particle of its body it is, from 0. */
export function pointOf(id: number, points: number): number {
  return points === 1 ? 0 : (id & WITHIN_ROW) % points;
}

/** Place along a line of so many particles, 0 … 1: that of its root is 0, and that of its tip 1. */
export const alongLine = (id: number, points: number): number => (points > 1 ? pointOf(id, points) / (points - 1) : 0);

/** The number of a particle of a body. */
export function particleOf(body: number, point: number, points: number): number {
  return points === 1 ? body : ((body & ~WITHIN_ROW) | ((body & WITHIN_ROW) * points + point)) >>> 0;
}
