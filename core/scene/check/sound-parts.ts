/**
 * Things of a scene that were checked before and had no fault: they need not be checked again as long as they are the same objects, and the scene
 * has the same things to refer to. For documents that are never changed in place.
 */
export class SoundParts {
  private known = '';
  private values = new WeakSet<object>();
  /** Things with sound keys and drives. */
  readonly movement = new WeakSet<object>();

  /** Begins a check of a scene with those ids; where they are others than before, everything is checked again. */
  begin(known: Readonly<Record<string, ReadonlySet<unknown>>>): void {
    const ids = JSON.stringify(Object.values(known).map((set) => [...set]));
    if (ids === this.known) return;
    this.known = ids;
    this.values = new WeakSet();
  }

  /** The faults of a thing; none where it was sound before. */
  check<F>(thing: unknown, faultsOf: () => F[]): F[] {
    const isObject = typeof thing === 'object' && thing !== null;
    if (isObject && this.values.has(thing)) return [];
    const faults = faultsOf();
    if (isObject && faults.length === 0) this.values.add(thing);
    return faults;
  }
}
