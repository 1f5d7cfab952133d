import { addTo, addVector, weightAt } from './add';
import { all, falling, meanDecay, NONE, over } from './lanes';
import { ONE, SIZE, THREE } from './numbers';
import {
  BOXED, INNER, CURVE, dot, GATHERS, HALVES, INVERTED, LOCAL, number, ORIGIN, OWN, QUADRATIC, RATE, ROTATION, SEND, SHRINK, SLOPE, SPARE, TURNED, UPRIGHT, VECTOR, WEIGHT, whole, Y, Z,
} from './program';

/** The curves of a falloff: those of core/kinds/curves. */
const SMOOTH: i32 = 0;
const SMOOTHER: i32 = 1;
const LINEAR: i32 = 2;
const BELL: i32 = 3;
const EXPONENTIAL: i32 = 5;
const INVERSE_SQUARE: i32 = 6;

/** How the swirl of a vortex changes away from its axis. */
const EVEN: i32 = 0;
const SOLID: i32 = 1;
const LAMB_OSEEN: i32 = 2;

/** World positions seen from the place of a field: turned back and counted in its own scale. */
export function see(row: usize, flags: i32, count: i32, xs: usize, ys: usize, zs: usize): void {
  const bytes = <usize>count << 2;
  const by = number(row, SHRINK);
  for (let at: usize = 0; at < bytes; at += 16) {
    const x = f32x4.mul(f32x4.sub(v128.load(xs + at), number(row, ORIGIN)), by);
    const y = f32x4.mul(f32x4.sub(v128.load(ys + at), number(row, ORIGIN + 1)), by);
    const z = f32x4.mul(f32x4.sub(v128.load(zs + at), number(row, ORIGIN + 2)), by);
    const to = LOCAL + at;
    if (flags & TURNED) {
      v128.store(to, dot(x, y, z, number(row, ROTATION), number(row, ROTATION + 3), number(row, ROTATION + 6)));
      v128.store(to, dot(x, y, z, number(row, ROTATION + 1), number(row, ROTATION + 4), number(row, ROTATION + 7)), Y);
      v128.store(to, dot(x, y, z, number(row, ROTATION + 2), number(row, ROTATION + 5), number(row, ROTATION + 8)), Z);
    } else {
      v128.store(to, x);
      v128.store(to, y, Y);
      v128.store(to, z, Z);
    }
  }
}

/** How far beyond half a side a place is along one axis. */
// @ts-ignore: decorator
@inline
function beyond(x: v128, half: v128): v128 {
  return f32x4.pmax(NONE, f32x4.sub(v128.and(x, all(SIZE)), half));
}

/**
 * Weights around a box or a point: send · p(s) with s = (d − core) · slope, held within 0 … 1, and d = |max(|x| − half,
 * 0)|. False where all of them are 0.
 */
