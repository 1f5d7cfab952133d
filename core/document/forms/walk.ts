import type { Fault } from '../faults';
import type { ReferenceTo } from '../parameters';

/** A part of a document that refers to a thing of the scene. */
export interface Reference {
  /** The path of the reference. */
  readonly at: string;
  readonly to: ReferenceTo;
  readonly id: string;
}

interface Sound {
  readonly value: unknown;
  /** Its references, their paths counted from the part itself. */
  readonly references: readonly Reference[];
}

/**
 * Parts of documents that were read before and had no fault. They need not be read again as long as they are the same
 * objects: for documents that are never changed in place.
 */
export type SoundParts = WeakMap<object, Sound>;

/** One walk over a document: the faults and the references met so far. */
export class Walk {
  readonly faults: Fault[] = [];
  readonly references: Reference[] = [];

  constructor(private readonly sound?: SoundParts) {}

  /** Reads a part, or recalls it where it was sound before. */
  once<T>(part: unknown, at: string, read: () => T | undefined): T | undefined {
    if (!this.sound || typeof part !== 'object' || part === null) return read();
    const known = this.sound.get(part);
    if (known) {
      for (const reference of known.references) this.references.push({ ...reference, at: at + reference.at });
      // A part always has the same form.
      return known.value as T;
    }
    const [faults, references] = [this.faults.length, this.references.length];
    const value = read();
    if (this.faults.length === faults) {
      const own = this.references
        .slice(references)
        .map((reference) => ({ ...reference, at: reference.at.slice(at.length) }));
      this.sound.set(part, { value, references: own });
    }
    return value;
  }
}
