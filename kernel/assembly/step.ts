import { pull, same, see, slow, vortex, weigh } from './fields';
import { all, decayed, less, meanRamps, NONE, ramped } from './lanes';
import { FARTHEST, HALF, ONE, SIZE } from './numbers';
import { curl } from './noise';
import { addExtra, column, narrow } from './others';
import {
  ACCELERATION, ALIKE, BEGIN, BIRTH, BOUNDED, CARRIES, CURL, dot, DRAG, DRIFTED, DYING, END, EXTRA, EXTRA_CARRIES, EVEN_ACCELERATION,
  EVEN_MEDIUM, EVEN_QUADRATIC, EVEN_RATE, FLAGS, KIND, LATE, LIFE, LOCAL, MASS, MEDIUM, MOVED, number, PIECE, PULL,
  QUADRATIC, RATE, ROW, ROWS, ROWS_END, SAME, SETTLED, SLOW, SPARE, SQUARES, STEP, TARGET, VORTEX, whole, Y, Z,
} from './program';

// @ts-ignore: decorator
@inline
function fillVector(program: usize, word: usize, at: usize): void {
  v128.store(at, number(program, word));
  v128.store(at, number(program, word + 1), Y);
  v128.store(at, number(program, word + 2), Z);
}

/**
 * Sums all rows of a program for a piece of the particles, by where their places and masses stand. LATE and RATE are
 * there; what else is summed begins with what is the same for all; the velocity of the medium only where it is asked
 * for.
 */
function sumPiece(program: usize, count: i32, xs: usize, ys: usize, zs: usize, mass: usize, medium: bool): void {
  const bytes = <usize>count << 2;
  const squares = whole(program, SQUARES);
  for (let at: usize = 0; at < bytes; at += 16) {
    fillVector(program, EVEN_ACCELERATION, ACCELERATION + at);
    if (medium) fillVector(program, EVEN_MEDIUM, MEDIUM + at);
    if (squares) v128.store(QUADRATIC + at, number(program, EVEN_QUADRATIC));
  }
  const end = <usize>whole(program, ROWS_END);
  let heard = true;
  for (let row = <usize>whole(program, ROWS); row < end; row += ROW) {
    const flags = whole(row, FLAGS);
    let x = xs;
    let y = ys;
    let z = zs;
    if (flags & MOVED) {
      if (!(flags & ALIKE)) see(row, flags, count, xs, ys, zs);
      x = LOCAL;
      y = LOCAL + Y;
      z = LOCAL + Z;
    }
    if (!(flags & ALIKE)) heard = flags & BOUNDED ? weigh(row, flags, count, x, y, z) : true;
    if (!heard) continue;
    const kind = whole(row, KIND);
    const to = <usize>whole(row, TARGET);
    if (kind == CURL) curl(row, flags, count, x, y, z, mass, to);
    else if (kind == VORTEX) vortex(row, flags, count, x, y, z, mass, to);
    else if (kind == PULL) pull(row, flags, count, x, y, z, mass, to);
    else if (kind == SAME) same(row, flags, count, mass, to);
    else if (kind == SLOW) slow(row, count);
  }
}

/** Sums of up to a piece of particles whose places, masses and LATE are written; of drag, what fields say. */
export function sum(program: usize, count: i32): void {
  const bytes = <usize>count << 2;
  for (let at: usize = 0; at < bytes; at += 16) v128.store(RATE + at, number(program, EVEN_RATE));
  sumPiece(program, count, column(0), column(1), column(2), column(MASS), true);
}

/**
 * How much later than that of the others the middle of each particle’s step is, and how long the step lasts, seconds;
 * and its own drag over its mass beside what drag is the same for all.
 */
