import type { LevelStop } from '../document/parameters';
import type { Kinded } from '../document/registry';
import type { Emitter } from '../document/scene';

/** The curves over age of a look, by their names: size, opacity, width. */
const OVER_AGE = ['sizeOverAge', 'opacityOverAge', 'widthOverAge'] as const;

/** A curve without its fall to 0 at the end: it stays at its last level above 0. */
function held(stops: readonly LevelStop[]): readonly LevelStop[] {
  const last = stops.findLastIndex(({ value }) => value > 0);
  return last < 0 ? stops : stops.slice(0, last + 1);
}

function lastingLook<L extends Kinded>(look: L): L {
  const changed = OVER_AGE.filter((name) => Array.isArray(look[name])).map((name) => [
    name,
    // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- these parameters of looks are levels
    held(look[name] as readonly LevelStop[]),
  ]);
  return { ...look, ...Object.fromEntries(changed) };
}

/**
 * An emitter with particles that never die. Their curves over age run from birth to the end of the shot, so those that
 * end at 0 are kept up: otherwise the particles would shrink away with the shot.
 */
export const lasting = (emitter: Emitter): Emitter => ({
  ...emitter,
  birth: { ...emitter.birth, immortal: true },
  look: lastingLook(emitter.look),
  addedLooks: emitter.addedLooks.map(lastingLook),
});
