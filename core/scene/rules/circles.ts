/**
 * The way from a thing along its links and back to it, the thing itself first; undefined where the links end, or run
 * into a circle that it is not in.
 */
export function circleFrom(start: string, next: (id: string) => string | undefined): readonly string[] | undefined {
  const way = [start];
  for (let id = next(start); id !== undefined && id !== ''; id = next(id)) {
    if (id === start) return way;
    if (way.includes(id)) return undefined;
    way.push(id);
  }
  return undefined;
}

/** A circle by the names of its things, the first repeated at its end. */
export function circleInWords(
  circle: readonly string[],
  things: readonly { readonly id: string; readonly name: string }[],
): string {
  return [...circle, circle[0]].map((id) => things.find((thing) => thing.id === id)?.name).join(' → ');
}
