import type { Stack } from '../stack/stack';
import { blame } from './blame';
import type { Population } from './population';

/**
 * Takes away the particles of an emitter that have left all bounds, and counts them by the field that is to blame; `time`
 * is the end of the step, seconds.
 */
export function retireLost(
  stack: Stack,
  population: Population,
  emitter: number,
  time: number,
  blamed: Map<string, number>,
): void {
  for (let slot = population.count - 1; slot >= 0; slot--) {
    if (!Number.isNaN(population.columns.vx[slot]!)) continue;
    const culprit = blame(stack, emitter, population, slot, time);
    blamed.set(culprit, (blamed.get(culprit) ?? 0) + 1);
    population.retired++;
    population.remove(slot);
  }
}
