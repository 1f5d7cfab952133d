import type { Fault } from '../../document/faults';
import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Documented, Kind, Kinded } from '../../document/registry';
import type { VectorGrid } from '../../lib/grids/vector-grid';
import type { Vector, VectorColumns } from '../../lib/math/vector';
import type { Outline } from '../../lib/geometry/outline';
import type { Similarity } from '../../lib/math/similarity';
import type { KernelDescriptor } from './kernel-descriptor';
import type { Notes } from '../../lib/formula/formula';
import type { Dials } from '../../document/dials';
import type { Resources } from '../emitter-shapes/shape';
import type { ParticleBlock } from '../../lib/particle-block';
import type { GroupFill } from './group-fill';
import type { Neighbours } from './neighbours';
import type { SizeHandle } from '../../lib/geometry/outline';
import type { TriangleMesh } from '../../lib/meshes/mesh';

/** What a field's routine sees beside the positions; what its kind does not ask for holds rubbish. */
export interface FieldContext {
  /** Velocities along the axes of the field's place, m/s, for kinds with `needs.velocity`. */
  readonly velocity: VectorColumns;
  /** Directions that the form of the field's extent gives, for kinds with `needs.form`. */
  readonly outward: VectorColumns;
  readonly lengthwise: VectorColumns;
  /** Distance to the skeleton of the field's extent, metres of its own scale, for kinds with `needs.distance`; 0 without one. */
  readonly distance: Float64Array;
  /** Counts what could not be computed. */
  readonly notes: Notes;
  /** The field's own velocity along the axes of its place, m/s. */
  readonly own: Float64Array;
  /** Where the field is. */
  readonly place: Similarity;
  /** Frame with fraction, and seconds, that the stack is evaluated for. */
  readonly frame: number;
  readonly time: number;
}

/**
 * Writes the field's vector F for each particle of the block. `local` holds the positions in the frame of the field's
 * place, metres; `out` is along the same axes, in the unit of the way the field acts.
 */
export type FieldRoutine = (local: VectorColumns, block: ParticleBlock, out: VectorColumns, context: FieldContext) => void;

/** Writes 1 for each particle that is swallowed and 0 for the others, by positions in the frame of the field's place. */
export type SwallowRoutine = (local: VectorColumns, block: ParticleBlock, out: Uint8Array, context: FieldContext) => void;

/** Positions of an emitter's particles at the beginning of the substep, world axes, metres. */
export interface FrozenParticles {
  count: number;
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
  /** The share of the emitter's particles that takes part. */
  readonly share: number;
}

/** Where the k-th particle of a key belongs on an emitter's shape: writes x, y, z in the world; false where there is no place. */
export type PlaceOnShape = (key: number, frame: number, out: Float64Array) => boolean;

/** What fields are made from beside their own values. */
export interface FieldResources extends Resources {
  grid(hash: string): VectorGrid | undefined;
}

/** What a field is compiled from. */
export interface FieldSource<V = Values> {
  /** The size of F: the strength, or where that is a weight, the speed F stands for. */
  readonly strength: number;
  /** 32-bit stream for the field's own randomness. */
  readonly stream: number;
  readonly settings: V;
  readonly fps: number;
  readonly resources: FieldResources;
  readonly extent: Kinded;
  readonly dials: Dials;
  /** Whether F is a velocity, m/s, with the way it acts. */
  readonly moves: boolean;
  /** Undefined where the scene has no such emitter. */
  particles(emitter: string): FrozenParticles | undefined;
  /**
   * Particles around a place, within a radius, at the beginning of the substep: for each emitter its own, or with `together` all that
   * are sent to the field. Undefined for one that is not sent to it.
   */
  neighbours(radius: number, together: boolean): (emitter: number) => Neighbours | undefined;
  /**
   * What a group of fields comes to at points in the world and a frame; undefined where there is no such group, or it is empty. `key`
   * tells all that it hangs on.
   */
  group(id: string, frame: number): { key(): string; readonly fill: GroupFill } | undefined;
  /** Where the field is at a frame. */
  placeAt(frame: number): Similarity;
  /** Undefined where the scene has no such emitter, or nothing can be born from it. */
  placeOn(emitter: string): PlaceOnShape | undefined;
}

/** A box that a field is fitted to: its middle and its widths, metres. */
export interface SourceBox {
  readonly centre: Vector;
  readonly sides: Vector;
}

/** What a kind's silence is judged by. */
export type SilenceSource<V = Values> = Pick<
  FieldSource<V>,
  'settings' | 'resources' | 'extent' | 'placeOn' | 'particles' | 'dials' | 'group'
