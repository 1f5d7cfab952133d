import { isRecord } from '../check-values';

/** New names for one part of a document; a list is the same for each of its items. */
export interface Renames {
  /** The name that its kind has now. */
  readonly kind?: string;
  /** New names of members, by the old ones. */
  readonly names?: Readonly<Record<string, string>>;
  /** New values of a member, by its old name and the old values. */
  readonly values?: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Renames inside members, by their old names. */
  readonly parts?: Readonly<Record<string, Renames>>;
  /** Members that hold parts by the paths of numbers, by their old names. */
  readonly maps?: Readonly<Record<string, Renames>>;
  /** What holds for one kind only, by its old name. */
  readonly kinds?: Readonly<Record<string, Renames>>;
}

/** The renames of a part, with those of its kind. */
function forKind(renames: Renames, part: Readonly<Record<string, unknown>>): Renames {
  const own = typeof part['kind'] === 'string' ? renames.kinds?.[part['kind']] : undefined;
  if (!own) return renames;
  return {
    ...renames,
    ...(own.kind !== undefined && { kind: own.kind }),
    names: { ...renames.names, ...own.names },
    values: { ...renames.values, ...own.values },
  };
}

/** The path of a number under its new names, in a part that still has the old ones. */
export function renamedPath(renames: Renames, part: unknown, path: string): string {
  const [first, ...rest] = path.split('.') as [string, ...string[]];
  const own = isRecord(part) ? forKind(renames, part) : renames;
  const inner = own.parts?.[first] ?? (Array.isArray(part) ? renames : {});
  const value = Array.isArray(part) ? (part as unknown[])[Number(first)] : isRecord(part) ? part[first] : undefined;
  const name = own.names?.[first] ?? first;
  return rest.length === 0 ? name : `${name}.${renamedPath(inner, value, rest.join('.'))}`;
}

/** A part of a document under its new names. Anything that the renames do not fit stays, to be refused. */
export function renamed(renames: Renames, part: unknown): unknown {
  if (Array.isArray(part)) return part.map((item: unknown) => renamed(renames, item));
  if (!isRecord(part)) return part;
  const own = forKind(renames, part);
  return Object.fromEntries(
    Object.entries(part).map(([name, value]) => [own.names?.[name] ?? name, renamedMember(own, part, name, value)]),
  );
}

function renamedMember(own: Renames, part: Readonly<Record<string, unknown>>, name: string, value: unknown): unknown {
  if (name === 'kind') return own.kind ?? value;
  const map = own.maps?.[name];
  if ((map || name === 'keys') && isRecord(value))
    return Object.fromEntries(
      Object.entries(value).map(([path, of]) => [renamedPath(own, part, path), map ? renamed(map, of) : of]),
    );
  if (typeof value === 'string') return own.values?.[name]?.[value] ?? value;
  const inner = own.parts?.[name];
  return inner ? renamed(inner, value) : value;
}

const swapped = (names: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(names).map(([old, now]) => [now, old]));

/** The way back: renames from the new names to the old ones. */
export function reversed(renames: Renames): Renames {
  const { names = {}, values = {}, parts = {}, maps = {}, kinds = {} } = renames;
  const byNewName = <T, U>(of: Readonly<Record<string, T>>, turn: (value: T) => U): Record<string, U> =>
    Object.fromEntries(Object.entries(of).map(([name, value]) => [names[name] ?? name, turn(value)]));
  return {
    names: swapped(names),
    values: byNewName(values, swapped),
    parts: byNewName(parts, reversed),
    maps: byNewName(maps, reversed),
    kinds: Object.fromEntries(
      Object.entries(kinds).map(([old, own]) => [
        own.kind ?? old,
        { ...reversed(own), ...(own.kind !== undefined && { kind: old }) },
      ]),
    ),
  };
}
