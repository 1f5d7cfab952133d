import { addVector, weightAt } from './add';
import { all, NONE } from './lanes';
import { A, ABC, B, BITS, C, FIVE_QUARTERS, HALF, MAGIC, PART, SIGN, SIXTH, SIXTH_OR, THIRD, TWIST, MINUS_TWO_THIRDS, MINUS_TWO_THIRDS_OR } from './numbers';
import { BOUNDED, CORNERS, CURLS, dot, DRIFTS, FOURS, HEARD, LATE, number, OWN, SEND, SIZED, VECTOR, WEIGHTS, WEIGHTY, whole, Y, Z } from './program';

// Noise goes by loops of its own over a piece: first all simplices, then their corners, then what each corner gives. So
// what is near in the program hardly waits for what is near: a processor looks ahead one or two hundred instructions,
// and a simplex with its corners is over four hundred.

// @ts-ignore: decorator
@inline
function corner(at: usize, x: v128, y: v128, z: v128, hash: v128): void {
  v128.store(at, x);
  v128.store(at, y, 16);
  v128.store(at, z, 32);
  v128.store(at, hash, 48);
}

/** One number where a mask is not set, another where it is: given the first, and which bits tell them apart. */
// @ts-ignore: decorator
@inline
function either(one: usize, apart: usize, mask: v128): v128 {
  return v128.xor(all(one), v128.and(mask, all(apart)));
}

/** Lists which fours of a piece hear a row, with their weights; gives where the list ends. */
function listen(row: usize, flags: i32, count: i32, mass: usize): usize {
  const bytes = <usize>count << 2;
  let next = HEARD;
  for (let at: usize = 0; at < bytes; at += 16) {
    const w = weightAt(row, flags, at, mass);
    if (!v128.any_true(w)) continue;
    v128.store(WEIGHTS + at, w);
    store<i32>(next, <i32>at);
    next += 4;
  }
  return next;
}

/**
 * Finds the simplices that the fours of a list are in, in an octave: from their first corner to the particle, and the
 * hash of that corner before it is mixed.
 */
function findSimplices(row: usize, flags: i32, list: usize, end: usize, xs: usize, ys: usize, zs: usize, layer: usize): void {
  const frequency = number(layer, 0);
  const shift = number(layer, 3);
  // Whole numbers as the bits of their floats: what those have in common is taken off the seed.
  const seed = number(layer, 1);
  let to = CORNERS;
  for (let heard = list; heard < end; heard += 4, to += 256) {
    const at = <usize>load<i32>(heard);
    let x = v128.load(xs + at);
    let y = v128.load(ys + at);
    let z = v128.load(zs + at);
    if (flags & DRIFTS) {
      const late = v128.load(LATE + at);
      x = f32x4.sub(f32x4.sub(x, number(row, VECTOR)), f32x4.mul(late, number(row, OWN)));
      y = f32x4.sub(f32x4.sub(y, number(row, VECTOR + 1)), f32x4.mul(late, number(row, OWN + 1)));
      z = f32x4.sub(f32x4.sub(z, number(row, VECTOR + 2)), f32x4.mul(late, number(row, OWN + 2)));
    }
    x = f32x4.add(f32x4.mul(x, frequency), shift);
    y = f32x4.add(f32x4.mul(y, frequency), shift);
    z = f32x4.add(f32x4.mul(z, frequency), shift);
    // Rounded down: to the nearest whole number of what is half less. With MAGIC added, that is what the last bits of a
    // float tell.
    const s = f32x4.sub(f32x4.mul(f32x4.add(f32x4.add(x, y), z), all(THIRD)), all(HALF));
    const magic = all(MAGIC);
    const im = f32x4.add(f32x4.add(x, s), magic);
    const jm = f32x4.add(f32x4.add(y, s), magic);
    const km = f32x4.add(f32x4.add(z, s), magic);
    const i = f32x4.sub(im, magic);
    const j = f32x4.sub(jm, magic);
    const k = f32x4.sub(km, magic);
    const t = f32x4.mul(f32x4.add(f32x4.add(i, j), k), all(SIXTH));
    const hash = i32x4.add(i32x4.add(seed, i32x4.mul(im, all(A))), i32x4.add(i32x4.mul(jm, all(B)), i32x4.mul(km, all(C))));
    corner(to, f32x4.sub(x, f32x4.sub(i, t)), f32x4.sub(y, f32x4.sub(j, t)), f32x4.sub(z, f32x4.sub(k, t)), hash);
  }
}

