import { transformParameters } from '../document/descriptions';
import { defaultsOf, type Values } from '../document/parameters';
import { MOST } from '../document/scene';
import type { Carrier, Emitter, Field, Moving, Scene, Transform } from '../document/scene';
import { shapes } from '../kinds/emitter-shapes';
import { scenePathParameters } from '../kinds/shared/path-parameters';
import { freeIdentity } from './free-identity';
import { withThings } from './numbers';
import { completeCarrier } from './read';
import { holdsPath, ON_PATHS, PATH_NAMES, pathParts, pathsUnder, type OnPath } from './shared-paths';

type Sort = (typeof ON_PATHS)[number];
type PlacedThing = OnPath[Sort];

/** The path of an emitter’s shape, a falloff shape or the settings of a field. */
const pathOf = (part: Values) => Object.fromEntries(PATH_NAMES.map((name) => [name, part[name]]));

/** Keys or automations by the paths of numbers: those that are within none of some parts of a thing. */
const outside = <T>(moving: Readonly<Record<string, T>>, ...parts: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(moving).filter(([path]) => !parts.includes(path.split('.')[0]!)));

/**
 * A field after its falloff shape was changed. One that follows the path of its falloff keeps that path as its own where
 * the falloff is no path any more, and follows the falloff again where both are the same.
 */
export function keepingPath(before: Field, after: Field): Field {
  const { settings } = after;
  if (settings.kind !== 'path' || before.falloff.kind === after.falloff.kind) return after;
  if (before.falloff.kind === 'path' && before.settings['form'] === 'falloff')
    return { ...after, settings: { ...settings, ...pathOf(before.falloff) } };
  const same = JSON.stringify(pathOf(settings)) === JSON.stringify(pathOf(after.falloff));
  return after.falloff.kind === 'path' && same ? { ...after, settings: { ...settings, form: 'falloff' } } : after;
}

/** A thing that stands in the frame of a carrier, in the middle of it. */
function standingOn<T extends PlacedThing>(thing: T, carrier: string): T {
  // A carrier that is there is an id, which the type of a reference does not tell.
  const transform = { ...defaultsOf(transformParameters), carrier } as Transform;
  return {
    ...thing,
    transform,
    keys: outside(thing.keys, 'transform'),
    automations: outside(thing.automations, 'transform'),
  };
}

/** A thing with parts of it on a path of the scene, and standing on it. */
function putOn<T extends PlacedThing>(thing: T, sort: Sort, path: string, parts: readonly string[]): T {
  const own = new Set(parts.flatMap((part) => PATH_NAMES.map((name) => `${part}.${name}`)));
  const rest = <V>(moving: Readonly<Record<string, V>>) =>
    Object.fromEntries(Object.entries(moving).filter(([at]) => !own.has(at)));
  const changed = pathParts(thing, sort)
    .filter(([part]) => parts.includes(part))
    .map(([part, values]) => [part, { ...values, form: 'shared', sharedPath: path }]);
  return standingOn(
    { ...thing, ...Object.fromEntries(changed), keys: rest(thing.keys), automations: rest(thing.automations) },
    path,
  );
}

/** Keys or automations of a path’s numbers and of a place, as the path of the scene has them. */
function ofPath<V>(moving: Readonly<Record<string, V>>, part: string): Record<string, V> {
  return Object.fromEntries(
    Object.entries(moving).flatMap(([at, value]): [string, V][] => {
      if (at.startsWith('transform.')) return [[at, value]];
      const name = at.startsWith(`${part}.`) ? at.slice(part.length + 1) : undefined;
      return name !== undefined && PATH_NAMES.includes(name) ? [[`path.${name}`, value]] : [];
    }),
  );
}

/** A new path of the scene. */
export function newPath({ carriers }: Pick<Scene, 'carriers'>, name = 'Guide', path: Values = {}): Carrier {
  return completeCarrier({
    ...freeIdentity('p', name, carriers),
    path: { ...defaultsOf(scenePathParameters), form: 'drawn', ...path },
  });
}

/** A scene, and the id of the path in it. */
interface WithPath {
  readonly scene: Scene;
  readonly path: string;
}

/**
 * Makes the path of one part of a thing a path of the scene, in the place of the thing, which then stands on it with every
 * part that had an equal path. One that is on a path of the scene already stays as it is.
 */
