/** The value at a path in a thing; undefined where there is none. */
export function valueOf(thing: object, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (at, key) => (at === null || typeof at !== 'object' ? undefined : (at as Record<string, unknown>)[key]),
      thing,
    );
}

/**
 * Keys or automations of a thing after a row of one of its lists is taken away: those of the row go, those of later rows
 * follow.
 */
export function withoutRow<T>(byPath: Readonly<Record<string, T>>, list: string, row: number): Record<string, T> {
  return Object.fromEntries(
    Object.entries(byPath).flatMap(([path, value]): [string, T][] => {
      const [name, index, ...rest] = path.split('.');
      if (name !== list || Number(index) < row) return [[path, value]];
      return Number(index) === row ? [] : [[[name, Number(index) - 1, ...rest].join('.'), value]];
    }),
  );
}

/** A thing with another value at a path that it has. */
export function withValue<T extends object>(thing: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const inner = (thing as Record<string, unknown>)[key];
  const next = rest.length === 0 ? value : withValue(inner as object, rest.join('.'), value);
  // The list is copied with one other item, and stays a list of its sort.
  if (Array.isArray(thing)) return thing.map((item: unknown, i) => (String(i) === key ? next : item)) as unknown as T;
  return { ...thing, [key]: next };
}