/** Mixes a hash: that of core/lib/noise/simplex-hash.ts. */
// @ts-ignore: decorator
@inline
function mixed(hash: v128): v128 {
  const h = v128.xor(hash, i32x4.shr_u(hash, 16));
  return i32x4.add(i32x4.mul(h, h), h);
}

/** Finds the other corners of so many simplices, and mixes the hashes of all. */
function findCorners(simplices: usize): void {
  for (let to = CORNERS, end = CORNERS + 256 * simplices; to < end; to += 256) {
    const x = v128.load(to);
    const y = v128.load(to, 16);
    const z = v128.load(to, 32);
    const hash = v128.load(to, 48);
    const a = all(A);
    const b = all(B);
    const c = all(C);
    // Which of them is the largest, and which the smallest: the order of the corners.
    const xy = f32x4.ge(x, y);
    const yz = f32x4.ge(y, z);
    const xz = f32x4.ge(x, z);
    const bits = all(BITS);
    const i1 = v128.and(xy, xz);
    const j1 = v128.andnot(yz, xy);
    const k1 = v128.andnot(bits, v128.or(xz, yz));
    const i2 = v128.andnot(bits, v128.or(xy, xz));
    const j2 = v128.andnot(xy, yz);
    const k2 = v128.and(xz, yz);
    v128.store(to, mixed(hash), 48);
    corner(
      to + 64,
      f32x4.add(x, either(SIXTH, SIXTH_OR, i1)),
      f32x4.add(y, either(SIXTH, SIXTH_OR, j1)),
      f32x4.add(z, either(SIXTH, SIXTH_OR, k1)),
      mixed(i32x4.add(hash, v128.or(v128.or(v128.and(i1, a), v128.and(j1, b)), v128.and(k1, c)))),
    );
    const last = i32x4.add(hash, all(ABC));
    corner(
      to + 128,
      f32x4.add(x, either(MINUS_TWO_THIRDS, MINUS_TWO_THIRDS_OR, i2)),
      f32x4.add(y, either(MINUS_TWO_THIRDS, MINUS_TWO_THIRDS_OR, j2)),
      f32x4.add(z, either(MINUS_TWO_THIRDS, MINUS_TWO_THIRDS_OR, k2)),
      mixed(i32x4.sub(last, v128.or(v128.or(v128.and(i2, a), v128.and(j2, b)), v128.and(k2, c)))),
    );
    const half = all(HALF);
    corner(to + 192, f32x4.sub(x, half), f32x4.sub(y, half), f32x4.sub(z, half), mixed(last));
  }
}

/** Adds what noise comes to for four particles, times their weights. */
// @ts-ignore: decorator
@inline
function deliver(row: usize, flags: i32, weights: v128, to: usize, x: v128, y: v128, z: v128): void {
  if (flags & SIZED) {
    const length = f32x4.sqrt(dot(x, y, z, x, y, z));
    const by = v128.and(f32x4.gt(length, NONE), f32x4.div(number(row, OWN + 5), length));
    x = f32x4.mul(x, by);
    y = f32x4.mul(y, by);
    z = f32x4.mul(z, by);
  }
  addVector(row, flags, to, weights, x, y, z);
}

