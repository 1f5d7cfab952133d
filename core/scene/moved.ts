import { valueAt, type Key, type Keys } from '../places/keys';
import { withValue } from './numbers';

interface Keyed {
  readonly keys: Keys;
}

/** Paths of the keyed numbers of a thing, but for those of its place, which are its motion. */
function movingPaths({ keys }: Keyed): string[] {
  return Object.keys(keys).filter((path) => !path.startsWith('place.') && keys[path]!.length > 0);
}

/** Whether anything of a thing beside its place is keyed; parts of it, such as `look`, may be passed over. */
export function isMoving(thing: Keyed, passing: readonly string[] = []): boolean {
  return movingPaths(thing).some((path) => !passing.includes(path.slice(0, path.indexOf('.'))));
}

/** A thing with its keyed numbers, but for those of its place, as they are at a frame with fraction. */
export function thingAt<T extends Keyed>(thing: T, frame: number): T {
  return movingPaths(thing).reduce((now, path) => withValue(now, path, valueAt(thing.keys[path] as readonly Key<number>[], frame)), thing);
}
