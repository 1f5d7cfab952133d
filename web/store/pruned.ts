import type { Keys } from '../../core/places/keys';
import type { Drives, Scene } from '../../core/scene/document';
import { numbersOf } from '../../core/scene/numbers';

interface Movable {
  readonly keys: Keys;
  readonly drives: Drives;
}

const without = <T>(record: Readonly<Record<string, T>>, drop: (path: string) => boolean): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([path]) => !drop(path)));

/** A scene without keys and drives of numbers that its things have no more. */
export function pruned(scene: Scene, before: Scene | undefined): Scene {
  let next = scene;
  for (const sort of ['emitters', 'fields', 'groups', 'colliders', 'carriers', 'zones'] as const) {
    if (scene[sort] === before?.[sort]) continue;
    const list = (scene[sort] as readonly Movable[]).map((thing) => {
      const paths = [...Object.keys(thing.keys), ...Object.keys(thing.drives)];
      if (paths.length === 0) return thing;
      const numbers = numbersOf(sort, thing as never);
      const lost = (path: string) => numbers[path] === undefined && numbers[path.replace(/\.[012]$/, '')]?.type !== 'vector';
      return paths.some(lost) ? { ...thing, keys: without(thing.keys, lost), drives: without(thing.drives, lost) } : thing;
    });
    if (list.some((thing, i) => thing !== scene[sort][i])) next = { ...next, [sort]: list };
  }
  return next;
}
