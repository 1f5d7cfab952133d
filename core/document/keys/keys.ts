import { easedBy, USUAL_HANDLES, type Handles } from '../../lib/math/bezier';
import { mapVector, type Vector } from '../../lib/math/vector';

/** How a value goes from a key to the next. */
export const EASES = ['linear', 'smooth', 'step', 'curve'] as const;
export type Ease = (typeof EASES)[number];

/** A value at a frame. */
export interface Key<V = number | Vector> {
  /** Whole frame. */
  readonly frame: number;
  readonly value: V;
  readonly ease: Ease;
  /** Of a curve: where its handles are. */
  readonly handles?: Handles;
}

/** Keys of a thing, in rising order of frames, by the path of the parameter, such as `place.position`. */
export type Keys = Readonly<Record<string, readonly Key[]>>;

function shape({ ease, handles = USUAL_HANDLES }: Key, t: number): number {
  if (ease === 'linear') return t;
  if (ease === 'curve') return easedBy(handles, t);
  return ease === 'smooth' ? t * t * (3 - 2 * t) : 0;
}

function between<V extends number | Vector>(a: V, b: V, t: number): V {
  const value = (from: number, to: number) => from + t * (to - from);
  const mixed =
    typeof a === 'number' || typeof b === 'number'
      ? value(Number(a), Number(b))
      : mapVector<number>(a, (n, i) => value(n, b[i]!));
  // Numbers give a number, and vectors a vector.
  return mixed as V;
}

/** The value of keys at a frame with fraction: that of the first key before it, of the last after it. */
export function valueAt<V extends number | Vector>(keys: readonly Key<V>[], frame: number): V {
  let next = 0;
  let end = keys.length;
  while (next < end) {
    const middle = (next + end) >> 1;
    if (keys[middle]!.frame > frame) end = middle;
    else next = middle + 1;
  }
  if (next === 0) return keys[0]!.value;
  if (next === keys.length) return keys[next - 1]!.value;
  const a = keys[next - 1]!;
  const b = keys[next]!;
  return between(a.value, b.value, shape(a as Key, (frame - a.frame) / (b.frame - a.frame)));
}

/** Keys with one more, in the place of one at the same frame. */
export function withKey<V extends number | Vector>(keys: readonly Key<V>[], key: Key<V>): Key<V>[] {
  return [...keys.filter((k) => k.frame !== key.frame), key].toSorted((a, b) => a.frame - b.frame);
}

/** Keys that have a value at a frame, and go on from there as from the key before it. */
export function keyedAt<V extends number | Vector>(keys: readonly Key<V>[], frame: number, value: V): Key<V>[] {
  const before = keys.filter((k) => k.frame <= frame).at(-1);
  return withKey(keys, { ease: 'linear', ...before, frame, value });
}

/** Keys without the one at a frame; where there is none, with one of that value. */
export function toggledAt<V extends number | Vector>(keys: readonly Key<V>[], frame: number, value: V): Key<V>[] {
  const rest = keys.filter((k) => k.frame !== frame);
  return rest.length < keys.length ? rest : withKey(keys, { frame, value, ease: 'linear' });
}