export function weigh(row: usize, flags: i32, count: i32, xs: usize, ys: usize, zs: usize): bool {
  const bytes = <usize>count << 2;
  const curve = whole(row, CURVE);
  const inner = number(row, INNER);
  const slope = number(row, SLOPE);
  const send = number(row, SEND);
  let any = NONE;
  for (let at: usize = 0; at < bytes; at += 16) {
    let x = v128.load(xs + at);
    let y = v128.load(ys + at);
    let z = v128.load(zs + at);
    if (flags & BOXED) {
      x = beyond(x, number(row, HALVES));
      y = beyond(y, number(row, HALVES + 1));
      z = beyond(z, number(row, HALVES + 2));
    }
    const d = f32x4.sqrt(dot(x, y, z, x, y, z));
    const s = f32x4.pmin(all(ONE), f32x4.pmax(NONE, f32x4.mul(f32x4.sub(d, inner), slope)));
    const s2 = f32x4.mul(s, s);
    let p = all(ONE);
    if (curve == SMOOTH) p = f32x4.sub(all(ONE), f32x4.mul(s2, f32x4.sub(all(THREE), f32x4.add(s, s))));
    else if (curve == SMOOTHER)
      p = f32x4.sub(
        all(ONE),
        f32x4.mul(f32x4.mul(s2, s), f32x4.add(f32x4.mul(s, f32x4.sub(f32x4.mul(s, f32x4.splat(6)), f32x4.splat(15))), f32x4.splat(10))),
      );
    else if (curve == LINEAR) p = f32x4.sub(all(ONE), s);
    else if (curve == BELL)
      // (e^(−4.5s²) − e^(−4.5)) / (1 − e^(−4.5))
      p = f32x4.mul(f32x4.sub(falling(f32x4.mul(s2, f32x4.splat(4.5))), f32x4.splat(0.011108997)), f32x4.splat(1.0112338));
    else if (curve == EXPONENTIAL)
      // (e^(−4s) − e^(−4)) / (1 − e^(−4))
      p = f32x4.mul(f32x4.sub(falling(f32x4.mul(s, f32x4.splat(4))), f32x4.splat(0.01831564)), f32x4.splat(1.0186574));
    else if (curve == INVERSE_SQUARE) {
      // (core / max(d, core))² · (1 − s⁴)²
      const end = f32x4.mul(f32x4.div(inner, f32x4.pmax(inner, d)), f32x4.sub(all(ONE), f32x4.mul(s2, s2)));
      p = f32x4.mul(end, end);
    }
    p = v128.and(f32x4.lt(s, all(ONE)), p);
    if (flags & INVERTED) p = f32x4.sub(all(ONE), p);
    const w = f32x4.mul(send, p);
    any = v128.or(any, w);
    v128.store(WEIGHT + at, w);
  }
  return v128.any_true(any);
}

/** A vector that is the same everywhere, in world axes. */
export function same(row: usize, flags: i32, count: i32, mass: usize, to: usize): void {
  const bytes = <usize>count << 2;
  for (let at: usize = 0; at < bytes; at += 16) {
    const w = weightAt(row, flags, at, mass);
    addTo(to + at, w, number(row, VECTOR));
    addTo(to + Y + at, w, number(row, VECTOR + 1));
    addTo(to + Z + at, w, number(row, VECTOR + 2));
  }
}

/** Drag in a falloff shape: its linear and quadratic rates. */
export function slow(row: usize, count: i32): void {
  const bytes = <usize>count << 2;
  for (let at: usize = 0; at < bytes; at += 16) {
    const w = v128.load(WEIGHT + at);
    v128.store(RATE + at, f32x4.add(v128.load(RATE + at), f32x4.mul(w, number(row, VECTOR))));
    v128.store(QUADRATIC + at, f32x4.add(v128.load(QUADRATIC + at), f32x4.mul(w, number(row, VECTOR + 1))));
  }
}

/** Writes where particles are across the axis of a vortex: the parts along u and v. */
function across(row: usize, count: i32, xs: usize, ys: usize, zs: usize): void {
  const bytes = <usize>count << 2;
  for (let at: usize = 0; at < bytes; at += 16) {
    const x = v128.load(xs + at);
    const y = v128.load(ys + at);
    const z = v128.load(zs + at);
    v128.store(SPARE + Y + at, dot(x, y, z, number(row, OWN), number(row, OWN + 1), number(row, OWN + 2)));
    v128.store(SPARE + Z + at, dot(x, y, z, number(row, OWN + 3), number(row, OWN + 4), number(row, OWN + 5)));
  }
}

/** Writes the swirl of a vortex over the way from its axis. */
function swirls(row: usize, count: i32, ps: usize, qs: usize): void {
  const bytes = <usize>count << 2;
  const swirl = whole(row, OWN + 6);
  const inverse = number(row, OWN + 7);
  const peak = number(row, OWN + 8);
  for (let at: usize = 0; at < bytes; at += 16) {
    const p = v128.load(ps + at);
    const q = v128.load(qs + at);
    const square = f32x4.add(f32x4.mul(p, p), f32x4.mul(q, q));
    const w2 = f32x4.mul(square, inverse);
    // Smooth, with w = r/R: 1.567·S·(1 − e^(−w²))/w over r is 1.567·S/R · (1 − e^(−w²))/w².
    let s = peak;
    if (swirl == LAMB_OSEEN) s = f32x4.mul(peak, meanDecay(w2));
    else if (swirl == SOLID) s = f32x4.div(peak, f32x4.pmax(all(ONE), w2));
    else s = f32x4.mul(peak, over(f32x4.sqrt(square)));
    v128.store(SPARE + at, s);
  }
}

