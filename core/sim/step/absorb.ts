import type { ParticleBlock } from '../../lib/particle-block';
import { BLOCK } from '../../lib/particle-block';
import type { Stack } from '../stack/stack';
import type { RowScratch } from '../stack/room';
import { evaluateRow, contextOf } from '../stack/evaluate-row';
import { KILLED, type Population } from './population';

const swallowed = new Uint8Array(BLOCK);

/** Ends what the fields of a stack swallow at the end of a step, where their weight is not 0. */
export function absorb(
  stack: Stack,
  population: Population,
  start: number,
  block: ParticleBlock,
  room: RowScratch,
): void {
  for (const row of stack.rows) {
    if (!row.absorbs || !evaluateRow(stack, row, block, room)) continue;
    row.absorbs(room.local, block, swallowed, contextOf(stack, row, room));
    for (let i = 0; i < block.count; i++)
      if (swallowed[i] === 1 && room.weight[i] !== 0) population.held[start + i] = KILLED;
  }
}

/** Ends the particles of a block that a zone has sorted out in the middle of the step. */
export function sendOut({ zones }: Stack, population: Population, start: number, { count, zone }: ParticleBlock): void {
  for (let i = 0; i < count; i++) {
    const row = zone[i]! > 0 ? zones[zone[i]! - 1] : undefined;
    if (row?.zone.effect === 'remove') population.held[start + i] = KILLED;
  }
}
