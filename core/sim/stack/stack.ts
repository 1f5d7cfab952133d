import type { Remake } from '../../document/keys/thing-at';
import type { Desk, Field, Group, Zone } from '../../document/scene';
import type { ActionKind } from '../../kinds/actions/action';
import type { AbsorbRoutine, Barrier, FieldKind, FieldRoutine, FrozenParticles } from '../../kinds/contracts/field';
import type { KernelDescriptor } from '../../kinds/contracts/kernel-descriptor';
import type { Sums } from '../../kinds/contracts/sums';
import type { RuleKind } from '../../kinds/group-rules/rule';
import type { ParticleBlock } from '../../lib/particle-block';
import type { BirthDescriptor, BirthRoutine } from '../step/birth-descriptor';
import type { ColumnRoom } from '../step/column-room';
import type { FastContacts } from '../step/contacts/fast-contacts';
import type { Population } from '../step/population';
import type { NeighbourGrid } from './neighbour-grid';
import type { CompiledWeight } from './weight';
import type { RowScratch } from './room';

/** A field made ready to run. */
export interface Row extends CompiledWeight {
  readonly field: Field;
  /** Its place in the scene's list. */
  readonly index: number;
  readonly action: ActionKind;
  readonly vector: FieldRoutine;
  /** Its vector in numbers, where a kernel may take it. */
  readonly descriptor: KernelDescriptor | undefined;
  readonly needs: NonNullable<FieldKind['needs']>;
  /** Whether it damps along a direction that its routine writes. */
  readonly damps: boolean;
  /** Undefined where it ends no particle. */
  readonly absorbs: AbsorbRoutine | undefined;
  /** Undefined where it keeps no particle off. */
  readonly barrier: Barrier | undefined;
  /** What it is found through by fields that heed neighbours. */
  readonly neighbourGrids: readonly NeighbourGrid[];
  readonly remake: Remake<Partial<Row>>;
}

/** A group made ready to run. */
export interface GroupRow extends CompiledWeight {
  readonly group: Group;
  /** Its place in the scene's list. */
  readonly index: number;
  readonly rule: RuleKind;
  /** How its members act; undefined where it has none. */
  readonly action: ActionKind | undefined;
  readonly members: readonly StackNode[];
  /** True where its members simply go into the sum around it. */
  readonly open: boolean;
  readonly remake: Remake<Partial<GroupRow>>;
}

export type StackNode = Row | GroupRow;

export const isGroup = (node: StackNode): node is GroupRow => 'group' in node;

/** The desk made ready to run. */
export interface Stack {
  /** Fields and groups as they stand on the desk. */
  readonly nodes: readonly StackNode[];
  /** Every field, in the order of the scene. */
  readonly rows: readonly Row[];
  readonly groups: ReadonlyMap<string, GroupRow>;
  readonly fps: number;
  /** The largest acceleration of the whole, m/s². */
  ceiling: number;
  /** The frame of the first round of the loop that a frame is the same as. */
  readonly wrap: (frame: number) => number;
  /** The desk at a frame. */
  readonly deskAt: (frame: number) => Desk['desk'];
  /** Emitters whose particles some field reads, with room for where they are. */
  readonly read: ReadonlyMap<string, FrozenParticles>;
  readonly zones: readonly ZoneRow[];
  /**
   * Whether the middle of a step is foreseen by a first sum: where a field depends on velocities, or moves particles
   * past theirs. Not where fields heed neighbours, which are all seen where they drift to.
   */
  readonly foresees: boolean;
  /** Undefined where all is summed by the plain routines. */
  readonly backend: KernelBackend | undefined;
  /** What fields that heed neighbours find them in. */
  neighbourGrids: readonly NeighbourGrid[];
  /** Frame with fraction that it is placed for. */
  frame: number;
}

/** A zone made ready to run. */
export interface ZoneRow extends CompiledWeight {
  readonly zone: Zone;
  /** What w must be above for the particle to be in the zone, for each of the block. */
  readonly threshold: (block: ParticleBlock, room: RowScratch, out: Float64Array) => void;
  readonly remake: Remake<Partial<ZoneRow>>;
}

/** What comes to an end in a step. */
export interface Ends {
  /** Slots, in rising order, of particles that have lived out their life. */
  readonly dead: number[];
  /** Whether any has left all bounds. */
  lost: boolean;
}

/** What a backend does of a placed stack for the particles of one emitter, until the stack is placed anew. */
export interface StackPart {
  /** What it does not know, in order: the plain routines sum it. */
  readonly unaccelerated: readonly StackNode[];
  /** Adds the others to the sums of a block. */
  addTo(block: ParticleBlock, sums: Sums): void;
  /**
   * The whole step of so many particles, up to a block, from a slot on, from `begin` to `end`, seconds, newborn ones from
   * their birth on: for stacks where nothing but fields has a say, and all it does not know has been summed. What leaves all bounds
   * is marked by a velocity that no particle has, NaN. Slots behind them, up to three, hold rubbish afterwards where the
   * number is not divisible by four. Tells what comes to an end by that.
   */
  step(
    population: Population,
    start: number,
    count: number,
    begin: number,
    end: number,
    ends: Ends,
    /** Whether it adds what stands in the sums of {@link lookAt}: accelerations, or velocities of the medium too. */
    rest?: 'pushes' | 'carries',
  ): void;
  /**
   * Up to a block of particles from a slot on as they are in the middle of their step from `begin` to `end`, seconds,
   * where each drifts to as it goes; and room for what the plain routines sum over them. Both hold until it is asked again.
   */
  lookAt(population: Population, start: number, count: number, begin: number, end: number): Looked;
}

/** A block of particles in the memory of a backend, and sums over it. */
export interface Looked {
  readonly block: ParticleBlock;
  readonly sums: Sums;
}

/**
 * Faster routines for the hot parts of a run, in 32 bits. Where a run has a backend, its results are what count; the
 * plain routines define what is right, and both agree to within rounding. The result for a particle depends on nothing
 * but itself, not on those in its block.
 */
export interface KernelBackend {
  /** The routine of one field by its descriptor; undefined where the plain one is as quick. */
  routine(descriptor: KernelDescriptor): FieldRoutine | undefined;
  /** Where and how particles of an emitter begin. */
  births(descriptor: BirthDescriptor): BirthRoutine;
  /** What it does of the contacts of particles that it has stepped. */
  readonly contacts: FastContacts;
  /** What it does of a stack that is placed. */
  partOf(stack: Stack, emitter: number): StackPart;
  /**
   * Room for columns that it works on where they stand; others it copies there and back. What is taken is to be given
   * back.
   */
  readonly room: ColumnRoom;
}
