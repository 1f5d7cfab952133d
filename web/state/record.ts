import { create } from 'zustand';
import { thinnedKeys } from '../../core/document/keys/key-edits';
import { keyedAt, type Key } from '../../core/document/keys/keys';
import type { Moving, Scene } from '../../core/document/scene';
import { MOVABLE_SORTS, numbersOf, thingsOf, withThings, type MovableSort } from '../../core/scene/numbers';
import { valueOf, withValue } from '../../core/document/value-paths';

/**
 * Whether what is changed while it plays is recorded as keys; and whether a change of a keyed number writes a key at
 * the playhead, or else moves all its keys alike.
 */
export const useRecord = create<{ readonly on: boolean; readonly autoKey: boolean }>(() => ({
  on: false,
  autoKey: true,
}));

/** What is left of a recorded stretch: straight lines pass all that was recorded within this part of its range. */
const TOLERANCE = 0.01;

interface Movable extends Moving {
  readonly id?: string;
}

/** A number that the gesture under way records: from which frame on, and until which so far. */
interface Take {
  readonly sort: MovableSort;
  readonly id: string;
  readonly path: string;
  readonly from: number;
  readonly until: number;
}

const takes = new Map<string, Take>();

/** Keys with one more of a take; what stood between it and the one before it in the take is recorded over. */
function taken(keys: readonly Key[], before: Take | undefined, frame: number, value: Key['value']): Key[] {
  const rest = before ? keys.filter((key) => key.frame <= before.until || key.frame >= frame) : keys;
  return keyedAt(rest, frame, value);
}

function recordThing(sort: MovableSort, frame: number, was: Movable, now: Movable): Movable {
  let next = now;
  for (const path of Object.keys(numbersOf(sort, now))) {
    const name = `${sort} ${now.id ?? ''} ${path}`;
    const before = takes.get(name);
    const [old, value] = [valueOf(was, path), valueOf(now, path)] as [Key['value'] | undefined, Key['value']];
    const plain = old !== undefined && JSON.stringify(old) !== JSON.stringify(value);
    const keys = was.keys[path] ?? [];
    if (plain) {
      // What was plain keeps its value up to where the recording begins.
      const begun = keys.length > 0 ? keys : ([{ frame: frame - 1, value: old, ease: 'linear' }] as readonly Key[]);
      next = { ...withValue(next, path, old), keys: { ...next.keys, [path]: taken(begun, before, frame, value) } };
    } else if (now.keys[path] !== was.keys[path] && now.keys[path]?.some((key) => key.frame === frame)) {
      const here = now.keys[path].find((key) => key.frame === frame)!.value;
      next = { ...next, keys: { ...next.keys, [path]: taken(now.keys[path], before, frame, here) } };
    } else continue;
    takes.set(name, { sort, id: now.id ?? '', path, from: before?.from ?? frame, until: frame });
  }
  return next;
}

/**
 * A scene after an edit, with all that the edit changed as keys; `keyFrame` is the frame on which a key at the playhead
 * stands.
 */
export function recorded(before: Scene, after: Scene, keyFrame: (sort: MovableSort) => number): Scene {
  let next = after;
  for (const sort of MOVABLE_SORTS) {
    const known = thingsOf(before, sort) as readonly Movable[];
    if (before[sort] === after[sort] || known.length !== thingsOf(after, sort).length) continue;
    let i = 0;
    next = withThings(
      next,
      (thing) => {
        const was = known[i++]!;
        return was === thing || was.id !== (thing as Movable).id
          ? thing
          : recordThing(sort, keyFrame(sort), was, thing);
      },
      [sort],
    );
  }
  return next;
}

/** Ends a gesture: what it recorded is thinned. Gives the scene itself where nothing was recorded. */
export function finished(scene: Scene): Scene {
  const all = [...takes.values()];
  takes.clear();
  return all.reduce(thinnedTake, scene);
}

function thinnedTake(scene: Scene, { sort, id, path, from, until }: Take): Scene {
  return withThings(
    scene,
    (thing) => {
      const keys = ((thing as Movable).id ?? '') === id ? thing.keys[path] : undefined;
      if (!keys) return thing;
      const values = keys
        .filter((key) => key.frame >= from && key.frame <= until)
        .flatMap(({ value }) => (typeof value === 'number' ? [value] : [...value]));
      const range = Math.max(...values) - Math.min(...values);
      return { ...thing, keys: { ...thing.keys, [path]: thinnedKeys(keys, from, until, TOLERANCE * range) } };
    },
    [sort],
  );
}
