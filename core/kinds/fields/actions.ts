/** The six ways in which a field with a direction can act, with one of them as the default. */
export function vectorActions(first: string): readonly string[] {
  const all = ['force', 'acceleration', 'flow', 'set-velocity', 'steer', 'move'];
  return [first, ...all.filter((action) => action !== first)];
}

/** A size fitted to particles, to two digits and never below `least`, metres. */
export const fittedSize = (value: number, least: number): number => Math.max(least, Number(value.toPrecision(2)));
