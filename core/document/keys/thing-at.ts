import { valueAt, type Key, type Keys } from './keys';
import { withValue } from '../value-paths';

interface Keyed {
  readonly keys: Keys;
}

/** Paths of the keyed numbers of a thing, but for those of its place, which are its motion. */
function movingPaths({ keys }: Keyed): string[] {
  return Object.keys(keys).filter((path) => !path.startsWith('transform.') && keys[path]!.length > 0);
}

/** Whether anything of a thing beside its place is keyed; parts of it, such as `look`, may be passed over. */
export function isMoving(thing: Keyed, passing: readonly string[] = []): boolean {
  return movingPaths(thing).some((path) => !passing.includes(path.slice(0, path.indexOf('.'))));
}

/**
 * What is made from a thing, made anew for a frame with fraction; undefined where nothing of the thing beside its place
 * is keyed.
 */
export type Remake<M> = ((frame: number) => M) | undefined;

/** How to make anew what is made from a thing. */
export function remakeOf<T extends Keyed, M>(thing: T, make: (now: T) => M): Remake<M> {
  return isMoving(thing) ? (frame) => make(thingAt(thing, frame)) : undefined;
}

/** Brings what was made from a thing to a frame. */
export function bring<M extends object>(made: M & { readonly remake: Remake<Partial<M>> }, frame: number): void {
  if (made.remake) Object.assign(made, made.remake(frame));
}

/** A thing with its keyed numbers, but for those of its place, as they are at a frame with fraction. */
export function thingAt<T extends Keyed>(thing: T, frame: number): T {
  return movingPaths(thing).reduce(
    (now, path) => withValue(now, path, valueAt(thing.keys[path] as readonly Key<number>[], frame)),
    thing,
  );
}
