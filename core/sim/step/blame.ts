import { magnitude } from '../../kinds/actions/action';
import { bodyOf } from '../../kinds/bodies/body';
import { particleBlock } from '../../lib/particle-block';
import type { Stack } from '../stack/stack';
import { rowScratch } from '../stack/room';
import { evaluateRow } from '../stack/evaluate-row';
import type { Population } from './population';

/**
 * The name of the field to blame for a particle that became non-finite: the first whose own contribution at the place
 * where it was is non-finite, or else the one that contributes most; “no field” where none reaches it.
 */
export function blame(stack: Stack, emitter: number, population: Population, slot: number, time: number): string {
  const block = particleBlock();
  const scratch = rowScratch();
  const { x, y, z, vy, vz, mass, drag } = population.columns;
  block.count = 1;
  block.emitter = emitter;
  block.position.x[0] = x[slot]!;
  block.position.y[0] = y[slot]!;
  block.position.z[0] = z[slot]!;
  block.velocity.y[0] = vy[slot]!;
  block.velocity.z[0] = vz[slot]!;
  block.mass[0] = mass[slot]!;
  block.drag[0] = drag[slot]!;
  block.time[0] = time;
  block.id[0] = population.id[slot]!;
  block.body[0] = bodyOf(population.id[slot]!, population.points);
  block.along[0] = population.alongOf(slot);
  block.age[0] = time - population.birth[slot]!;
  block.life[0] = population.columns.life[slot]!;
  let most = 0;
  let culprit = 'no field';
  for (const row of stack.rows) {
    if (!evaluateRow(stack, row, block, scratch)) continue;
    const size = Math.abs(scratch.weight[0]!) * magnitude(scratch.vector, 0);
    if (!Number.isFinite(size)) return row.field.name;
    if (size > most) {
      most = size;
      culprit = row.field.name;
    }
  }
  return culprit;
}