>;

/** A named set of values to start from. */
export interface StartingPoint {
  readonly name: string;
  /** One line: what it looks like. */
  readonly note: string;
  readonly strength?: number;
  readonly actsAs?: string;
  readonly settings: Values;
}

/** Anything that gives a vector at a point and a time. */
export interface FieldKind<V = Values> extends Kind, Documented {
  /** An SVG path in a 24 × 24 box: its mark on the desk and in the view. */
  readonly glyph: string;
  readonly strength: {
    readonly label: string;
    readonly default: number;
    /** What the fader spans; negative where a reversed field makes sense. */
    readonly usual: readonly [number, number];
    readonly min?: number;
  };
  /** Ways in which it can act; the first is the default. */
  readonly actions: readonly string[];
  /** The extent and profile a new one starts with. */
  readonly startsWith: { readonly extent: string; readonly profile: string };
  /** Numbers balanced against the strength, shown small on the strip. */
  readonly balance?: readonly string[];
  /** The name of its direction parameter, if it has one that must not be zero. */
  readonly direction?: string;
  /** What its routine needs to see. */
  readonly needs?: {
    readonly velocity?: boolean;
    readonly form?: boolean;
    readonly distance?: boolean;
    /** The kind of extent that it can't do without; offered where it has another and is silent for it. */
    readonly extent?: string;
  };
  /** The parameter that names the emitter whose particles it reads, where it reads any with these settings. */
  reads?(settings: V): string | undefined;
  /** True where it reads the particles that it acts on, so that the particles of a run can't be dealt out. */
  readonly readsNeighbours?: boolean;
  /** True where its seed makes a difference. */
  readonly seeded?: boolean;
  /** Settings whose own sizes are fitted to particles within these half-widths, metres. */
  fit?(half: readonly [number, number, number]): Values;
  /** Named sets of values to start from, that differ visibly. */
  readonly starts: readonly StartingPoint[];
  /** Faults that no single parameter shows. */
  check?(settings: V, field: string): Fault[];
  /** A sentence if, with these settings, F is zero everywhere although the strength is not to blame. */
  silent?(source: SilenceSource<V>): string | undefined;
  /** Lines that show its own sizes in the view, in the frame of its place, metres. */
  outline?(settings: V, extent: Kinded): Outline;
  /** The path that particles follow, as values of `pathParameters`, in the frame of its place. */
  course?(settings: V, extent: Kinded): Values | undefined;
  /** A line about its size, in words. */
  description?(settings: V, resources: FieldResources): string | undefined;
  /** A few of its vectors, to be drawn as arrows in the frame of its place. */
  arrows?(source: FieldSource<V>): readonly { readonly at: Vector; readonly vector: Vector }[];
  /** The grid that it is looked up in, to be written to a file. */
  gridOf?(source: FieldSource<V>): VectorGrid | undefined;
  /** The box that its source fills, given the one round what a group of fields reaches; undefined where there is none. */
  fitSource?(source: FieldSource<V>, bounds: SourceBox | undefined): SourceBox | undefined;
  /** Points that are dragged in the view to set its own sizes. */
  handles?(settings: V): readonly SizeHandle[];
  /** The mesh it acts from, to be drawn as a surface. */
  surface?(settings: V, resources: Resources): TriangleMesh | undefined;
  /** The name of the list of points that is edited in the view. */
  readonly points?: string;
  /** The settings with which its own course over time comes back after so many frames; undefined where it has none that could. */
  closed?(settings: V, frames: number): Values | undefined;
  /** What of it keeps it from coming back, in words, and settings that would do instead; undefined where nothing does. */
  open?(settings: V): { readonly words: string; readonly instead: Values } | undefined;
  /** True where strength 0 leaves something to deliver. */
  deliversAtZero?(settings: V): boolean;
  compile(source: FieldSource<V>): FieldRoutine;
  /** What its routine comes to, where a kernel can work it out with these settings; the routine says what is right. */
  kernel?(source: FieldSource<V>): KernelDescriptor | undefined;
  /** What ends particles that it reaches; undefined where with these settings it ends none. */
  swallows?(source: FieldSource<V>): SwallowRoutine | undefined;
  /** What to say where its vector is zero at every particle that it reaches. */
  readonly zeroHere?: string;
}

/** Describes a kind of field: its routines see values of the types that its parameters say. */
export const defineField = <D extends Description>(kind: FieldKind<ValuesOf<D>> & { readonly parameters: D }): FieldKind => kind;
