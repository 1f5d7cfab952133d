import type { Keys } from '../../core/document/keys/keys';
import type { Automations } from '../../core/document/scene';

/** A value that choosing another kind changed besides: before the choice, and after it. */
export interface Effect {
  readonly path: string;
  readonly before: unknown;
  readonly after: unknown;
}

/** Everything that a kind had when it was left for another. */
export interface Left {
  readonly value: unknown;
  readonly keys: Keys;
  readonly automations: Automations;
  readonly effects: readonly Effect[];
}

/** By place in the scene, then by kind. A place is `sort/id/path`. */
const memory = new Map<string, Map<string, Left>>();

/** Remembers a kind that is left. */
export function rememberKind(place: string, kind: string, left: Left): void {
  const kinds = memory.get(place) ?? new Map<string, Left>();
  memory.set(place, kinds.set(kind, left));
}

/** The kind as it was left there; undefined where it has not been chosen. */
export const recalledKind = (place: string, kind: string): Left | undefined => memory.get(place)?.get(kind);

/** Leaves one kind with its value for another: the value that the other was left with, or `otherwise`. */
export function swappedValue<T>(place: string, from: string, value: T, to: string, otherwise: T): T {
  if (from === to) return value;
  const left = recalledKind(place, to);
  rememberKind(place, from, { value, keys: {}, automations: {}, effects: [] });
  return left ? (left.value as T) : otherwise;
}

/** Forgets the kinds of all places that begin so; of all where nothing is given. */
export function forgetKinds(start = ''): void {
  for (const place of memory.keys()) if (place.startsWith(start)) memory.delete(place);
}
