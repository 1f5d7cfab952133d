import type { Scene } from '../../core/document/scene';
import { automatedNumber } from '../../core/document/movable';
import { MOVABLE_LISTS, numbersOf, withThings } from '../../core/scene/numbers';

/** A record without the entries of some paths. */
export const without = <T>(record: Readonly<Record<string, T>>, drop: (path: string) => boolean): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([path]) => !drop(path)));

/**
 * A scene without keys and automations of numbers that its things have no more; only lists that have changed are looked
 * through.
 */
export function pruned(scene: Scene, before: Scene): Scene {
  const changed = MOVABLE_LISTS.filter((sort) => scene[sort] !== before[sort]);
  return withThings(
    scene,
    (thing, sort) => {
      const paths = [...Object.keys(thing.keys), ...Object.keys(thing.automations)];
      if (paths.length === 0) return thing;
      const numbers = numbersOf(sort, thing);
      const lost = (path: string) => !numbers[path] && !automatedNumber(numbers, path);
      return paths.some(lost)
        ? { ...thing, keys: without(thing.keys, lost), automations: without(thing.automations, lost) }
        : thing;
    },
    changed,
  );
}
