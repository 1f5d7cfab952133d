import { exponential, NONE, ONE, Y, Z } from './lanes';

/** The curves of a falloff: those of core/profiles. */
const SMOOTH: i32 = 0;
const SMOOTHER: i32 = 1;
const LINEAR: i32 = 2;
const BELL: i32 = 3;

/** Fills a column with a number. */
export function fill(at: usize, count: i32, value: f32): void {
  for (const end = at + (<usize>count << 2); at < end; at += 16) v128.store(at, f32x4.splat(value));
}

/** World positions seen from a place: turned back by the rotation r (rows) and counted in its own scale. */
export function local(
  from: usize, to: usize, count: i32,
  ox: f32, oy: f32, oz: f32, shrink: f32,
  r0: f32, r1: f32, r2: f32, r3: f32, r4: f32, r5: f32, r6: f32, r7: f32, r8: f32,
): void {
  const by = f32x4.splat(shrink);
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    const x = f32x4.mul(f32x4.sub(v128.load(from), f32x4.splat(ox)), by);
    const y = f32x4.mul(f32x4.sub(v128.load(from, Y), f32x4.splat(oy)), by);
    const z = f32x4.mul(f32x4.sub(v128.load(from, Z), f32x4.splat(oz)), by);
    v128.store(to, f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(r0)), f32x4.mul(y, f32x4.splat(r3))), f32x4.mul(z, f32x4.splat(r6))));
    v128.store(to, f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(r1)), f32x4.mul(y, f32x4.splat(r4))), f32x4.mul(z, f32x4.splat(r7))), Y);
    v128.store(to, f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(r2)), f32x4.mul(y, f32x4.splat(r5))), f32x4.mul(z, f32x4.splat(r8))), Z);
  }
}

/** World positions seen from a place that is not turned. */
export function moved(from: usize, to: usize, count: i32, ox: f32, oy: f32, oz: f32, shrink: f32): void {
  const by = f32x4.splat(shrink);
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    v128.store(to, f32x4.mul(f32x4.sub(v128.load(from), f32x4.splat(ox)), by));
    v128.store(to, f32x4.mul(f32x4.sub(v128.load(from, Y), f32x4.splat(oy)), by), Y);
    v128.store(to, f32x4.mul(f32x4.sub(v128.load(from, Z), f32x4.splat(oz)), by), Z);
  }
}

/** Directions turned from a place into the world by the rotation r (rows), in place. */
export function turn(
  at: usize, count: i32,
  r0: f32, r1: f32, r2: f32, r3: f32, r4: f32, r5: f32, r6: f32, r7: f32, r8: f32,
): void {
  for (const end = at + (<usize>count << 2); at < end; at += 16) {
    const x = v128.load(at);
    const y = v128.load(at, Y);
    const z = v128.load(at, Z);
    v128.store(at, f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(r0)), f32x4.mul(y, f32x4.splat(r1))), f32x4.mul(z, f32x4.splat(r2))));
    v128.store(at, f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(r3)), f32x4.mul(y, f32x4.splat(r4))), f32x4.mul(z, f32x4.splat(r5))), Y);
    v128.store(at, f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(r6)), f32x4.mul(y, f32x4.splat(r7))), f32x4.mul(z, f32x4.splat(r8))), Z);
  }
}

/** Weights in a ball: send · p(s) with s = (|x| − core) · slope, held within 0 … 1. False where all of them are 0. */
export function weigh(from: usize, to: usize, count: i32, curve: i32, core: f32, slope: f32, send: f32): bool {
  const by = f32x4.splat(send);
  let any = NONE;
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    const x = v128.load(from);
    const y = v128.load(from, Y);
    const z = v128.load(from, Z);
    const d = f32x4.sqrt(f32x4.add(f32x4.add(f32x4.mul(x, x), f32x4.mul(y, y)), f32x4.mul(z, z)));
    const s = f32x4.pmin(ONE, f32x4.pmax(NONE, f32x4.mul(f32x4.sub(d, f32x4.splat(core)), f32x4.splat(slope))));
    const s2 = f32x4.mul(s, s);
    let p = ONE;
    if (curve == SMOOTH) p = f32x4.sub(ONE, f32x4.mul(s2, f32x4.sub(f32x4.splat(3), f32x4.add(s, s))));
    else if (curve == SMOOTHER)
      p = f32x4.sub(
        ONE,
        f32x4.mul(f32x4.mul(s2, s), f32x4.add(f32x4.mul(s, f32x4.sub(f32x4.mul(s, f32x4.splat(6)), f32x4.splat(15))), f32x4.splat(10))),
      );
    else if (curve == LINEAR) p = f32x4.sub(ONE, s);
    else if (curve == BELL)
      // (e^(−4.5s²) − e^(−4.5)) / (1 − e^(−4.5))
      p = f32x4.mul(
        f32x4.sub(exponential(f32x4.mul(s2, f32x4.splat(-4.5))), f32x4.splat(0.011108997)),
        f32x4.splat(1.0112338),
      );
    p = v128.and(f32x4.lt(s, ONE), p);
    const w = f32x4.mul(by, p);
    any = v128.or(any, w);
    v128.store(to, w);
  }
  return v128.any_true(any);
}

// @ts-ignore: decorator
@inline
function weightAt(weights: usize, masses: usize, scale: v128): v128 {
  const w = weights ? v128.load(weights) : scale;
  return masses ? f32x4.div(w, v128.load(masses)) : w;
}

/** Adds vectors times weights, or times one number; over the masses where they are given. What weighs nothing adds nothing, whatever its vector. */
export function add(from: usize, to: usize, count: i32, weights: usize, scale: f32, masses: usize): void {
  const one = f32x4.splat(scale);
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    const w = weightAt(weights, masses, one);
    const heard = f32x4.ne(w, NONE);
    v128.store(to, f32x4.add(v128.load(to), v128.and(heard, f32x4.mul(w, v128.load(from)))));
    v128.store(to, f32x4.add(v128.load(to, Y), v128.and(heard, f32x4.mul(w, v128.load(from, Y)))), Y);
    v128.store(to, f32x4.add(v128.load(to, Z), v128.and(heard, f32x4.mul(w, v128.load(from, Z)))), Z);
    if (weights) weights += 16;
    if (masses) masses += 16;
  }
}

/** Adds one vector times weights, or times one number; over the masses where they are given. */
export function addSame(x: f32, y: f32, z: f32, to: usize, count: i32, weights: usize, scale: f32, masses: usize): void {
  const one = f32x4.splat(scale);
  for (const end = to + (<usize>count << 2); to < end; to += 16) {
    const w = weightAt(weights, masses, one);
    const heard = f32x4.ne(w, NONE);
    v128.store(to, f32x4.add(v128.load(to), v128.and(heard, f32x4.mul(w, f32x4.splat(x)))));
    v128.store(to, f32x4.add(v128.load(to, Y), v128.and(heard, f32x4.mul(w, f32x4.splat(y)))), Y);
    v128.store(to, f32x4.add(v128.load(to, Z), v128.and(heard, f32x4.mul(w, f32x4.splat(z)))), Z);
    if (weights) weights += 16;
    if (masses) masses += 16;
  }
}

/** Adds one number times weights, or times one number, to a column. */
export function addNumber(value: f32, to: usize, count: i32, weights: usize, scale: f32): void {
  const one = f32x4.splat(scale);
  for (const end = to + (<usize>count << 2); to < end; to += 16) {
    v128.store(to, f32x4.add(v128.load(to), f32x4.mul(weightAt(weights, 0, one), f32x4.splat(value))));
    if (weights) weights += 16;
  }
}
