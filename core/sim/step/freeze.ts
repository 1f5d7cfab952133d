import { AXES } from '../../lib/math/vector';
import { recordBy } from '../../lib/record';
import type { SeenParticles } from '../stack/seen-particles';
import { MOST_PULLING } from '../../kinds/fields/attractor';
import type { FrozenParticles } from '../../kinds/contracts/field';
import { mix } from '../../lib/random/lookup';
import type { Emitter } from '../../document/scene';
import type { Stack } from '../stack/stack';

/**
 * Where several slices of a run tell one another where their particles are: gives those of all slices, for the
 * populations that are wanted. All slices ask at the same points of their runs, and each waits for the others there.
 */
export type Exchange = (own: readonly SeenParticles[], wanted: readonly number[]) => readonly SeenParticles[];

/**
 * Copies where particles are: at most {@link MOST_PULLING}, those whose keys hash lowest, in the order of
 * those hashes, so that neither slots nor threads show.
 */
function freezeInto(frozen: FrozenParticles, { id, count, columns }: SeenParticles): void {
  const hashes = Uint32Array.from(id.subarray(0, count), mix).toSorted();
  const limit = count > MOST_PULLING ? hashes[MOST_PULLING - 1]! : 0xffffffff;
  const slots: number[] = [];
  for (let slot = 0; slot < count; slot++) if (mix(id[slot]!) <= limit) slots.push(slot);
  slots.sort((a, b) => mix(id[a]!) - mix(id[b]!));
  frozen.count = slots.length;
  for (const axis of AXES) frozen[axis] = Float64Array.from(slots, (slot) => columns[axis][slot]!);
}

/** How particles are taken down. */
interface Freezing {
  readonly exchange?: Exchange | undefined;
  /** Seconds. */
  readonly ahead?: number;
  /** Whether the particles of an emitter are bound. */
  readonly isBound?: (emitter: number) => boolean;
}

/** Particles where they drift to in so many seconds. */
function drifted({ count, id, columns }: SeenParticles, seconds: number): SeenParticles {
  const places = recordBy(AXES, (axis) => {
    const [from, velocity] = [columns[axis], columns[`v${axis}`]];
    const to = new Float32Array(count);
    for (let slot = 0; slot < count; slot++) to[slot] = from[slot]! + velocity[slot]! * seconds;
    return to;
  });
  return { count, id, columns: { ...columns, ...places } };
}

/**
 * Keeps where the particles are that the fields of a stack read, so that nothing hangs on the order in which emitters
 * are stepped: where they drift to within `ahead` seconds, the middle of a step; those that are bound, where they are.
 */
export function freeze(
  { read, neighbourGrids }: Pick<Stack, 'read' | 'neighbourGrids'>,
  emitters: readonly Emitter[],
  populations: readonly SeenParticles[],
  { exchange, ahead = 0, isBound = () => false }: Freezing = {},
): void {
  if (read.size === 0 && neighbourGrids.length === 0) return;
  const pulling = [...read].map(([id, frozen]) => ({ frozen, emitter: emitters.findIndex((e) => e.id === id) }));
  const wanted = new Set([
    ...pulling.map(({ emitter }) => emitter),
    ...neighbourGrids.flatMap((grid) => grid.emitters),
  ]);
  const own = populations.map((population, e) =>
    ahead === 0 || !wanted.has(e) || isBound(e) ? population : drifted(population, ahead),
  );
  const seen = exchange
    ? exchange(
        own,
        [...wanted].toSorted((a, b) => a - b),
      )
    : own;
  for (const { frozen, emitter } of pulling) freezeInto(frozen, seen[emitter]!);
  for (const grid of neighbourGrids) grid.freeze(seen);
}
