import { isRecord } from '../check-values';

type Part = Record<string, unknown>;

/** The numbers that each form of a path of version 4 hung on, as they were where its document left them out. */
const HANGS_ON: Readonly<Record<string, Part>> = {
  drawn: {
    points: [
      [-1, 0, 0],
      [-0.3, 0.5, 0],
      [0.4, 0.1, 0],
      [1, 0.6, 0],
    ],
    smooth: true,
    closed: false,
  },
  line: { pathLength: 2 },
  circle: { pathRadius: 1 },
  helix: { pathRadius: 1, pathTurns: 3, pathLength: 2 },
  lettering: { words: 'Quiet', typeface: 'instrument-sans', letterSize: 1 },
};

const HERE = { position: [0, 0, 0], rotation: [0, 0, 0], scale: 1, carrier: '', follows: 'transform' };

const recordOf = (value: unknown): Part => (isRecord(value) ? value : {});

/** The parts of things that could be on a path. */
const PARTS = ['shape', 'settings', 'falloff'] as const;

/** The path of a part of a thing; undefined where it is none of its own. */
function pathOf(part: unknown): Part | undefined {
  if (!isRecord(part)) return undefined;
  const { kind, target, form = 'drawn' } = part;
  const own = (kind === 'path' || target === 'path') && HANGS_ON[String(form)];
  if (!own) return undefined;
  return { form, ...Object.fromEntries(Object.entries(own).map(([name, usual]) => [name, part[name] ?? usual])) };
}

const keysOfPlace = (keys: unknown): Part =>
  Object.fromEntries(Object.entries(recordOf(keys)).filter(([path]) => path.startsWith('transform.')));

/** Where a thing stands and how it moves; undefined where its place is automated, which is by its own chance. */
function placeOf({ transform, keys, automations }: Part): Part | undefined {
  if (Object.keys(keysOfPlace(automations)).length > 0) return undefined;
  return { transform: { ...HERE, ...recordOf(transform) }, keys: keysOfPlace(keys) };
}

interface Copy {
  readonly path: Part;
  readonly place: Part;
}

/** The paths of a thing, each with its place, by the names of their parts; those with keyed numbers are left out. */
function copiesIn(thing: Part): [string, Copy][] {
  const place = placeOf(thing);
  const moved = [...Object.keys(recordOf(thing['keys'])), ...Object.keys(recordOf(thing['automations']))];
  return PARTS.flatMap((name): [string, Copy][] => {
    // A field on a path that wrote no form followed its falloff.
    const part = name === 'settings' && isRecord(thing[name]) ? withForm(thing[name]) : thing[name];
    const path = pathOf(part);
    return path && place && !moved.some((one) => one.startsWith(`${name}.`)) ? [[name, { path, place }]] : [];
  });
}

const withForm = (settings: Part): Part =>
  settings['kind'] === 'path' ? { ...settings, form: settings['form'] ?? 'falloff' } : settings;

const LISTS = ['emitters', 'fields', 'groups', 'zones'] as const;

const listOf = (of: unknown, name: string): readonly unknown[] => {
  const list = recordOf(of)[name];
  return Array.isArray(list) ? list : [];
};

/**
 * In version 5 carriers may hold a path, which other things are on. Where several had the same path in the same place,
 * that is one path of the scene now, and they stand on it: each moves as it did.
 */
export function toVersion5(document: Part): Part {
  const counts = new Map<string, { readonly copy: Copy; readonly name: string; count: number }>();
  const keyOf = (copy: Copy) => JSON.stringify(copy);
  for (const list of LISTS)
    for (const thing of listOf(document, list))
      for (const [, copy] of copiesIn(recordOf(thing))) {
        const known = counts.get(keyOf(copy));
        if (known) known.count++;
        else
          counts.set(keyOf(copy), { copy, name: `Path of ${String(recordOf(thing)['name'])}`.slice(0, 120), count: 1 });
      }
  const carriers = [...listOf(document, 'carriers')];
  const ids = new Map<string, string>();
  const taken = (id: string) => carriers.some((carrier) => isRecord(carrier) && carrier['id'] === id);
  for (const [key, { copy, name, count }] of counts) {
    if (count < 2 || carriers.length >= 64) continue;
    let n = 1;
    while (taken(`p${n}`)) n++;
    ids.set(key, `p${n}`);
    carriers.push({ id: `p${n}`, name, path: copy.path, ...copy.place });
  }
  const onPaths = (thing: unknown): unknown => {
    if (!isRecord(thing)) return thing;
    const shared = copiesIn(thing).flatMap(([name, copy]) => {
      const id = ids.get(keyOf(copy));
      return id === undefined ? [] : [[name, id] as const];
    });
    const first = shared[0]?.[1];
    if (first === undefined) return thing;
    const parts = shared
      .filter(([, id]) => id === first)
      .map(([name, id]) => [name, { ...recordOf(thing[name]), form: 'shared', sharedPath: id }]);
    const keys = Object.fromEntries(
      Object.entries(recordOf(thing['keys'])).filter(([path]) => !path.startsWith('transform.')),
    );
    return { ...thing, ...Object.fromEntries(parts), transform: { carrier: first }, ...('keys' in thing && { keys }) };
  };
  const inLists = (of: Part) =>
    Object.fromEntries(
      LISTS.filter((name) => Array.isArray(of[name])).map((name) => [name, listOf(of, name).map(onPaths)]),
    );
  const { keptDesk } = document;
  return {
    ...document,
    ...(ids.size > 0 && {
      carriers,
      ...inLists(document),
      ...(isRecord(keptDesk) && { keptDesk: { ...keptDesk, ...inLists(keptDesk) } }),
    }),
    version: 5,
  };
}