function begin(program: usize, count: i32, start: usize): void {
  const from = v128.load64_splat(BEGIN);
  const to = v128.load64_splat(END);
  const settled = load<i32>(SETTLED);
  const step = narrow(f64x2.sub(to, from), f64x2.sub(to, from));
  const half = all(HALF);
  const even = number(program, EVEN_RATE);
  const mass = column(MASS) + start;
  const drag = column(DRAG) + start;
  const bytes = <usize>count << 2;
  let birth = column(BIRTH) + 2 * start;
  for (let at: usize = 0; at < bytes; at += 16, birth += 32) {
    if (settled) {
      v128.store(LATE + at, NONE);
      v128.store(STEP + at, step);
    } else {
      const a = f64x2.pmax(from, v128.load(birth));
      const b = f64x2.pmax(from, v128.load(birth, 16));
      v128.store(LATE + at, f32x4.mul(half, narrow(f64x2.sub(a, from), f64x2.sub(b, from))));
      v128.store(STEP + at, narrow(f64x2.sub(to, a), f64x2.sub(to, b)));
    }
    v128.store(RATE + at, f32x4.add(f32x4.div(v128.load(drag + at), v128.load(mass + at)), even));
  }
}

/** Where each particle drifts to in half of its step as it goes: there its fields are summed. */
function drift(count: i32, start: usize): void {
  const bytes = <usize>count << 2;
  const half = all(HALF);
  for (let at: usize = 0; at < bytes; at += 16) {
    const h = f32x4.mul(half, v128.load(STEP + at));
    v128.store(DRIFTED + at, along(column(0) + start + at, column(3) + start + at, h));
    v128.store(DRIFTED + at, along(column(1) + start + at, column(4) + start + at, h), Y);
    v128.store(DRIFTED + at, along(column(2) + start + at, column(5) + start + at, h), Z);
  }
}

/** Places so much further along velocities. */
// @ts-ignore: decorator
@inline
function along(place: usize, velocity: usize, seconds: v128): v128 {
  return f32x4.add(v128.load(place), f32x4.mul(v128.load(velocity), seconds));
}

// @ts-ignore: decorator
@inline
function sizeOf(x: v128, y: v128, z: v128): v128 {
  return f32x4.sqrt(dot(x, y, z, x, y, z));
}

/** The sum of the sizes of the parts of a vector. */
// @ts-ignore: decorator
@inline
function far(x: v128, y: v128, z: v128): v128 {
  const size = all(SIZE);
  return f32x4.add(f32x4.add(v128.and(x, size), v128.and(y, size)), v128.and(z, size));
}

/**
 * Where the velocity of the medium stands, by columns of a piece: LOCAL is free by then, and holds what is the same for
 * all.
 */
function mediumOf(program: usize, carries: bool): usize {
  if (carries) return MEDIUM;
  fillVector(program, EVEN_MEDIUM, LOCAL);
  return LOCAL;
}

/**
 * How places in a piece are masked to find the medium's velocity there: where it is the same for all, it stands at the
 * beginning.
 */
// @ts-ignore: decorator
@inline
function maskOf(medium: usize): usize {
  return medium == MEDIUM ? <usize>-1 : 0;
}

/**
 * The velocity that one becomes beside that of the medium: what is left of it, and what an acceleration adds. Or the
 * way, where a way takes the place of the medium’s velocity.
 */
// @ts-ignore: decorator
@inline
function moved(beside: v128, medium: v128, decay: v128, push: v128, acceleration: v128): v128 {
  return f32x4.add(medium, f32x4.add(f32x4.mul(beside, decay), f32x4.mul(push, acceleration)));
}

/**
 * Adds to the rates of a piece what drag by the square comes to at the middle of the step: its rate times how fast
 * particles are then, beside the medium.
 */