/**
 * A vortex: u and v across its axis, then how it swirls, 1 / radius², the peak of its swirl and its pull to the axis.
 * About y, u is x and v is −z.
 */
export function vortex(row: usize, flags: i32, count: i32, xs: usize, ys: usize, zs: usize, mass: usize, to: usize): void {
  const bytes = <usize>count << 2;
  const pull = number(row, OWN + 9);
  const gathers = (flags & GATHERS) != 0;
  const upright = (flags & UPRIGHT) != 0;
  let ps = xs;
  let qs = zs;
  if (!upright) {
    across(row, count, xs, ys, zs);
    ps = SPARE + Y;
    qs = SPARE + Z;
  }
  swirls(row, count, ps, qs);
  for (let at: usize = 0; at < bytes; at += 16) {
    const w = weightAt(row, flags, at, mass);
    const s = v128.load(SPARE + at);
    const p = v128.load(ps + at);
    const q = v128.load(qs + at);
    let g = NONE;
    if (gathers) g = f32x4.mul(pull, over(f32x4.sqrt(f32x4.add(f32x4.mul(p, p), f32x4.mul(q, q)))));
    if (upright) {
      let x = f32x4.mul(s, q);
      let z = f32x4.neg(f32x4.mul(s, p));
      if (gathers) {
        x = f32x4.sub(x, f32x4.mul(g, p));
        z = f32x4.sub(z, f32x4.mul(g, q));
      }
      addVector(row, flags, to + at, w, x, number(row, VECTOR + 1), z);
      continue;
    }
    let along = f32x4.mul(s, q);
    let across = f32x4.mul(s, p);
    if (gathers) {
      along = f32x4.add(along, f32x4.mul(g, p));
      across = f32x4.sub(across, f32x4.mul(g, q));
    }
    addVector(
      row,
      flags,
      to + at,
      w,
      f32x4.add(f32x4.sub(f32x4.mul(across, number(row, OWN + 3)), f32x4.mul(along, number(row, OWN))), number(row, VECTOR)),
      f32x4.add(f32x4.sub(f32x4.mul(across, number(row, OWN + 4)), f32x4.mul(along, number(row, OWN + 1))), number(row, VECTOR + 1)),
      f32x4.add(f32x4.sub(f32x4.mul(across, number(row, OWN + 5)), f32x4.mul(along, number(row, OWN + 2))), number(row, VECTOR + 2)),
    );
  }
}

/** A pull to the middle: −S·r/ρ^power with ρ² = r² + soft²; none within the hollow. */
export function pull(row: usize, flags: i32, count: i32, xs: usize, ys: usize, zs: usize, mass: usize, to: usize): void {
  const bytes = <usize>count << 2;
  const power = whole(row, OWN);
  const strength = number(row, OWN + 1);
  const soft = number(row, OWN + 2);
  const hollow = number(row, OWN + 3);
  for (let at: usize = 0; at < bytes; at += 16) {
    const w = weightAt(row, flags, at, mass);
    const x = v128.load(xs + at);
    const y = v128.load(ys + at);
    const z = v128.load(zs + at);
    const square = dot(x, y, z, x, y, z);
    const rho2 = f32x4.add(square, soft);
    let size = strength;
    if (power == 1) size = f32x4.div(strength, f32x4.sqrt(rho2));
    else if (power == 2) size = f32x4.div(strength, rho2);
    else if (power == 3) size = f32x4.div(strength, f32x4.mul(rho2, f32x4.sqrt(rho2)));
    size = v128.and(f32x4.gt(square, hollow), size);
    addVector(row, flags, to + at, w, f32x4.mul(size, x), f32x4.mul(size, y), f32x4.mul(size, z));
  }
}
