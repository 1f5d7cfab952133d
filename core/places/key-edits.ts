import type { Key } from './keys';

type Value = Key['value'];

/** Keys in order, one a frame: those of `moved` win over others on their frames. */
function laid<V extends Value>(rest: readonly Key<V>[], moved: readonly Key<V>[]): Key<V>[] {
  const taken = new Set(moved.map((key) => key.frame));
  const last = new Map(moved.map((key) => [key.frame, key]));
  return [...rest.filter((key) => !taken.has(key.frame)), ...last.values()].sort((a, b) => a.frame - b.frame);
}

/** Keys on those frames taken to others, whole frames all; what stood there gives way. */
function carried<V extends Value>(keys: readonly Key<V>[], frames: ReadonlySet<number>, to: (frame: number) => number): Key<V>[] {
  const moved = keys.filter((key) => frames.has(key.frame)).map((key) => ({ ...key, frame: Math.round(to(key.frame)) }));
  return laid(
    keys.filter((key) => !frames.has(key.frame)),
    moved,
  );
}

/** Moves the keys on those frames; with ripple all that come after the first of them move as well. */
export function movedKeys<V extends Value>(keys: readonly Key<V>[], frames: ReadonlySet<number>, by: number, ripple = false): Key<V>[] {
  const first = Math.min(...frames);
  const all = ripple ? new Set(keys.map((key) => key.frame).filter((frame) => frame >= first)) : frames;
  return carried(keys, all, (frame) => frame + by);
}

/** Takes the keys on those frames further from a frame, or nearer to it. */
export function scaledKeys<V extends Value>(keys: readonly Key<V>[], frames: ReadonlySet<number>, about: number, by: number): Key<V>[] {
  return carried(keys, frames, (frame) => about + (frame - about) * by);
}

/** Puts keys in, so that the first of all that are put in together comes to a frame; seconds stay seconds where the rates differ. */
export function pastedKeys<V extends Value>(
  keys: readonly Key<V>[],
  put: readonly Key<V>[],
  first: number,
  at: number,
  rate = 1,
): Key<V>[] {
  return laid(
    keys,
    put.map((key) => ({ ...key, frame: at + Math.round((key.frame - first) * rate) })),
  );
}