function slowBySquare(medium: usize, count: i32, start: usize): void {
  const bytes = <usize>count << 2;
  const own = maskOf(medium);
  const half = all(HALF);
  for (let at: usize = 0; at < bytes; at += 16) {
    const q = v128.load(QUADRATIC + at);
    const h = f32x4.mul(half, v128.load(STEP + at));
    const speed = sizeOf(
      f32x4.sub(v128.load(column(3) + start + at), v128.load(medium + (at & own))),
      f32x4.sub(v128.load(column(4) + start + at), v128.load(medium + (at & own), Y)),
      f32x4.sub(v128.load(column(5) + start + at), v128.load(medium + (at & own), Z)),
    );
    v128.store(SPARE + at, f32x4.mul(f32x4.add(f32x4.pmax(NONE, v128.load(RATE + at)), f32x4.mul(q, speed)), h));
    v128.store(SPARE + Y + at, v128.load(SPARE + at));
  }
  meanRamps(SPARE, bytes);
  for (let at: usize = 0; at < bytes; at += 16) {
    const mean = v128.load(SPARE + at, Z);
    const decay = decayed(v128.load(SPARE + Y + at), mean);
    const push = f32x4.mul(mean, f32x4.mul(half, v128.load(STEP + at)));
    const speed = sizeOf(
      f32x4.add(
        f32x4.mul(f32x4.sub(v128.load(column(3) + start + at), v128.load(medium + (at & own))), decay),
        f32x4.mul(push, v128.load(ACCELERATION + at)),
      ),
      f32x4.add(
        f32x4.mul(f32x4.sub(v128.load(column(4) + start + at), v128.load(medium + (at & own), Y)), decay),
        f32x4.mul(push, v128.load(ACCELERATION + at, Y)),
      ),
      f32x4.add(
        f32x4.mul(f32x4.sub(v128.load(column(5) + start + at), v128.load(medium + (at & own), Z)), decay),
        f32x4.mul(push, v128.load(ACCELERATION + at, Z)),
      ),
    );
    // Where there is none of it, whatever the half step comes to counts for nothing.
    const q = v128.load(QUADRATIC + at);
    v128.store(RATE + at, f32x4.add(f32x4.pmax(NONE, v128.load(RATE + at)), v128.and(f32x4.gt(q, NONE), f32x4.mul(q, speed))));
  }
}

/**
 * The step of core/sim/step/integrate.ts: velocities and places, in place, from what is summed. What is beyond all
 * bounds keeps its place and is marked by a velocity that no particle has, NaN; true where any is.
 */
function integrate(program: usize, count: i32, start: usize, carries: bool): bool {
  const xs = column(0) + start;
  const ys = column(1) + start;
  const zs = column(2) + start;
  const vxs = column(3) + start;
  const vys = column(4) + start;
  const vzs = column(5) + start;
  const bytes = <usize>count << 2;
  const medium = mediumOf(program, carries);
  const own = maskOf(medium);
  if (whole(program, SQUARES)) slowBySquare(medium, count, start);
  let large = NONE;
  for (let at: usize = 0; at < bytes; at += 16) {
    const z = f32x4.mul(f32x4.pmax(NONE, v128.load(RATE + at)), v128.load(STEP + at));
    v128.store(SPARE + at, z);
    v128.store(SPARE + Y + at, z);
    large = v128.or(large, f32x4.ge(z, all(HALF)));
  }
  const slight = !v128.any_true(large);
  if (!slight) meanRamps(SPARE, bytes);
  let lost = false;
  for (let at: usize = 0; at < bytes; at += 16) {
    const dt = v128.load(STEP + at);
    const z = v128.load(SPARE + Y + at);
    const ramp = slight ? ramped(z) : v128.load(SPARE + at);
    const mean = slight ? less(all(ONE), z, ramp) : v128.load(SPARE + at, Z);
    const decay = slight ? less(all(ONE), z, mean) : decayed(z, mean);
    const push = f32x4.mul(mean, dt);
    const drop = f32x4.mul(ramp, f32x4.mul(dt, dt));
    const ux = v128.load(medium + (at & own));
    const uy = v128.load(medium + (at & own), Y);
    const uz = v128.load(medium + (at & own), Z);
    const ax = v128.load(ACCELERATION + at);
    const ay = v128.load(ACCELERATION + at, Y);
    const az = v128.load(ACCELERATION + at, Z);
    const bx = f32x4.sub(v128.load(vxs + at), ux);
    const by = f32x4.sub(v128.load(vys + at), uy);
    const bz = f32x4.sub(v128.load(vzs + at), uz);
    const rx = moved(bx, ux, decay, push, ax);
    const ry = moved(by, uy, decay, push, ay);
    const rz = moved(bz, uz, decay, push, az);
    const x0 = v128.load(xs + at);
    const y0 = v128.load(ys + at);
    const z0 = v128.load(zs + at);
    const x = f32x4.add(x0, moved(bx, f32x4.mul(ux, dt), push, drop, ax));
    const y = f32x4.add(y0, moved(by, f32x4.mul(uy, dt), push, drop, ay));
    const w = f32x4.add(z0, moved(bz, f32x4.mul(uz, dt), push, drop, az));
    // Of what is not a number or too large for one, a sum less itself is none.
    const sum = f32x4.add(f32x4.add(f32x4.add(x, y), f32x4.add(w, rx)), f32x4.add(ry, rz));
    const left = f32x4.sub(sum, sum);
    let beyond = NONE;
    if (v128.any_true(f32x4.ne(left, left)))
      // Floats that are not negative are in the order of their bits; NaN is beyond all of them.
      beyond = i32x4.ge_s(i32x4.max_s(far(x, y, w), far(rx, ry, rz)), all(FARTHEST));
    if (!v128.any_true(beyond)) {
      v128.store(xs + at, x);
      v128.store(ys + at, y);
      v128.store(zs + at, w);
      v128.store(vxs + at, rx);
    } else {
      v128.store(xs + at, v128.bitselect(x0, x, beyond));
      v128.store(ys + at, v128.bitselect(y0, y, beyond));
      v128.store(zs + at, v128.bitselect(z0, w, beyond));
      v128.store(vxs + at, v128.bitselect(f32x4.splat(f32.NaN), rx, beyond));
      // Beyond the last of them is whatever there is.
      const which = i32x4.add(i32x4.splat(<i32>at >> 2), i32x4(0, 1, 2, 3));
      if (v128.any_true(v128.and(beyond, i32x4.lt_s(which, i32x4.splat(count))))) lost = true;
    }
    v128.store(vys + at, ry);
    v128.store(vzs + at, rz);
  }
  return lost;
}

