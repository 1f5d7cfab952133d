import { mapVector, type Vector } from '../../lib/math/vector';
import { valueAt, type Key } from './keys';

type Value = Key['value'];

/** Keys in order, one a frame: those of `moved` win over others on their frames. */
function laid<V extends Value>(rest: readonly Key<V>[], moved: readonly Key<V>[]): Key<V>[] {
  const taken = new Set(moved.map((key) => key.frame));
  const last = new Map(moved.map((key) => [key.frame, key]));
  return [...rest.filter((key) => !taken.has(key.frame)), ...last.values()].toSorted((a, b) => a.frame - b.frame);
}

/** Keys on those frames taken to others, whole frames all; what stood there gives way. */
function carried<V extends Value>(
  keys: readonly Key<V>[],
  frames: ReadonlySet<number>,
  to: (frame: number) => number,
): Key<V>[] {
  // Plus 0: no frame −0.
  const moved = keys
    .filter((key) => frames.has(key.frame))
    .map((key) => ({ ...key, frame: Math.round(to(key.frame)) + 0 }));
  return laid(
    keys.filter((key) => !frames.has(key.frame)),
    moved,
  );
}

/** Moves the keys on those frames; with ripple all that come after the first of them move as well. */
export function movedKeys<V extends Value>(
  keys: readonly Key<V>[],
  frames: ReadonlySet<number>,
  by: number,
  ripple = false,
): Key<V>[] {
  const first = Math.min(...frames);
  const all = ripple ? new Set(keys.map((key) => key.frame).filter((frame) => frame >= first)) : frames;
  return carried(keys, all, (frame) => frame + by);
}

/** Takes the keys on those frames further from a frame, or nearer to it. */
export function scaledKeys<V extends Value>(
  keys: readonly Key<V>[],
  frames: ReadonlySet<number>,
  about: number,
  by: number,
): Key<V>[] {
  return carried(keys, frames, (frame) => about + (frame - about) * by);
}

/**
 * Puts keys in, so that the first of all that are put in together comes to a frame; seconds stay seconds where the
 * rates differ.
 */
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

/** All keys moved by as much as it takes for the value at a frame to be another. */
export function shiftedKeys<V extends Value>(keys: readonly Key<V>[], frame: number, value: V): Key<V>[] {
  const now = valueAt(keys, frame);
  const moved = (own: V): V =>
    (typeof own === 'number'
      ? own + (value as number) - (now as number)
      : own.map((n, i) => n + (value as Vector)[i]! - (now as Vector)[i]!)) as V;
  return keys.map((key) => ({ ...key, value: moved(key.value) }));
}

/** The largest difference of two values, part by part. */
function apart(a: Value, b: Value): number {
  if (typeof a === 'number') return Math.abs(a - (b as number));
  return Math.max(...a.map((n, i) => Math.abs(n - (b as readonly number[])[i]!)));
}

function between(a: Key, b: Key, frame: number): Value {
  const t = (frame - a.frame) / (b.frame - a.frame);
  if (typeof a.value === 'number') return a.value + t * ((b.value as number) - a.value);
  return mapVector(a.value, (n, i) => n + t * ((b.value as Vector)[i]! - n));
}

/**
 * Keys with those between two frames thinned, as far as straight lines through the ones that stay pass all that go
 * within the tolerance (Ramer 1972, Douglas & Peucker 1973, by the height at a frame). The first and the last of them
 * stay.
 */
export function thinnedKeys<V extends Value>(
  keys: readonly Key<V>[],
  from: number,
  to: number,
  tolerance: number,
): Key<V>[] {
  const inside = keys.filter((key) => key.frame >= from && key.frame <= to);
  const stays = new Set<number>();
  const divide = (first: number, last: number) => {
    stays.add(first).add(last);
    let worst = 0;
    let at = -1;
    for (let i = first + 1; i < last; i++) {
      const off = apart(inside[i]!.value, between(inside[first]!, inside[last]!, inside[i]!.frame));
      if (off > worst) [worst, at] = [off, i];
    }
    if (worst <= tolerance || at < 0) return;
    divide(first, at);
    divide(at, last);
  };
  if (inside.length > 0) divide(0, inside.length - 1);
  return keys.filter((key) => key.frame < from || key.frame > to || stays.has(inside.indexOf(key)));
}
