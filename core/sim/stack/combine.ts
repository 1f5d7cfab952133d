import { rateOf, shareOf } from '../../kinds/actions/rate';
import type { ActionKind } from '../../kinds/actions/action';
import type { Member } from '../../kinds/group-rules/rule';
import { vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import { isGroup, type GroupRow, type Row, type Stack, type StackNode } from './compile';
import { innerOf, type RowScratch } from './room';
import { clear } from '../../kinds/contracts/sums';
import { evaluateRow, weigh } from './weigh';

/** What one field delivers in the end, after the rules and weights of the groups around it. */
export interface Leaf {
  readonly row: Row;
  /** w with all shares and weights around it. */
  readonly weight: Float64Array;
  /** w by itself, before any group. */
  readonly own: Float64Array;
  readonly vector: VectorColumns;
}

/** What the members of a group come to together, before its own weight and strength. */
export interface Combined {
  /** Σ share·w·F; for blends Σ share·λ·F. */
  readonly vector: VectorColumns;
  readonly rate: Float64Array;
  /** What each field in it delivers, where that is asked for. */
  readonly leaves: readonly Leaf[];
}

interface Slot extends Member {
  mix: number;
  readonly weight: Float64Array;
  leaves: Leaf[];
}

const newSlot = (): Slot => ({
  vector: vectorColumns(BLOCK),
  rate: new Float64Array(BLOCK),
  cover: new Float64Array(BLOCK),
  share: new Float64Array(BLOCK),
  weight: new Float64Array(BLOCK),
  mix: 1,
  leaves: [],
});

/** Room of a group, kept with the room it is evaluated in. */
interface Bench {
  readonly slots: Slot[];
  readonly vector: VectorColumns;
  readonly rate: Float64Array;
}

const benches = new WeakMap<RowScratch, Bench>();

function benchOf(room: RowScratch): Bench {
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
    leaf = { row, weight: new Float64Array(BLOCK), own: new Float64Array(BLOCK), vector: vectorColumns(BLOCK) };
    kept.set(row, leaf);
  }
  copy(weight, leaf.weight, count);
  copy(weight, leaf.own, count);
  copy(vector.x, leaf.vector.x, count);
  copy(vector.y, leaf.vector.y, count);
  copy(vector.z, leaf.vector.z, count);
  return leaf;
}

/** Multiplies what leaves deliver. */
export function scaleLeaves(leaves: readonly Leaf[], by: Float64Array, count: number): void {
  for (const { weight } of leaves) for (let i = 0; i < count; i++) weight[i]! *= by[i]!;
}

/** Brings what a member delivers into its slot, its vector with the weight in it. */
function fill(slot: Slot, { blends }: ActionKind, weight: Float64Array, vector: VectorColumns, count: number): void {
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

/** How much a member covers of what came before: its mix within its falloff. A strength that is in the weight is taken out again. */
function cover(slot: Slot, weight: Float64Array, strength: number, count: number): void {
  const scale = strength === 0 ? 0 : slot.mix / strength;
  for (let i = 0; i < count; i++) slot.cover[i] = Math.min(1, Math.max(0, weight[i]! * scale));
}

function clampLevels(slots: readonly Slot[], count: number): void {
  for (const { vector } of slots) for (let i = 0; i < count; i++) vector.x[i] = Math.min(1, Math.max(0, vector.x[i]!));
}

/** Brings the size of the result between floor and ceiling; what is zero has no direction to be brought up in. */
function limit({ group }: GroupRow, scalar: boolean, blends: boolean, result: Bench, slots: readonly Slot[], count: number): void {
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
    for (const { share } of slots) share[i]! *= scale;
  }
}

/** Whether a member is unmuted, in its span and sent to; a group, whether any of its own members is. */
function isActive(member: StackNode, emitter: number): boolean {
  if (!member.heard || member.level === 0 || member.sends[emitter] === 0) return false;
  return !isGroup(member) || member.members.some((inner) => isActive(inner, emitter));
}

/**
 * Combines the members of a group by its rule, for one block. The result stands in the room until it is used again. With
 * `watched`, what each field in it delivers is told too.
 */
export function combineGroup(stack: Stack, group: GroupRow, block: ParticleBlock, room: RowScratch, watched = false): Combined {
  const { count } = block;
  const { action, rule } = group;
  const bench = benchOf(room);
  const { vector, rate } = bench;
  clear(vector, count);
  rate.fill(0, 0, count);
  if (!action) return { vector, rate, leaves: [] };
  const slots: Slot[] = [];
  for (const member of group.members) {
    if (!isActive(member, block.emitter)) continue;
    const slot = (bench.slots[slots.length] ??= newSlot());
    slots.push(slot);
    slot.mix = member.mix;
    slot.leaves = [];
    const inner = innerOf(room);
    const reached = isGroup(member) ? weigh(stack, member, block, inner) : evaluateRow(stack, member, block, inner);
    if (!reached) {
      clear(slot.vector, count);
      slot.rate.fill(0, 0, count);
      slot.cover.fill(0, 0, count);
    } else if (isGroup(member)) {
      const within = combineGroup(stack, member, block, innerOf(inner), watched);
      deliver(action, inner.weight, within, count, inner.vector, slot.weight);
      fill(slot, action, slot.weight, inner.vector, count);
      cover(slot, inner.weight, member.strength, count);
      slot.leaves = [...within.leaves];
      scaleLeaves(slot.leaves, inner.weight, count);
    } else {
      fill(slot, action, inner.weight, inner.vector, count);
      cover(slot, inner.weight, action.blends ? member.strength : 1, count);
      if (watched) slot.leaves = [leafOf(member, inner, count)];
    }
  }
  const scalar = action.kind === 'level';
  if (group.group.unit && scalar) clampLevels(slots, count);
  if (slots.length > 0) rule.shares(slots, count, scalar);
  for (const slot of slots)
    for (let i = 0; i < count; i++) {
      const share = slot.share[i]!;
      vector.x[i]! += share * slot.vector.x[i]!;
      vector.y[i]! += share * slot.vector.y[i]!;
      vector.z[i]! += share * slot.vector.z[i]!;
      rate[i]! += share * slot.rate[i]!;
    }
  if (group.group.limited) limit(group, scalar, action.blends !== undefined, bench, slots, count);
  if (!watched) return { vector, rate, leaves: [] };
  for (const slot of slots) scaleLeaves(slot.leaves, slot.share, count);
  return { vector, rate, leaves: slots.flatMap((slot) => slot.leaves) };
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