/** Lists slots of a piece that have come to the end of their life at the end of the step; gives where the list ends. */
function dying(count: i32, first: i32, list: usize): usize {
  const now = v128.load64_splat(END);
  let birth = column(BIRTH) + (<usize>first << 3);
  let life = column(LIFE) + (<usize>first << 2);
  for (let i = 0; i < count; i += 2, birth += 16, life += 8) {
    const dead = f64x2.ge(f64x2.sub(now, v128.load(birth)), f64x2.promote_low_f32x4(v128.load64_zero(life)));
    if (!v128.any_true(dead)) continue;
    if (i64x2.extract_lane(dead, 0)) {
      store<i32>(list, first + i);
      list += 4;
    }
    if (i64x2.extract_lane(dead, 1) && i + 1 < count) {
      store<i32>(list, first + i + 1);
      list += 4;
    }
  }
  return list;
}

/**
 * The step of so many particles: DYING gets the slots of those that come to the end of their life, and how many is
 * given; less 2³¹ where any has left all bounds.
 */
export function step(program: usize, count: i32): i32 {
  const list = <usize>load<i32>(DYING);
  const extra = load<i32>(EXTRA) != 0;
  const carries = whole(program, CARRIES) != 0 || (extra && load<i32>(EXTRA_CARRIES) != 0);
  let next = list;
  let lost = false;
  for (let first = 0; first < count; first += PIECE) {
    const start = <usize>first << 2;
    const part = min(PIECE, count - first);
    begin(program, part, start);
    drift(part, start);
    const mass = column(MASS) + start;
    sumPiece(program, part, DRIFTED, DRIFTED + Y, DRIFTED + Z, mass, carries);
    if (extra) addExtra(part, first);
    if (integrate(program, part, start, carries)) lost = true;
    if (!load<i32>(SETTLED)) next = dying(part, first, next);
  }
  return (<i32>(next - list) >> 2) | (lost ? i32.MIN_VALUE : 0);
}
