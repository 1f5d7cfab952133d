// What all of the kernel is written with: four particles at a time in 32-bit floats.
import { BIAS, EXP, HALF, LEAST, LN2_HIGH, LN2_LOW, LOG2E, MAGIC, MOST, ONE, SERIES, SIXTH } from './numbers';
import { Z } from './program';

export const NONE = f32x4.splat(0);

/** One of numbers.ts, in all lanes. */
// @ts-ignore: decorator
@inline
export function all(number: usize): v128 {
  return v128.load(number);
}

/** One of a row of numbers. */
// @ts-ignore: decorator
@inline
function term(first: usize, which: usize): v128 {
  return v128.load(first + 16 * which);
}

/** One over a length, 0 for 0. */
// @ts-ignore: decorator
@inline
export function over(length: v128): v128 {
  return v128.and(f32x4.gt(length, NONE), f32x4.div(all(ONE), length));
}

/** p·x + c. Sums of powers are taken by pairs, so that one does not wait for the other. */
// @ts-ignore: decorator
@inline
function then(p: v128, x: v128, c: v128): v128 {
  return f32x4.add(f32x4.mul(p, x), c);
}

/** c − p·x. */
// @ts-ignore: decorator
@inline
export function less(c: v128, p: v128, x: v128): v128 {
  return f32x4.sub(c, f32x4.mul(p, x));
}

/** r of z = n·ln 2 − r. */
// @ts-ignore: decorator
@inline
function remainder(z: v128, n: v128): v128 {
  return then(n, all(LN2_LOW), f32x4.sub(f32x4.mul(n, all(LN2_HIGH)), z));
}

/** e^r − 1, r within half of ln 2. */
// @ts-ignore: decorator
@inline
function risen(r: v128): v128 {
  const r2 = f32x4.mul(r, r);
  const high = then(then(term(EXP, 0), r, term(EXP, 1)), r2, then(term(EXP, 2), r, term(EXP, 3)));
  return then(then(high, r2, then(term(EXP, 4), r, all(HALF))), r2, r);
}

/** e^(−z), z not negative. */
// @ts-ignore: decorator
@inline
export function falling(z: v128): v128 {
  const held = f32x4.pmin(all(MOST), z);
  const n = f32x4.nearest(f32x4.mul(held, all(LOG2E)));
  const power = i32x4.shl(i32x4.sub(all(BIAS), f32x4.add(n, all(MAGIC))), 23);
  return f32x4.mul(f32x4.add(risen(remainder(held, n)), all(ONE)), power);
}

/** ψ = (1 − φ) / z with φ = (1 − e^(−z)) / z, below ½, where the differences would lose digits; φ is 1 − z·ψ there. */
// @ts-ignore: decorator
@inline
export function ramped(z: v128): v128 {
  const z2 = f32x4.mul(z, z);
  const low = then(less(term(SERIES, 0), z, term(SERIES, 1)), z2, less(all(HALF), z, all(SIXTH)));
  const high = then(term(SERIES, 4), z2, less(term(SERIES, 2), z, term(SERIES, 3)));
  return then(high, f32x4.mul(z2, z2), low);
}

/** ψ in place of z, and φ two columns further, in so many bytes; for what is small as a rule, which goes by the series alone. */
export function meanRamps(from: usize, bytes: usize): void {
  for (const end = from + bytes; from < end; from += 16) {
    const z = v128.load(from);
    const small = f32x4.lt(z, all(HALF));
    let ramp = NONE;
    let mean = NONE;
    if (!i32x4.all_true(small)) {
      mean = f32x4.div(f32x4.sub(all(ONE), falling(z)), z);
      ramp = f32x4.div(f32x4.sub(all(ONE), mean), z);
    }
    if (v128.any_true(small)) {
      ramp = v128.bitselect(ramped(z), ramp, small);
      mean = v128.bitselect(less(all(ONE), z, ramp), mean, small);
    }
    v128.store(from, ramp);
    v128.store(from, mean, Z);
  }
}

/**
 * (1 − e^(−z)) / z, z not negative, whether small or not. With z = n·ln 2 − r, e^(−z) = 2^(−n)·e^r, so that 1 − e^(−z)
 * = (1 − 2^(−n)) − 2^(−n)·(e^r − 1): no digits are lost.
 */
// @ts-ignore: decorator
@inline
export function meanDecay(z: v128): v128 {
  const held = f32x4.pmin(all(MOST), f32x4.pmax(all(LEAST), z));
  const whole = f32x4.add(f32x4.mul(held, all(LOG2E)), all(MAGIC));
  const n = f32x4.sub(whole, all(MAGIC));
  const power = i32x4.shl(i32x4.sub(all(BIAS), whole), 23);
  const rest = f32x4.mul(power, risen(remainder(held, n)));
  return f32x4.div(f32x4.sub(f32x4.sub(all(ONE), power), rest), f32x4.pmax(all(LEAST), z));
}

/** e^(−z), given (1 − e^(−z)) / z. */
// @ts-ignore: decorator
@inline
export function decayed(z: v128, mean: v128): v128 {
  const small = f32x4.lt(z, all(HALF));
  const near = less(all(ONE), z, mean);
  return i32x4.all_true(small) ? near : v128.bitselect(near, falling(z), small);
}
