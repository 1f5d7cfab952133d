/** A record with a value for each of those names. */
export function recordBy<K extends string, V>(names: readonly K[], make: (name: K) => V): Record<K, V> {
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- Object.fromEntries forgets which names there are
  return Object.fromEntries(names.map((name) => [name, make(name)])) as Record<K, V>;
}
