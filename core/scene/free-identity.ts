/** A name that none of `taken` has: the name itself, or with the next free number. */
export function freeName(name: string, taken: readonly string[]): string {
  if (!taken.includes(name)) return name;
  const stem = name.replace(/ \d+$/, '');
  let n = 2;
  while (taken.includes(`${stem} ${n}`)) n++;
  return `${stem} ${n}`;
}

/** An id that none of `taken` has. */
export function freeId(prefix: string, taken: readonly string[]): string {
  let n = 1;
  while (taken.includes(`${prefix}${n}`)) n++;
  return `${prefix}${n}`;
}

/** An id and a name that none of the things has; the name is the one wished for, with a number where it is taken. */
export function freeIdentity(
  prefix: string,
  name: string,
  things: readonly { id: string; name: string }[],
): { id: string; name: string } {
  return {
    id: freeId(
      prefix,
      things.map((t) => t.id),
    ),
    name: freeName(
      name,
      things.map((t) => t.name),
    ),
  };
}
