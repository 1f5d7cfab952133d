const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** A version as it is held against the others. */
export interface Dated {
  readonly revision: number;
  readonly name: string;
  readonly created: string;
}

/**
 * The revisions that need not be kept: of those older than an hour one is kept an hour, of those older than a day one a
 * day, each time the last. Versions with a name are kept for ever.
 */
export function thinned(versions: readonly Dated[], now: number): number[] {
  const kept = new Set<string>();
  return [...versions]
    .toSorted((a, b) => b.revision - a.revision)
    .flatMap(({ revision, name, created }) => {
      const time = Date.parse(created);
      const age = now - time;
      if (name !== '' || age <= HOUR) return [];
      const span = age <= DAY ? `hour ${Math.floor(time / HOUR)}` : `day ${Math.floor(time / DAY)}`;
      if (kept.has(span)) return [revision];
      kept.add(span);
      return [];
    });
}
