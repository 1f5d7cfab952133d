/**
 * A value with 0 in place of every −0. JSON has no −0, and a scene that is saved and opened again must be the one that
 * was run before. Parts that are the same as before have been looked at.
 */
export function plainZeros<T>(value: T, before?: unknown): T {
  if (Object.is(value, -0)) return 0 as T;
  if (typeof value !== 'object' || value === null || value === before) return value;
  const old = (typeof before === 'object' && before !== null ? before : {}) as Record<string, unknown>;
  let next: Record<string, unknown> | undefined;
  for (const [name, part] of Object.entries(value)) {
    const plain = plainZeros(part as unknown, old[name]);
    if (!Object.is(plain, part))
      (next ??= (Array.isArray(value) ? [...value] : { ...value }) as Record<string, unknown>)[name] = plain;
  }
  return (next ?? value) as T;
}
