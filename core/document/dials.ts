import { valueAt, type Key } from './keys/keys';
import type { Dial, Scene } from './scene';

/** The dials of a scene, as formulas see them. */
export interface Dials {
  readonly names: readonly string[];
  /** Their values at a frame with fraction, in the order of the names. */
  at(frame: number): readonly number[];
}

/** The value of a dial at a frame with fraction: that of its keys, where it has any. */
export function dialAt({ value, keys }: Dial, frame: number): number {
  const list = keys['value'] as readonly Key<number>[] | undefined;
  return list?.length ? valueAt(list, frame) : value;
}

/** Makes the dials of a scene ready to be read. */
export function dialsOf({ dials }: Pick<Scene, 'dials'>): Dials {
  const names = dials.map(({ name }) => name);
  const moves = dials.some(({ keys }) => (keys['value']?.length ?? 0) > 1);
  let asked = NaN;
  let known: readonly number[] = [];
  return {
    names,
    at(frame) {
      if (frame !== asked && (moves || known.length !== names.length)) {
        known = dials.map((dial) => dialAt(dial, frame));
        asked = frame;
      }
      return known;
    },
  };
}

/** Whether a text can be the name of a dial: a letter, then letters, digits and underscores. */
export const isDialName = (name: string): boolean => /^[A-Za-z]\w{0,31}$/.test(name);
