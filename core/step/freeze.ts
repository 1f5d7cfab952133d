import { MOST_PULLING } from '../fields/attractor';
import type { FrozenParticles } from '../fields/field';
import { mix } from '../random/lookup';
import type { Population } from './population';

/**
 * Copies where a population's particles are: at most {@link MOST_PULLING}, those whose keys hash lowest, in the order of
 * those hashes, so that neither slots nor threads show.
 */
export function freezeInto(frozen: FrozenParticles, { id, count, columns }: Population): void {
  const hashes = Uint32Array.from(id.subarray(0, count), mix).sort();
  const limit = count > MOST_PULLING ? hashes[MOST_PULLING - 1]! : 0xffffffff;
  const slots: number[] = [];
  for (let slot = 0; slot < count; slot++) if (mix(id[slot]!) <= limit) slots.push(slot);
  slots.sort((a, b) => mix(id[a]!) - mix(id[b]!));
  frozen.count = slots.length;
  for (const axis of ['x', 'y', 'z'] as const) frozen[axis] = Float64Array.from(slots, (slot) => columns[axis][slot]!);
}