export function withPathShared(scene: Scene, sort: Sort, id: string, part: string): WithPath {
  const things: readonly PlacedThing[] = scene[sort];
  const thing = things.find((one) => one.id === id)!;
  const parts = pathParts(thing, sort);
  const values = parts.find(([name]) => name === part)![1];
  if (values['form'] === 'shared' && values['sharedPath'] !== '') return { scene, path: String(values['sharedPath']) };
  const { sharedPath: _none, ...path } = pathOf(values);
  const made: Carrier = {
    ...newPath(scene, `Path of ${thing.name}`.slice(0, MOST.name), path),
    transform: thing.transform,
    keys: ofPath(thing.keys, part),
    automations: ofPath(thing.automations, part),
  };
  const equal = parts.filter(([name, other]) => {
    const keyed = [...Object.keys(thing.keys), ...Object.keys(thing.automations)].some((at) =>
      at.startsWith(`${name}.`),
    );
    return name === part || (!keyed && JSON.stringify(pathOf(other)) === JSON.stringify(pathOf(values)));
  });
  const on = putOn(
    thing,
    sort,
    made.id,
    equal.map(([name]) => name),
  );
  return {
    scene: { ...scene, carriers: [...scene.carriers, made], [sort]: things.map((one) => (one === thing ? on : one)) },
    path: made.id,
  };
}

/** The part of a field that holds the path it follows; undefined where it follows none. */
function followedPart({ settings, falloff }: Field): 'settings' | 'falloff' | undefined {
  if (settings.kind !== 'path') return undefined;
  if (settings['form'] !== 'falloff') return 'settings';
  return falloff.kind === 'path' ? 'falloff' : undefined;
}

/**
 * A scene with a new field that follows a path: where an emitter sits on one, both share it as a path of the scene. The
 * field itself is added as it is where none does.
 */
export function withFieldOnPath(scene: Scene, field: Field): Scene {
  const added = { ...scene, fields: [...scene.fields, field] };
  const emitter = scene.emitters.find(({ on, shape }) => on && shape.kind === 'path');
  if (!emitter || followedPart(field) !== 'falloff') return added;
  const { scene: shared, path } = withPathShared(added, 'emitters', emitter.id, 'shape');
  return { ...shared, fields: shared.fields.map((f) => (f === field ? putOn(f, 'fields', path, ['falloff']) : f)) };
}

/**
 * A scene in which emitters are on the path that a field follows, at its start or all along it; both share it then. Each
 * gives up its shape and place, and keeps everything else. The scene itself where the field follows none.
 */
export function withEmittersOnPath(
  scene: Scene,
  fieldId: string,
  ids: readonly string[],
  from: 'start' | 'along',
): Scene {
  const field = scene.fields.find((f) => f.id === fieldId);
  const part = field && followedPart(field);
  if (!part) return scene;
  const { scene: shared, path } = withPathShared(scene, 'fields', fieldId, part);
  const moved = (emitter: Emitter): Emitter =>
    putOn(
      {
        ...emitter,
        shape: { ...shapes.defaults('path'), from },
        keys: outside(emitter.keys, 'shape'),
        automations: outside(emitter.automations, 'shape'),
      },
      'emitters',
      path,
      ['shape'],
    );
  return { ...shared, emitters: shared.emitters.map((e) => (ids.includes(e.id) ? moved(e) : e)) };
}

/** The parts of a thing that say they are on a path of the scene, and name none. */
const undecided = (thing: Moving, sort: Sort): string[] =>
  pathParts(thing, sort).flatMap(([name, part]) =>
    part['form'] === 'shared' && part['sharedPath'] === '' ? [name] : [],
  );

/**
 * A scene after an edit, in which things stand on the paths that the edit put them on. A part that was told to be on a path
 * of the scene, and names none, is on the first there is; where there is none, its own path becomes one.
 */
export function settledOnPaths(scene: Scene, before: Scene): Scene {
  let now = scene;
  for (const sort of ON_PATHS) {
    if (scene[sort] === before[sort]) continue;
    const was = new Map((before[sort] as readonly PlacedThing[]).map((thing) => [thing.id, thing]));
    for (const thing of scene[sort] as readonly PlacedThing[]) {
      const old = was.get(thing.id);
      if (!old || old === thing) continue;
      const [part] = undecided(thing, sort).filter((name) => !undecided(old, sort).includes(name));
      if (part !== undefined) now = decided(now, sort, thing, old, part);
    }
    now = withThings(
      now,
      (thing) => {
        const placed = thing as PlacedThing;
        const old = was.get(placed.id);
        const [path] = old ? pathsUnder(placed, sort).filter((id) => !pathsUnder(old, sort).includes(id)) : [];
        return path === undefined || placed.transform.carrier === path ? thing : standingOn(placed, path);
      },
      [sort],
    );
  }
  return now;
}

/** A scene in which a part that named no path is on one. */
function decided(scene: Scene, sort: Sort, thing: PlacedThing, old: PlacedThing, part: string): Scene {
  const partOf = (of: PlacedThing) => pathParts(of, sort).find(([name]) => name === part)![1];
  const withPart = (values: Values): Scene => ({
    ...scene,
    [sort]: scene[sort].map((one) => (one.id === thing.id ? { ...one, [part]: values } : one)),
  });
  const first = scene.carriers.find(holdsPath);
  if (first) return withPart({ ...partOf(thing), sharedPath: first.id });
  const { form } = partOf(old);
  if (form === undefined || form === 'falloff') return scene;
  return withPathShared(withPart({ ...partOf(thing), form }), sort, thing.id, part).scene;
}
