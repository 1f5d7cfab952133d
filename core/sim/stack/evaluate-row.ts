import type { FieldContext } from '../../kinds/contracts/field';
import { clear } from '../../kinds/contracts/sums';
import type { ParticleBlock } from '../../lib/particle-block';
import { takeOutDamping } from './damping';
import {
  benchOf,
  clampLevels,
  cover,
  deliver,
  fill,
  leafOf,
  limit,
  newSlot,
  scaleLeaves,
  type Combined,
  type Slot,
} from './group-members';
import { isGroup, type GroupRow, type Row, type Stack, type StackNode, type ZoneRow } from './stack';
import { toLocal, turnToWorld, velocityToLocal } from '../../lib/math/frames';
import { innerOf, type RowScratch } from './room';

/**
 * Distances of a block's particles to the falloff shape of a row, in metres of its own scale, into `room.distance`; leaves the
 * local positions.
 */
export function measureDistances(row: StackNode | ZoneRow, block: ParticleBlock, room: RowScratch, time: number): void {
  toLocal(row, block.position, block.count, room.local);
  if (row.distance) row.distance(room.local, block.count, room.distance, time);
}

function modulate(stack: Stack, row: StackNode | ZoneRow, block: ParticleBlock, room: RowScratch): void {
  const { count } = block;
  const { weight, value } = room;
  if (!row.distance) room.distance.fill(0, 0, count);
  for (const { value: routine, factors, frame } of row.modulators) {
    if (frame) toLocal(frame(row.place), block.position, count, room.where);
    routine(
      {
        block,
        where: frame ? room.where : room.local,
        distance: room.distance,
        strength: row.strength,
        frame: stack.frame,
        notes: row.notes,
        level: (id, out) => levelOf(stack, id, block, innerOf(room), out),
      },
      value,
    );
    factors(value, count);
    for (let i = 0; i < count; i++) weight[i]! *= value[i]!;
  }
}

/** What a group of levels comes to, its own weight and strength included; 0 where there is no such group. */
function levelOf(stack: Stack, id: string, block: ParticleBlock, room: RowScratch, out: Float64Array): void {
  const group = stack.groups.get(id);
  if (!group || group.action?.kind !== 'mask' || !weigh(stack, group, block, room)) {
    out.fill(0, 0, block.count);
    return;
  }
  const combined = combineGroup(stack, group, block, innerOf(room));
  for (let i = 0; i < block.count; i++) out[i] = room.weight[i]! * combined.vector.x[i]!;
}

/**
 * Writes the weights of a row, or of a group with its strength, for the particles of a block. False, with all of them
 * 0, where it does not reach any.
 */
export function weigh(stack: Stack, row: StackNode | ZoneRow, block: ParticleBlock, room: RowScratch): boolean {
  const { count } = block;
  const { weight } = room;
  const own = 'field' in row && !row.action.blends ? 1 : row.strength;
  const send = row.sends[block.emitter]! * row.level * own;
  if (send === 0) return false;
  measureDistances(row, block, room, stack.frame / stack.fps);
  if (!row.distance) weight.fill(send, 0, count);
  else {
    let any = false;
    const { curve } = row;
    const { distance } = room;
    for (let i = 0; i < count; i++) {
      const w = send * curve(distance[i]!);
      weight[i] = w;
      if (w !== 0) any = true;
    }
    if (!any) return false;
  }
  if (row.modulators.length > 0) modulate(stack, row, block, room);
  return true;
}

/** What a row's routines see beside the local positions. */
export function contextOf(
  stack: Stack,
  row: Row,
  { velocity, start, damping, outward, lengthwise, distance }: RowScratch,
): FieldContext {
  const { own, place, notes } = row;
  return {
    velocity,
    start,
    damping,
    outward,
    lengthwise,
    distance,
    own,
    place,
    notes,
    frame: stack.frame,
    time: stack.frame / stack.fps,
  };
}

/**
 * Weight w and vector F (world axes) of one row for each particle of a block.
 * Returns false, with F not written, where the row does not reach any of them.
 */
export function evaluateRow(stack: Stack, row: Row, block: ParticleBlock, room: RowScratch): boolean {
  const { count } = block;
  if (!weigh(stack, row, block, room)) return false;
  const { weight, vector, damping } = room;
  const time = stack.frame / stack.fps;
  if (row.needs.velocity) velocityToLocal(row.rotation, block.velocity, count, room.velocity);
  if (row.needs.start) toLocal(row, block.start ?? block.position, count, room.start);
  if (row.needs.form && row.form) row.form(room.local, count, room.outward, room.lengthwise, time);
  if (row.needs.distance && !row.distance) room.distance.fill(0, 0, count);
  row.vector(room.local, block, vector, contextOf(stack, row, room));
  // What lies outside a falloff must not come in through 0 · ∞; whether a block is skipped may not show.
  if (row.distance || row.modulators.length > 0) {
    const { x, y, z } = vector;
    for (let i = 0; i < count; i++) if (weight[i] === 0) x[i] = y[i] = z[i] = 0;
  }
  // Drag is no direction: its columns are coefficients, which no rotation touches.
  if (row.rotation && row.action.isVector) turnToWorld(row.rotation, vector, count);
  if (row.rotation && row.damps) turnToWorld(row.rotation, damping, count);
  return true;
}

/** Whether a member is unmuted, in its span and sent to; a group, whether any of its own members is. */
function isActive(member: StackNode, emitter: number): boolean {
  if (!member.heard || member.level === 0 || member.sends[emitter] === 0) return false;
  return !isGroup(member) || member.members.some((inner) => isActive(inner, emitter));
}

/**
 * Combines the members of a group by its rule, for one block. The result stands in the room until it is used again.
 * With `watched`, what each field in it delivers is told too.
 */
export function combineGroup(
  stack: Stack,
  group: GroupRow,
  block: ParticleBlock,
  room: RowScratch,
  watched = false,
): Combined {
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
      if (member.damps && block.start) takeOutDamping(inner, block, true);
      fill(slot, action, inner.weight, inner.vector, count);
      cover(slot, inner.weight, action.blends ? member.strength : 1, count);
      if (watched) slot.leaves = [leafOf(member, inner, count)];
    }
  }
  const scalar = action.kind === 'mask';
  const inUnit = group.group.unit && scalar;
  if (inUnit) for (const slot of slots) clampLevels(slot.vector.x, count);
  if (slots.length > 0) rule.shares(slots, count, scalar);
  for (const slot of slots)
    for (let i = 0; i < count; i++) {
      const share = slot.groupWeight[i]!;
      vector.x[i]! += share * slot.vector.x[i]!;
      vector.y[i]! += share * slot.vector.y[i]!;
      vector.z[i]! += share * slot.vector.z[i]!;
      rate[i]! += share * slot.rate[i]!;
    }
  if (inUnit) clampLevels(vector.x, count);
  if (group.group.limited) limit(group, scalar, action.blends !== undefined, bench, slots, count);
  if (!watched) return { vector, rate, leaves: [] };
  for (const slot of slots) scaleLeaves(slot.leaves, slot.groupWeight, count);
  return { vector, rate, leaves: slots.flatMap((slot) => slot.leaves) };
}
