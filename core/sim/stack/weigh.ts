import type { FieldSight } from '../../kinds/contracts/field';
import type { ParticleBlock } from '../../lib/particle-block';
import { combineGroup } from './combine';
import type { Row, Stack, StackNode } from './compile';
import { toLocal, turnToWorld, velocityToLocal } from '../../lib/math/frames';
import { innerOf, type RowScratch } from './room';
import type { ZoneRow } from './zones';

/** Distances of a block's particles to the extent of a row, in metres of its own scale, into `room.distance`; leaves the local positions. */
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
  if (!group || group.action?.kind !== 'level' || !weigh(stack, group, block, room)) {
    out.fill(0, 0, block.count);
    return;
  }
  const combined = combineGroup(stack, group, block, innerOf(room));
  for (let i = 0; i < block.count; i++) out[i] = room.weight[i]! * combined.vector.x[i]!;
}

/**
 * Writes the weights of a row, or of a group with its strength, for the particles of a block. False, with all of them 0, where
 * it does not reach any.
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
    const { profile } = row;
    const { distance } = room;
    for (let i = 0; i < count; i++) {
      const w = send * profile(distance[i]!);
      weight[i] = w;
      if (w !== 0) any = true;
    }
    if (!any) return false;
  }
  if (row.modulators.length > 0) modulate(stack, row, block, room);
  return true;
}

/** What a row's routines see beside the local positions. */
export function sightOf(stack: Stack, row: Row, { velocity, outward, lengthwise, distance }: RowScratch): FieldSight {
  const { own, place, notes } = row;
  return { velocity, outward, lengthwise, distance, own, place, notes, frame: stack.frame, time: stack.frame / stack.fps };
}

/**
 * Weight w and vector F (world axes) of one row for each particle of a block.
 * Returns false, with F not written, where the row does not reach any of them.
 */
export function evaluateRow(stack: Stack, row: Row, block: ParticleBlock, room: RowScratch): boolean {
  const { count } = block;
  if (!weigh(stack, row, block, room)) return false;
  const { weight, vector } = room;
  const time = stack.frame / stack.fps;
  if (row.needs.velocity) velocityToLocal(row.rotation, block.velocity, count, room.velocity);
  if (row.needs.form && row.form) row.form(room.local, count, room.outward, room.lengthwise, time);
  if (row.needs.distance && !row.distance) room.distance.fill(0, 0, count);
  row.vector(room.local, block, vector, sightOf(stack, row, room));
  // What lies outside a falloff must not come in through 0 · ∞; whether a block is skipped may not show.
  if (row.distance || row.modulators.length > 0) {
    const { x, y, z } = vector;
    for (let i = 0; i < count; i++) if (weight[i] === 0) x[i] = y[i] = z[i] = 0;
  }
  // Drag is no direction: its columns are coefficients, which no rotation touches.
  if (row.rotation && row.action.isVector) turnToWorld(row.rotation, vector, count);
  return true;
}
