import type { Kinded } from '../../core/document/registry';
import type { Vector } from '../../core/lib/math/vector';
import { shiftedKeys } from '../../core/document/keys/key-edits';
import { keyedAt, toggledAt, valueAt, type Key } from '../../core/document/keys/keys';
import type { Moving, Scene } from '../../core/document/scene';
import { automated } from '../../core/scene/automated';
import { thingsOf, withThings, type MovableSort } from '../../core/scene/numbers';
import { valueOf, withValue } from '../../core/document/value-paths';
import { usePlayer } from './player-store';
import { keyFrame } from './scene-clock';
import { frameOf } from './key-frame';
import { without } from './pruned';
import { useRecord } from './record';
import { changeScene, openedScene } from './scene-store';

/** A thing whose numbers can be keyed and automated. */
export interface ThingRef {
  readonly sort: MovableSort;
  /** Empty for what a scene has one of. */
  readonly id: string;
}

type Movable = Moving & { readonly id?: string };

/** The thing that is meant. */
export function movableOf(scene: Scene, { sort, id }: ThingRef): Movable | undefined {
  return (thingsOf(scene, sort) as readonly Movable[]).find((thing) => (thing.id ?? '') === id);
}

function changeThing({ sort, id }: ThingRef, change: (thing: Moving) => Moving): void {
  changeScene((scene) =>
    withThings(scene, (thing) => (((thing as Movable).id ?? '') === id ? change(thing) : thing), [sort]),
  );
}

const keysAt = ({ keys }: Movable, path: string) => (keys[path] ?? []) as readonly Key[];

/** The value of a number on a frame of the shot, whatever moves it. */
export function valueOn(scene: Scene, ref: ThingRef, path: string, frame: number): number | Vector | undefined {
  const thing = movableOf(automated(scene), ref);
  if (!thing) return undefined;
  const keys = keysAt(thing, path);
  return keys.length > 0
    ? valueAt(keys, frameOf(scene, ref.sort, frame))
    : (valueOf(thing, path) as number | Vector | undefined);
}

/** Whether a path is that of a number, or of a part of it. */
export const isPartOf = (path: string, of: string): boolean => path === of || path.replace(/\.[012]$/, '') === of;

/** Gives a number these keys; where none is left, it keeps the value that those before had at the playhead. */
export function setKeysOf(ref: ThingRef, path: string, keys: readonly Key[]): void {
  const frame = frameOf(openedScene(), ref.sort, usePlayer.getState().frame);
  changeThing(ref, (thing) => {
    if (keys.length > 0) return { ...thing, keys: { ...thing.keys, [path]: keys } };
    const before = keysAt(thing, path);
    const bare = { ...thing, keys: without(thing.keys, (p) => p === path) };
    return before.length > 0 ? withValue(bare, path, valueAt(before, frame)) : bare;
  });
}

/** Writes a key at the playhead, or takes the one there away; the last to go leaves its value. */
export function toggleKeyOf(ref: ThingRef, path: string): void {
  const scene = openedScene();
  const { frame } = usePlayer.getState();
  const thing = movableOf(scene, ref);
  const value = valueOn(scene, ref, path, frame);
  if (thing && value !== undefined) setKeysOf(ref, path, toggledAt(keysAt(thing, path), keyFrame(ref.sort), value));
}

/** Sets a keyed number at the playhead, by a key. */
export function setKeyOf(ref: ThingRef, path: string, value: number | Vector): void {
  const frame = keyFrame(ref.sort);
  const { autoKey, on } = useRecord.getState();
  changeThing(ref, (thing) => {
    const keys = keysAt(thing, path);
    const set = autoKey || on || keys.length === 0 ? keyedAt : shiftedKeys;
    return { ...thing, keys: { ...thing.keys, [path]: set(keys, frame, value) } };
  });
}

/** Makes a number plain again: it stays what it is at the playhead. */
export function setPlain(ref: ThingRef, path: string): void {
  const { frame } = usePlayer.getState();
  const value = valueOn(openedScene(), ref, path, frame);
  changeThing(ref, (thing) => {
    const still = {
      ...thing,
      keys: without(thing.keys, (p) => p === path),
      automations: without(thing.automations, (p) => isPartOf(p, path)),
    };
    return value === undefined ? still : withValue(still, path, value);
  });
}

/** Lets a number, or a part of a vector, be moved by that; by nothing where it is undefined. */
export function setAutomation(ref: ThingRef, path: string, automation: Kinded | undefined): void {
  changeThing(ref, (thing) => ({
    ...thing,
    automations: { ...without(thing.automations, (p) => p === path), ...(automation && { [path]: automation }) },
  }));
}

/** Sets a number at the playhead by a key where it is keyed; false where it is not, and is to be set plainly. */
export function setIfKeyed(ref: ThingRef, path: string, value: unknown): boolean {
  const thing = movableOf(openedScene(), ref);
  if (!thing || keysAt(thing, path).length === 0) return false;
  setKeyOf(ref, path, value as number | Vector);
  return true;
}
