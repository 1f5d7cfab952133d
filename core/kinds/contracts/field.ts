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
import type { Solid } from '../../lib/flow/solids';
import type { Neighbours } from './neighbours';
import type { SizeHandle } from '../../lib/geometry/outline';
import type { TriangleMesh } from '../../lib/meshes/mesh';

/** What a field's routine sees beside the positions; what its kind does not ask for holds rubbish. */
export interface FieldContext {
  /** Velocities along the axes of the field's place, m/s, for kinds with `needs.velocity`. */
  readonly velocity: VectorColumns;
  /**
   * Where the particles were when their step began, in the frame of the field’s place, metres, for kinds with
   * `needs.start`. They are seen in the middle of their step.
   */
  readonly start: VectorColumns;
  /**
   * For kinds that damp along a direction n̂ at a rate c, 1/s: √c·n̂ for each particle, along the axes of the field’s place,
   * written by the routine. F has −c·(v·n̂)·n̂ in it all the same.
   */
  readonly damping: VectorColumns;
  /** Directions that the form of the field's falloff shape gives, for kinds with `needs.form`. */
  readonly outward: VectorColumns;
  readonly lengthwise: VectorColumns;
  /**
   * Distance to the skeleton of the field's falloff shape, metres of its own scale, for kinds with `needs.distance`; 0 without
   * one.
   */
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
export type FieldRoutine = (
  local: VectorColumns,
  block: ParticleBlock,
  out: VectorColumns,
  context: FieldContext,
) => void;

/**
 * Writes 1 for each particle that is swallowed and 0 for the others, by positions in the frame of the field's place.
 */
export type AbsorbRoutine = (
  local: VectorColumns,
  block: ParticleBlock,
  out: Uint8Array,
  context: FieldContext,
) => void;

/** Positions of an emitter's particles as they drift, in the middle of the substep, world axes, metres. */
export interface FrozenParticles {
  count: number;
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
  /** The fraction of the emitter's particles that takes part. */
  readonly draftFraction: number;
}

/**
 * Where the k-th particle of a key belongs on an emitter's shape: writes x, y, z in the world; false where there is no
 * place.
 */
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
  readonly falloff: Kinded;
  readonly dials: Dials;
  /** Whether F is a velocity, m/s, with the way it acts. */
  readonly moves: boolean;
  /** Undefined where the scene has no such emitter. */
  particles(emitter: string): FrozenParticles | undefined;
  /**
   * Particles around a place, within a radius, in the middle of the substep: for each emitter its own, or with
   * `together` all that are sent to the field. Undefined for one that is not sent to it.
   */
  neighbours(radius: number, together: boolean): (emitter: number) => Neighbours | undefined;
  /**
   * What a group of fields comes to at points in the world and a frame; undefined where there is no such group, or it
   * is empty. `key` tells all that it hangs on.
   */
  group(id: string, frame: number): { key(): string; readonly fill: GroupFill } | undefined;
  /** The colliders that are there at a frame, in the frame of the world. `key` tells all that they hang on. */
  solids(frame: number): { key(): string; all(): readonly Solid[] };
  /** Told about the share that is done of something that takes long, 0 … 1; may throw to end it. */
  readonly attend?: ((share: number) => void) | undefined;
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
  'settings' | 'resources' | 'falloff' | 'placeOn' | 'particles' | 'dials' | 'group' | 'solids'
>;

/** A named set of values to start from. */
export interface StartingPoint<V = Values> {
  readonly name: string;
  /** One line: what it looks like. */
  readonly note: string;
  readonly strength?: number;
  readonly actsAs?: string;
  /** True for a jet, which stands before the particles and blows through them. */
  readonly upstream?: boolean;
  readonly settings: Partial<V>;
}

/** A vector that is known, of a field that stands in the frame of the world. One test holds them for every kind. */
export interface FieldExample<V = Values> {
  /** Settings that differ from the defaults. */
  readonly settings: Partial<V>;
  readonly strength: number;
  readonly actsAs?: string;
  /** The shape of its falloff; none where it is left out. */
  readonly falloff?: Kinded;
  /** Where the particle is, metres, and how fast, m/s. */
  readonly at: Vector;
  readonly velocity?: Vector;
  /** Other particles, for fields that read them. */
  readonly neighbours?: readonly { readonly at: Vector; readonly velocity: Vector }[];
  /** Parts of the scene beside the field, as they are written by hand. */
  readonly scene?: Values;
  /** F there, in the unit of the way it acts. */
  readonly vector: Vector;
  /** Where the numbers come from. */
  readonly source: string;
}

/** What of a field is shown in the view, in the frame of its place, metres. */
export interface FieldView<V = Values> {
  /** Lines that show its own sizes. */
  outline?(settings: V, falloff: Kinded): Outline;
  /** Points that are dragged to set its own sizes. */
  handles?(settings: V): readonly SizeHandle[];
  /** A few of its vectors, drawn as arrows. */
  arrows?(source: FieldSource<V>): readonly { readonly at: Vector; readonly vector: Vector }[];
  /** The mesh it acts from, drawn as a surface. */
  surface?(settings: V, resources: Resources): TriangleMesh | undefined;
  /** The name of the list of points that is edited. */
  readonly points?: string;
  /** The path that particles follow, as values of `pathParameters`. */
  path?(settings: V, falloff: Kinded): Values | undefined;
}

/** Something that keeps particles off, in the frame of the field’s place. */
export interface Barrier {
  /** Writes the distance of a point to it, metres, and the way off it; false where it does not act. */
  nearest(x: number, y: number, z: number, time: number, out: Float64Array): boolean;
  /** F along the way off it on a particle at rest at a distance. */
  push(distance: number): number;
  /** F for each m/s at which a particle comes. */
  readonly damping: number;
}

/** What a field is compiled from, and what else bears on how it is stepped. */
export interface SteppedSource<V = Values> extends FieldSource<V> {
  /** Of the lightest particle where the field acts as a force, kilograms; otherwise 1. */
  readonly mass: number;
  /** The shortest lifetime that is set, seconds. */
  readonly life: number;
  /** The scale of the field’s place. */
  readonly scale: number;
}

/** What can be wrong with a field, and why it may do nothing. */
export interface FieldDiagnose<V = Values> {
  /** Faults that no single parameter shows. */
  check?(settings: V, field: string): Fault[];
  /** A sentence if, with these settings, F is zero everywhere although the strength is not to blame. */
  silent?(source: SilenceSource<V>): string | undefined;
  /** The sentence for a vector that is zero at every particle that the field reaches. */
  readonly zeroHere?: string;
  /** True where strength 0 leaves something to deliver. */
  deliversAtZero?(settings: V): boolean;
  /**
   * The longest step that does the field justice, seconds, and in words what is too fast for a longer one (“its spring
   * swings”); undefined where any does.
   */
  longestStep?(source: SteppedSource<V>): { readonly seconds: number; readonly words: string } | undefined;
  /** What particles should not get through; undefined where with these settings nothing keeps them off. */
  barrier?(source: FieldSource<V>): Barrier | undefined;
}

/** How a field that changes over time comes back after a loop. */
export interface FieldLoop<V = Values> {
  /** The settings with which it comes back after so many frames; undefined where nothing could. */
  closed?(settings: V, frames: number): Values | undefined;
  /** In words, what keeps it from coming back, and settings that would do instead; undefined where nothing does. */
  open?(settings: V): { readonly words: string; readonly instead: Values } | undefined;
}

/** What a field has to do with particles beside its vector. */
export interface FieldParticles<V = Values> {
  /** True where it reads the particles that it acts on, so that the particles of a run can't be dealt out. */
  readonly readsNeighbours?: boolean;
  /** The emitter whose particles it reads, where it reads any with these settings. */
  reads?(settings: V): string | undefined;
  /** Ends particles that it reaches; undefined where with these settings it ends none. */
  absorbs?(source: FieldSource<V>): AbsorbRoutine | undefined;
}

/** A field that is looked up in a grid of vectors. */
export interface FieldGrid<V = Values> {
  /** The grid, to be written to a file. */
  of(source: FieldSource<V>): VectorGrid | undefined;
  /**
   * The box that its source fills, given the one round what a group of fields reaches; undefined where there is none.
   */
  fitSource(source: FieldSource<V>, bounds: SourceBox | undefined): SourceBox | undefined;
  /** A line about its size, in words. */
  description(settings: V, resources: FieldResources): string | undefined;
}

/** Fields that do much the same, under one heading where a field is chosen. */
export type FieldFamily = 'push' | 'flow' | 'around' | 'source' | 'crowd' | 'limit';

/** Anything that gives a vector at a point and a time. What stands behind `examples` is optional. */
export interface FieldKind<V = Values> extends Kind, Documented {
  readonly family: FieldFamily;
  /** An SVG path in a 24 × 24 box: its mark on the desk and in the view. */
  readonly glyph: string;
  readonly strength: {
    readonly label: string;
    readonly default: number;
    /** The span of the fader; negative where a reversed field makes sense. */
    readonly usual: readonly [number, number];
    readonly min?: number;
    /** The default a frame, where it acts by blending and the usual one is too weak for it. */
    readonly blended?: number;
  };
  /** Ways in which it can act; the first is the default. */
  readonly actions: readonly string[];
  /** The falloff shape and curve a new one starts with. */
  readonly startsWith: {
    readonly falloff: string;
    readonly curve: string;
    /** Where a new one stands: in the middle of the particles, at height 0, or where the lowest of them are. */
    readonly stands?: 'on the ground' | 'below';
    /** The name of the starting point that a new one has the values of; its defaults where it is left out. */
    readonly point?: string;
  };
  /** Named sets of values to start from, that differ visibly. */
  readonly starts: readonly StartingPoint<V>[];
  compile(source: FieldSource<V>): FieldRoutine;
  /** Known vectors, worked out by hand or by a published formula. */
  readonly examples: readonly FieldExample<V>[];
  /** Numbers balanced against the strength, shown small on the strip. */
  readonly balance?: readonly string[];
  /** The name of its direction parameter, if it has one that must not be zero. */
  readonly direction?: string;
  /** True where its seed makes a difference. */
  readonly seeded?: boolean;
  /** What its routine needs to see beside positions. */
  readonly needs?: {
    readonly velocity?: boolean;
    readonly start?: boolean;
    readonly form?: boolean;
    readonly distance?: boolean;
    /** The kind of falloff shape that it can’t do without; offered where it has another and is silent for it. */
    readonly falloff?: string;
  };
  /** Whether F depends on velocities with these settings; only asked where it needs them. */
  heedsVelocity?(settings: V): boolean;
  /** True where its routine writes how it damps, so that no damping is too much for a step. */
  readonly damps?: boolean;
  /** Settings whose own sizes are fitted to particles within these half-widths, metres. */
  fit?(half: readonly [number, number, number]): Values;
  readonly view?: FieldView<V>;
  readonly diagnose?: FieldDiagnose<V>;
  readonly loop?: FieldLoop<V>;
  readonly particles?: FieldParticles<V>;
  readonly grid?: FieldGrid<V>;
  /** Its vector in numbers, where a kernel can work it out with these settings; the routine defines what is right. */
  kernel?(source: FieldSource<V>): KernelDescriptor | undefined;
}

/** Describes a kind of field: its routines see values of the types that its parameters say. */
export const defineField = <D extends Description>(
  kind: FieldKind<ValuesOf<D>> & { readonly parameters: D },
): FieldKind => kind;
