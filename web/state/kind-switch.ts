import equal from 'fast-deep-equal';
import type { Kinded } from '../../core/document/registry';
import type { Moving, Scene } from '../../core/document/scene';
import { withThings, type MovableSort } from '../../core/scene/numbers';
import { withoutDangling } from '../../core/scene/detach';
import { valueOf, withValue } from '../../core/document/value-paths';
import { recalledKind, rememberKind, type Effect, type Left } from './kind-memory';
import { without } from './pruned';
import { changeScene } from './scene-store';

type Thing = Moving & { readonly id?: string };

/** Where a kind is chosen: in some things of a sort, at a path of each, such as `look` or `masks.0`. */
export interface KindPlace {
  readonly sort: MovableSort;
  readonly ids: readonly string[];
  readonly path: string;
  /**
   * Paths of values that the choice may change besides. They come back with the kind, unless they were set in the
   * meantime.
   */
  readonly also?: readonly string[];
}

const placeOf = (sort: MovableSort, { id }: Thing, path: string) => `${sort}/${id ?? ''}/${path}`;

/** The entries of keys or automations that belong to a path. */
function within<T>(record: Readonly<Record<string, T>>, path: string): Record<string, T> {
  return without(record, (name) => name !== path && !name.startsWith(`${path}.`));
}

const outside = <T>(record: Readonly<Record<string, T>>, path: string): Record<string, T> =>
  without(record, (name) => name === path || name.startsWith(`${path}.`));

/** A thing with the kind that was left there, and with what leaving it changed besides. */
function broughtBack(thing: Thing, path: string, left: Left): Thing {
  const back = withValue(thing, path, left.value);
  const whole = {
    ...back,
    keys: { ...outside(back.keys, path), ...left.keys },
    automations: { ...outside(back.automations, path), ...left.automations },
  };
  const untouched = left.effects.filter((effect) => equal(valueOf(thing, effect.path), effect.after));
  return untouched.reduce((now, effect) => withValue(now, effect.path, effect.before), whole);
}

function switched(thing: Thing, place: KindPlace, kind: string, make: (thing: Thing, was: Kinded) => Thing): Thing {
  const { sort, path, also = [] } = place;
  const was = valueOf(thing, path) as Kinded | undefined;
  if (!was || was.kind === kind) return thing;
  const left = recalledKind(placeOf(sort, thing, path), kind);
  const next = left ? broughtBack(thing, path, left) : make(thing, was);
  const effects = also.flatMap((at): Effect[] => {
    const [before, after] = [valueOf(thing, at), valueOf(next, at)];
    return before === undefined || after === undefined || equal(before, after) ? [] : [{ path: at, before, after }];
  });
  rememberKind(placeOf(sort, thing, path), was.kind, {
    value: was,
    keys: within(thing.keys, path),
    automations: within(thing.automations, path),
    effects,
  });
  return next;
}

/**
 * A scene in which things have another kind at a path: the one that was left there comes back as it was. A kind that
 * has not been there is made by `make`, from the thing and its present kind.
 */
export function withKind<T extends object>(
  scene: Scene,
  place: KindPlace,
  kind: string,
  make: (thing: T, was: Kinded) => T,
): Scene {
  const next = withThings(
    scene,
    // The place says which sort of things `make` is given.
    (thing) => (place.ids.includes((thing as Thing).id ?? '') ? switched(thing, place, kind, make as never) : thing),
    [place.sort],
  );
  // What comes back may refer to things that were deleted in the meantime.
  return next === scene ? scene : withoutDangling(next);
}

/** Chooses another kind at a path of things; see {@link withKind}. `make` gives the value at the path. */
export function switchKind(place: KindPlace, kind: string, make: (was: Kinded) => Kinded): boolean {
  return changeScene((scene) =>
    withKind<Thing>(scene, place, kind, (thing, was) => withValue(thing, place.path, make(was))),
  );
}