/** Sums what the corners of the fours of a list give in one octave to those before it, which the last delivers. */
function sumCorners(row: usize, flags: i32, list: usize, end: usize, layer: usize, first: bool, last: bool, out: usize): void {
  const amplitude = f32x4.mul(number(layer, 2), f32x4.splat(<f32>(8.0 * PART)));
  const half = all(HALF);
  const sign = all(SIGN);
  const everywhere = list == FOURS;
  let from = CORNERS;
  for (let heard = list; heard < end; heard += 4) {
    const at = <usize>load<i32>(heard);
    let cx = NONE;
    let cy = NONE;
    let cz = NONE;
    for (const corners = from + 256; from < corners; from += 64) {
      const dx = v128.load(from);
      const dy = v128.load(from, 16);
      const dz = v128.load(from, 32);
      // The highest bits of the hash are signs: of the direction, then of the twist.
      const h = v128.load(from, 48);
      const h2 = i32x4.add(h, h);
      const h4 = i32x4.add(h2, h2);
      const sx = v128.and(h, sign);
      const sy = v128.and(h2, sign);
      const sz = v128.and(h4, sign);
      const p = v128.xor(dx, sx);
      const q = v128.xor(dy, sy);
      const r = v128.xor(dz, sz);
      const along = f32x4.add(f32x4.add(p, q), r);
      const twist = v128.xor(all(TWIST), v128.and(i32x4.add(h4, h4), sign));
      const f = f32x4.pmax(
        NONE,
        f32x4.sub(f32x4.sub(half, f32x4.mul(dx, dx)), f32x4.add(f32x4.mul(dy, dy), f32x4.mul(dz, dz))),
      );
      const f3 = f32x4.mul(f32x4.mul(f, f), f);
      // f³ times each of: the jet, 5/4·f − ½, and along · (p + twist · (r − q)).
      const jet = f32x4.sub(f32x4.mul(f, all(FIVE_QUARTERS)), half);
      const vx = f32x4.add(jet, f32x4.mul(along, f32x4.add(p, f32x4.mul(twist, f32x4.sub(r, q)))));
      const vy = f32x4.add(jet, f32x4.mul(along, f32x4.add(q, f32x4.mul(twist, f32x4.sub(p, r)))));
      const vz = f32x4.add(jet, f32x4.mul(along, f32x4.add(r, f32x4.mul(twist, f32x4.sub(q, p)))));
      cx = f32x4.add(cx, v128.xor(sx, f32x4.mul(f3, vx)));
      cy = f32x4.add(cy, v128.xor(sy, f32x4.mul(f3, vy)));
      cz = f32x4.add(cz, v128.xor(sz, f32x4.mul(f3, vz)));
    }
    cx = f32x4.mul(amplitude, cx);
    cy = f32x4.mul(amplitude, cy);
    cz = f32x4.mul(amplitude, cz);
    if (!first) {
      cx = f32x4.add(v128.load(CURLS + at), cx);
      cy = f32x4.add(v128.load(CURLS + at, Y), cy);
      cz = f32x4.add(v128.load(CURLS + at, Z), cz);
    }
    if (last) deliver(row, flags, everywhere ? number(row, SEND) : v128.load(WEIGHTS + at), out + at, cx, cy, cz);
    else {
      v128.store(CURLS + at, cx);
      v128.store(CURLS + at, cy, Y);
      v128.store(CURLS + at, cz, Z);
    }
  }
}

/**
 * Noise: its octaves stand one after another as frequency, seed, amplitude and shift, the curls of
 * core/lib/noise/simplex.ts.
 */
export function curl(row: usize, flags: i32, count: i32, xs: usize, ys: usize, zs: usize, mass: usize, to: usize): void {
  const everywhere = !(flags & (BOUNDED | WEIGHTY));
  const list = everywhere ? FOURS : HEARD;
  const end = everywhere ? FOURS + (((<usize>count + 3) >> 2) << 2) : listen(row, flags, count, mass);
  const layers = <usize>whole(row, OWN + 3);
  const layersEnd = <usize>whole(row, OWN + 4);
  for (let layer = layers; layer < layersEnd; layer += 16) {
    findSimplices(row, flags, list, end, xs, ys, zs, layer);
    findCorners((end - list) >> 2);
    sumCorners(row, flags, list, end, layer, layer == layers, layer + 16 == layersEnd, to);
  }
}
