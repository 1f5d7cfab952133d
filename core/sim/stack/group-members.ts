import { rateOf, shareOf } from '../../kinds/actions/rate';
import type { ActionKind } from '../../kinds/actions/action';
import type { Member } from '../../kinds/group-rules/rule';
import type { Brake } from '../../kinds/contracts/sums';
import { vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { BLOCK } from '../../lib/particle-block';
import type { GroupRow, Row } from './stack';
import type { RowScratch } from './room';

/** What one field delivers in the end, after the rules and weights of the groups around it. */
export interface Leaf {
  readonly row: Row;
  /** w with all shares and weights around it. */
  readonly weight: Float64Array;
  /** w by itself, before any group. */
  readonly own: Float64Array;
  readonly vector: VectorColumns;
  /** Its damping, where that is apart from the vector. */
  brake: Brake | undefined;
}

/** What the members of a group come to together, before its own weight and strength. */
export interface Combined {
  /** Σ share·w·F; for blends Σ share·λ·F. */
  readonly vector: VectorColumns;
  readonly rate: Float64Array;
  /** What each field in it delivers, where that is asked for. */
  readonly leaves: readonly Leaf[];
}

/** Room for what one member of a group delivers. */
export interface Slot extends Member {
  mix: number;
  readonly weight: Float64Array;
  leaves: Leaf[];
}

/** Empty room for a member. */
export const newSlot = (): Slot => ({
  vector: vectorColumns(BLOCK),
  rate: new Float64Array(BLOCK),
  cover: new Float64Array(BLOCK),
  groupWeight: new Float64Array(BLOCK),
  weight: new Float64Array(BLOCK),
  mix: 1,
  leaves: [],
});

/** Room of a group, kept with the room it is evaluated in. */
export interface Bench {
  readonly slots: Slot[];
  readonly vector: VectorColumns;
  readonly rate: Float64Array;
}

const benches = new WeakMap<RowScratch, Bench>();

/** The room of a group that is evaluated in a row’s room. */
export function benchOf(room: RowScratch): Bench {
  let bench = benches.get(room);
  if (!bench) {
    bench = { slots: [], vector: vectorColumns(BLOCK), rate: new Float64Array(BLOCK) };
    benches.set(room, bench);
  }
  return bench;
}

/** Leaves are kept with their rows, and written anew at each block. */
const kept = new WeakMap<Row, Leaf>();

function copy(from: Float64Array, to: Float64Array, count: number): void {
  for (let i = 0; i < count; i++) to[i] = from[i]!;
}

/** The leaf of a row that has just been evaluated; it holds until the row is evaluated for another block. */
export function leafOf(row: Row, { weight, vector }: RowScratch, count: number): Leaf {
  let leaf = kept.get(row);
  if (!leaf) {
    leaf = {
      row,
      weight: new Float64Array(BLOCK),
      own: new Float64Array(BLOCK),
      vector: vectorColumns(BLOCK),
      brake: undefined,
    };
    kept.set(row, leaf);
  }
  copy(weight, leaf.weight, count);
  copy(weight, leaf.own, count);
  copy(vector.x, leaf.vector.x, count);
  copy(vector.y, leaf.vector.y, count);
  copy(vector.z, leaf.vector.z, count);
  leaf.brake = undefined;
  return leaf;
}

/** Multiplies what leaves deliver. */
export function scaleLeaves(leaves: readonly Leaf[], by: Float64Array, count: number): void {
  for (const { weight } of leaves) for (let i = 0; i < count; i++) weight[i]! *= by[i]!;
}

/** Brings what a member delivers into its slot, its vector with the weight in it. */
export function fill(
  slot: Slot,
  { blends }: ActionKind,
  weight: Float64Array,
  vector: VectorColumns,
  count: number,
): void {
  for (let i = 0; i < count; i++) {
    const w = weight[i]!;
    const rate = blends ? rateOf(w) : 0;
    const scale = blends ? (w < 0 ? -rate : rate) : w;
    slot.rate[i] = rate;
    slot.vector.x[i] = scale * vector.x[i]!;
    slot.vector.y[i] = scale * vector.y[i]!;
    slot.vector.z[i] = scale * vector.z[i]!;
  }
}

/**
 * How much a member covers of what came before: its mix within its falloff. A strength that is in the weight is taken
 * out again.
 */
export function cover(slot: Slot, weight: Float64Array, strength: number, count: number): void {
  const scale = strength === 0 ? 0 : slot.mix / strength;
  for (let i = 0; i < count; i++) slot.cover[i] = Math.min(1, Math.max(0, weight[i]! * scale));
}

/** Brings levels into 0 … 1. */
export function clampLevels(levels: Float64Array, count: number): void {
  for (let i = 0; i < count; i++) levels[i] = Math.min(1, Math.max(0, levels[i]!));
}

/** Brings the size of the result between floor and ceiling; what is zero has no direction to be brought up in. */
export function limit(
  { group }: GroupRow,
  scalar: boolean,
  blends: boolean,
  result: Bench,
  slots: readonly Slot[],
  count: number,
): void {
  const { vector, rate } = result;
  for (let i = 0; i < count; i++) {
    if (scalar) {
      vector.x[i] = Math.min(group.ceiling, Math.max(group.floor, vector.x[i]!));
      continue;
    }
    const over = blends ? rate[i]! : 1;
    if (over === 0) continue;
    const [x, y, z] = [vector.x[i]!, vector.y[i]!, vector.z[i]!];
    const size = Math.sqrt(x * x + y * y + z * z) / over;
    if (size === 0) continue;
    const scale = Math.min(group.ceiling, Math.max(group.floor, size)) / size;
    if (scale === 1) continue;
    vector.x[i] = x * scale;
    vector.y[i] = y * scale;
    vector.z[i] = z * scale;
    for (const { groupWeight } of slots) groupWeight[i]! *= scale;
  }
}

/** Weight and vector with which a combined group acts as one field would, given the group's own weights. */
export function deliver(
  { blends }: ActionKind,
  weight: Float64Array,
  { vector, rate }: Combined,
  count: number,
  outVector: VectorColumns,
  outWeight: Float64Array,
): void {
  for (let i = 0; i < count; i++) {
    const inverse = blends ? (rate[i]! > 0 ? 1 / rate[i]! : 0) : 1;
    outVector.x[i] = vector.x[i]! * inverse;
    outVector.y[i] = vector.y[i]! * inverse;
    outVector.z[i] = vector.z[i]! * inverse;
    outWeight[i] = blends ? weight[i]! * shareOf(rate[i]!) : weight[i]!;
  }
}
