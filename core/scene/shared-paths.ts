import { ownPathForms, pathParameters } from '../kinds/shared/path-parameters';
import type { Values } from '../document/parameters';
import type { Kinded } from '../document/registry';
import type { Carrier, Emitter, Field, Group, Moving, Scene, Weighted, Zone } from '../document/scene';
import { withThings, type MovableSort } from './numbers';

/** The parts of things that may be on a path, by the names of the lists. */
const PARTS = {
  emitters: ['shape'],
  fields: ['settings', 'falloff'],
  groups: ['falloff'],
  zones: ['falloff'],
} as const satisfies Partial<Record<MovableSort, readonly string[]>>;

/** Things that may be on a path, by the names of their lists. */
export interface OnPath {
  readonly emitters: Emitter;
  readonly fields: Field;
  readonly groups: Group;
  readonly zones: Zone;
}

/** The lists of things that may be on a path. */
export const ON_PATHS = Object.keys(PARTS) as readonly (keyof typeof PARTS)[];

const OWN: readonly string[] = ownPathForms.map(({ value }) => value);

/** The parameters of a path that say which it is; the others are the same in each part that may be on one. */
export const PATH_NAMES: readonly string[] = Object.keys(pathParameters);

/** Whether a carrier holds a path, which makes it a path of the scene. */
export const holdsPath = ({ path }: Carrier): boolean => path.form !== 'none';

/** The parts of a thing that may be on a path, by name. */
export function pathParts(thing: Moving, sort: MovableSort): [string, Values][] {
  const names: readonly string[] = sort in PARTS ? PARTS[sort as keyof typeof PARTS] : [];
  // Each sort has the parts that are listed for it.
  const parts = thing as unknown as Readonly<Record<string, Values>>;
  return names.map((name) => [name, parts[name]!]);
}

/** The ids of the paths of the scene that a thing is on, one for each part; a part that has its own path has none. */
export const pathsUnder = (thing: Moving, sort: MovableSort): string[] =>
  pathParts(thing, sort).flatMap(([, part]) =>
    part['form'] === 'shared' && isOnPath(part) && part['sharedPath'] !== '' ? [String(part['sharedPath'])] : [],
  );

/** Whether the path of a part acts: a field may be aimed at something else. */
export const isOnPath = ({ kind, target }: Values): boolean => kind === 'path' || target === 'path';

/** Keys or automations of the numbers of a path under the name of another part. */
function under<V>(moving: Readonly<Record<string, V>>, part: string): Record<string, V> {
  return Object.fromEntries(
    Object.entries(moving)
      .filter(([name]) => name.startsWith('path.'))
      .map(([name, moved]) => [`${part}.${name.slice('path.'.length)}`, moved]),
  );
}

/** The path of the scene that a part is on, out of those; undefined where it is on none of them. */
const pathUnder = (part: Values, paths: readonly Carrier[]): Carrier | undefined =>
  part['form'] === 'shared'
    ? paths.find(({ id, path }) => id === part['sharedPath'] && OWN.includes(path.form))
    : undefined;

/** A part with a path of the scene as its own. */
const withOwn = <P extends Values>(part: P, { path }: Carrier): P => ({ ...part, ...path, sharedPath: '' });

/** The falloff shape of a thing; one that is on a path of the scene has that as its own. */
export function falloffIn({ carriers }: Pick<Scene, 'carriers'>, { falloff }: Pick<Weighted, 'falloff'>): Kinded {
  const path = pathUnder(falloff, carriers);
  return path ? withOwn(falloff, path) : falloff;
}

/** A thing with its own copy of every path of the scene that it is on, out of those. */
export function withOwnPaths<T extends Moving>(thing: T, sort: MovableSort, paths: readonly Carrier[]): T {
  let made = thing;
  for (const [name, part] of pathParts(thing, sort)) {
    const path = pathUnder(part, paths);
    if (path)
      made = {
        ...made,
        [name]: withOwn(part, path),
        keys: { ...made.keys, ...under(path.keys, name) },
        automations: { ...made.automations, ...under(path.automations, name) },
      };
  }
  return made;
}

/** A thing in which no part names something as its path that holds none. */
function withoutLostPaths<T extends Moving>(thing: T, sort: MovableSort): T {
  const lost = pathParts(thing, sort).filter(([, part]) => part['form'] === 'shared' && part['sharedPath'] !== '');
  if (lost.length === 0) return thing;
  return { ...thing, ...Object.fromEntries(lost.map(([name, part]) => [name, { ...part, sharedPath: '' }])) };
}

const known = new WeakMap<Scene, Scene>();

/**
 * A scene in which everything that is on a path of the scene has that path as its own, with the keys of its numbers: it
 * moves exactly as before. A part that names a carrier without a path has none. The scene itself where nothing is on one.
 */
export function withSharedPaths(scene: Scene): Scene {
  const { carriers } = scene;
  if (carriers.length === 0) return scene;
  let made = known.get(scene);
  if (!made) {
    made = withThings(scene, (thing, sort) => withoutLostPaths(withOwnPaths(thing, sort, carriers), sort), ON_PATHS);
    known.set(scene, made);
  }
  return made;
}

/** A scene in which everything that is on one path of the scene has it as its own, in either state of the desk. */
export function withoutSharedPath(scene: Scene, id: string): Scene {
  const paths = scene.carriers.filter((carrier) => carrier.id === id);
  const now = withThings(scene, (thing, sort) => withOwnPaths(thing, sort, paths), ON_PATHS);
  const { keptDesk } = now;
  if (!keptDesk) return now;
  return {
    ...now,
    keptDesk: {
      ...keptDesk,
      fields: keptDesk.fields.map((field) => withOwnPaths(field, 'fields', paths)),
      groups: keptDesk.groups.map((group) => withOwnPaths(group, 'groups', paths)),
    },
  };
}
