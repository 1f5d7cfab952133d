import type { Scene } from '../../core/document/scene';
import { withThings } from '../../core/scene/numbers';

/** A seed that no automation of the scene has, so that two of a kind do not move together. */
export function freeSeed(scene: Scene): number {
  const taken = new Set<unknown>();
  withThings(scene, (thing) => {
    for (const { seed } of Object.values(thing.automations)) taken.add(seed);
    return thing;
  });
  let seed = 1;
  while (taken.has(seed)) seed++;
  return seed;
}
