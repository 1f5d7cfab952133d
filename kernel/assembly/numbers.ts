// Numbers that loops need, four times each, in memory: there is no room for all of them in registers, and a load is
// quicker than making one anew each time.

import { FOURS, PIECE } from './program';

const FIRST: usize = 1280;

export const ONE: usize = FIRST;
export const HALF: usize = FIRST + 16;
export const THIRD: usize = FIRST + 32;
export const MINUS_TWO_THIRDS: usize = FIRST + 48;
export const SIXTH: usize = FIRST + 64;
export const THREE: usize = FIRST + 80;
/** All bits but the sign. */
export const SIZE: usize = FIRST + 96;
/** Beyond this, places and speeds are as good as infinite in 32 bits: FARTHEST of core/sim/step/block-io.ts. */
export const FARTHEST: usize = FIRST + 112;

/**
 * Of e^(−z): the most it is worked out for, 1 / ln 2, ln 2 in two parts, the polynomial; 1.5 · 2²³, which whole numbers
 * are told from their floats by, and its bits with the bias of an exponent.
 */
export const MOST: usize = FIRST + 128;
export const LOG2E: usize = FIRST + 144;
export const LN2_HIGH: usize = FIRST + 160;
export const LN2_LOW: usize = FIRST + 176;
export const EXP: usize = FIRST + 192;
export const MAGIC: usize = FIRST + 272;
export const BIAS: usize = FIRST + 288;
/** Of means of e^(−z) near 0: 1 / 4!, 1 / 5!, 1 / 6!, 1 / 7!, 1 / 8!. */
export const SERIES: usize = FIRST + 304;

/** Of noise: primes for the corners of the lattice and their sum; ¼ of five; twice a part of a direction; the sign. */
export const A: usize = FIRST + 384;
export const B: usize = FIRST + 400;
export const C: usize = FIRST + 416;
export const ABC: usize = FIRST + 432;
export const FIVE_QUARTERS: usize = FIRST + 448;
export const TWIST: usize = FIRST + 464;
export const SIGN: usize = FIRST + 480;
/** All bits; what tells 1/6 from −5/6, and −2/3 from 1/3. */
export const BITS: usize = FIRST + 496;
export const SIXTH_OR: usize = FIRST + 512;
export const MINUS_TWO_THIRDS_OR: usize = FIRST + 528;
/** As small as nothing where it is divided by. */
export const LEAST: usize = FIRST + 544;

/** Each part of a direction of noise, 1 / √3. */
export const PART: f64 = 0.5773502691896258;

const PRIME_A: i32 = 0x27d4eb2d;
const PRIME_B: i32 = 0x165667b1;
const PRIME_C: i32 = <i32>0x9e3779b1;

function float(at: usize, value: f32): void {
  v128.store(at, f32x4.splat(value));
}

function bits(at: usize, value: i32): void {
  v128.store(at, i32x4.splat(value));
}

function apart(at: usize, one: f32, other: f32): void {
  bits(at, reinterpret<i32>(one) ^ reinterpret<i32>(other));
}

/** Writes them; to be called before all else. */
export function prepare(): void {
  float(ONE, 1);
  float(HALF, 0.5);
  float(THIRD, <f32>(1.0 / 3.0));
  float(MINUS_TWO_THIRDS, <f32>(-2.0 / 3.0));
  float(SIXTH, <f32>(1.0 / 6.0));
  float(THREE, 3);
  bits(SIZE, 0x7fffffff);
  float(FARTHEST, 3.4e38);
  // Cody & Waite: z = n·ln 2 − r; the polynomial is that of Cephes' expf, from memory. Beyond 87 it is 0 to 32 bits.
  float(MOST, 87);
  float(LOG2E, 1.44269504);
  float(LN2_HIGH, 0.693359375);
  float(LN2_LOW, -2.1219444e-4);
  float(EXP, 1.98756915e-4);
  float(EXP + 16, 1.3981999507e-3);
  float(EXP + 32, 8.3334519073e-3);
  float(EXP + 48, 4.1665795894e-2);
  float(EXP + 64, 1.6666665459e-1);
  float(MAGIC, 12582912);
  bits(BIAS, 0x4b400000 + 127);
  float(SERIES, <f32>(1.0 / 24.0));
  float(SERIES + 16, <f32>(1.0 / 120.0));
  float(SERIES + 32, <f32>(1.0 / 720.0));
  float(SERIES + 48, <f32>(1.0 / 5040.0));
  float(SERIES + 64, <f32>(1.0 / 40320.0));
  bits(A, PRIME_A);
  bits(B, PRIME_B);
  bits(C, PRIME_C);
  bits(ABC, PRIME_A + PRIME_B + PRIME_C);
  float(FIVE_QUARTERS, 1.25);
  float(TWIST, <f32>(2.0 * PART));
  bits(SIGN, <i32>0x80000000);
  bits(BITS, -1);
  apart(SIXTH_OR, <f32>(1.0 / 6.0), <f32>(-5.0 / 6.0));
  float(LEAST, 1e-30);
  apart(MINUS_TWO_THIRDS_OR, <f32>(-2.0 / 3.0), <f32>(1.0 / 3.0));
  for (let four = 0; four < PIECE / 4; four++) store<i32>(FOURS + (<usize>four << 2), four << 4);
}
