import type { Vector } from '../math/vector';

/** How a value goes from a key to the next. */
export const EASES = ['linear', 'smooth', 'step'] as const;
export type Ease = (typeof EASES)[number];

/** A value at a frame. */
export interface Key<V = number | Vector> {
  /** Whole frame. */
  readonly frame: number;
  readonly value: V;
  readonly ease: Ease;
}

/** Keys of a thing, in rising order of frames, by the path of the parameter, such as `place.position`. */
export type Keys = Readonly<Record<string, readonly Key[]>>;

function shape(ease: Ease, t: number): number {
  if (ease === 'linear') return t;
  return ease === 'smooth' ? t * t * (3 - 2 * t) : 0;
}

function between<V extends number | Vector>(a: V, b: V, t: number): V {
  if (typeof a === 'number') return (a + t * ((b as number) - a)) as V;
  const from = a as Vector;
  const to = b as Vector;
  return from.map((n, i) => n + t * (to[i]! - n)) as unknown as V;
}

/** The value of keys at a frame with fraction: that of the first key before it, of the last after it. */
export function valueAt<V extends number | Vector>(keys: readonly Key<V>[], frame: number): V {
  const next = keys.findIndex((k) => k.frame > frame);
  if (next === 0) return keys[0]!.value;
  if (next === -1) return keys.at(-1)!.value;
  const a = keys[next - 1]!;
  const b = keys[next]!;
  return between(a.value, b.value, shape(a.ease, (frame - a.frame) / (b.frame - a.frame)));
}
