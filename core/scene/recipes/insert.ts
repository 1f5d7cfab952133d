import type { ReferenceTo } from '../../document/parameters';
import type { Moving, Scene, Transform } from '../../document/scene';
import { isVector } from '../../document/check-values';
import type { Vector } from '../../lib/math/vector';
import { sceneForm } from '../forms/scene';
import { freeIdentity } from '../free-identity';
import { freeSeed } from '../starters';
import { REFERRED_LISTS } from '../references';

/** A scene with what was inserted, and the ids that it has there. */
export interface Inserted {
  readonly scene: Scene;
  readonly emitters: readonly string[];
  readonly fields: readonly string[];
  readonly groups: readonly string[];
}

interface Thing {
  readonly id: string;
  readonly name: string;
  readonly seed?: number;
}

/** The first letter of ids of each list. */
const PREFIXES = {
  meshes: 'm',
  weightMaps: 'w',
  carriers: 'p',
  zones: 'z',
  emitters: 'e',
  groups: 'g',
  fields: 'f',
} as const;
type List = keyof typeof PREFIXES;

/** Lists of which equal things are taken once, in the order in which they refer to one another. */
const SHARED: readonly List[] = ['meshes', 'weightMaps', 'carriers'];
const LISTS: readonly List[] = [...SHARED, 'zones', 'emitters', 'groups', 'fields'];

/** Where a thing goes that is moved with what is inserted: with its keys, unless it stands on something that is. */
function movedBy<T extends Moving & { readonly transform: Transform }>(thing: T, by: Vector): T {
  const { transform, keys } = thing;
  if (transform.carrier !== '') return thing;
  const add = (place: Vector): Vector => [place[0] + by[0], place[1] + by[1], place[2] + by[2]];
  const places = keys['transform.position'];
  return {
    ...thing,
    transform: { ...transform, position: add(transform.position) },
    ...(places && {
      keys: {
        ...keys,
        'transform.position': places.map((key) => (isVector(key.value) ? { ...key, value: add(key.value) } : key)),
      },
    }),
  };
}

/** A thing as text without its id and name, by which equal ones are told. */
const content = (thing: Thing): string => JSON.stringify({ ...thing, id: '', name: '' });

/** Files of a scene with others that come along, the same ones once. */
export const withFiles = <T extends { readonly hash: string }>(
  own: readonly T[],
  others: readonly T[],
): readonly T[] => [...own, ...others.filter(({ hash }) => !own.some((known) => known.hash === hash))];

/**
 * A scene with everything that a cut of another holds, moved by so many metres. Ids and names are made free, meshes, weight
 * maps and paths that are there already are shared, seeds differ from those that are there, and a dial is only added where
 * none has its name.
 */
export function withInserted(scene: Scene, cut: Scene, by: Vector): Inserted {
  const ids = new Map<string, string>();
  const idOf = (to: ReferenceTo, id: string) => ids.get(`${REFERRED_LISTS[to]} ${id}`) ?? '';
  const placed = {
    ...cut,
    carriers: cut.carriers.map((carrier) => movedBy(carrier, by)),
    zones: cut.zones.map((zone) => movedBy(zone, by)),
    emitters: cut.emitters.map((emitter) => movedBy(emitter, by)),
    groups: cut.groups.map((group) => movedBy(group, by)),
    fields: cut.fields.map((field) => movedBy(field, by)),
  };
  let now = scene;
  const made: Record<List, string[]> = {
    meshes: [],
    weightMaps: [],
    carriers: [],
    zones: [],
    emitters: [],
    groups: [],
    fields: [],
  };
  for (const list of LISTS) {
    // Strips have names of their own across fields and groups.
    const beside: readonly Thing[] = list === 'groups' ? now.fields : list === 'fields' ? now.groups : [];
    const things: readonly Thing[] = placed[list];
    for (const thing of things) {
      const others: readonly Thing[] = now[list];
      const [renamed] = sceneForm.renamed({ ...placed, [list]: [thing] }, idOf)[list].map(content);
      const known = SHARED.includes(list) ? others.find((other) => content(other) === renamed) : undefined;
      const { id, name } = known ?? freeIdentity(PREFIXES[list], thing.name, [...others, ...beside]);
      ids.set(`${list} ${thing.id}`, id);
      if (known) continue;
      made[list].push(id);
      now = { ...now, [list]: [...others, { ...thing, id, name, ...otherSeed(thing, others) }] };
    }
  }
  const isNew = (list: List, thing: Thing) => made[list].includes(thing.id);
  const renamed = sceneForm.renamed(
    Object.assign({ ...now }, Object.fromEntries(LISTS.map((list) => [list, now[list].filter((t) => isNew(list, t))]))),
    idOf,
  );
  const rest = Object.fromEntries(LISTS.map((list) => [list, [...scene[list], ...renamed[list]]]));
  return {
    scene: {
      ...now,
      ...rest,
      keptDesk: scene.keptDesk,
      dials: [...now.dials, ...newDials(now, placed)],
      images: withFiles(now.images, cut.images),
      grids: withFiles(now.grids, cut.grids),
      sounds: withFiles(now.sounds, cut.sounds),
    },
    emitters: made.emitters,
    fields: made.fields,
    groups: made.groups,
  };
}

/** Another seed than its own for a thing that has one, where another thing has the same. */
function otherSeed({ seed }: Thing, others: readonly Thing[]): { seed?: number } {
  const seeds = others.flatMap((other) => (other.seed === undefined ? [] : [{ seed: other.seed }]));
  return seed !== undefined && seeds.some((other) => other.seed === seed) ? { seed: freeSeed(seeds) } : {};
}

/** The dials of a cut that a scene has none of that name. */
function newDials({ dials }: Scene, cut: Scene): Scene['dials'] {
  let all = dials;
  for (const dial of cut.dials)
    if (!all.some(({ name }) => name === dial.name))
      all = [...all, { ...dial, id: freeIdentity('d', dial.name, all).id }];
  return all.slice(dials.length);
}
