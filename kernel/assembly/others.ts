import { ACCELERATION, BEGIN, BIRTH, COLUMNS, DOUBLES, END, EXTRA, EXTRA_CARRIES, LOOKED, MIDDLE, Y } from './program';

// Between the kernel and the plain routines, which sum what it does not know: those work in doubles.

// @ts-ignore: decorator
@inline
export function narrow(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(f32x4.demote_f64x2_zero(a), f32x4.demote_f64x2_zero(b), 0, 1, 4, 5);
}

// @ts-ignore: decorator
@inline
export function column(which: usize): usize {
  return <usize>load<i32>(COLUMNS + 4 * which);
}

/** Adds what others have summed to the sums of a piece, the one that begins with so many’th of the block. */
export function addExtra(count: i32, first: i32): void {
  const from = <usize>load<i32>(EXTRA) + (<usize>first << 3);
  const bytes = <usize>count << 2;
  const columns: i32 = load<i32>(EXTRA_CARRIES) ? 6 : 3;
  // The velocity of the medium comes after the acceleration, here as there.
  for (let c = 0; c < columns; c++) {
    const to = ACCELERATION + <usize>c * Y;
    const own = from + <usize>c * DOUBLES;
    for (let at: usize = 0; at < bytes; at += 16)
      v128.store(to + at, f32x4.add(v128.load(to + at), narrow(v128.load(own + 2 * at), v128.load(own + 2 * at, 16))));
  }
}

/** The columns of a block, in their order there. */
const TIME: usize = 9;
const STEP: usize = 10;
const AGE: usize = 11;
const BEFORE: usize = 12;

/** Takes a column of 32 bits as doubles. */
function widen(count: i32, from: usize, to: usize): void {
  const bytes = <usize>count << 2;
  for (let at: usize = 0; at < bytes; at += 8) v128.store(to + 2 * at, f64x2.promote_low_f32x4(v128.load64_zero(from + at)));
}

/**
 * Writes a block as the plain routines sum it: in the middle of the step, where each particle drifts to as it goes
 * (core/sim/step/sum-at-middle.ts). Up to one particle after them holds rubbish.
 */
export function look(count: i32): void {
  const to = <usize>load<i32>(LOOKED);
  for (let c: usize = 3; c < 9; c++) widen(count, column(c), to + c * DOUBLES);
  for (let axis: usize = 0; axis < 3; axis++) widen(count, column(axis), to + (BEFORE + axis) * DOUBLES);
  const begin = v128.load64_splat(BEGIN);
  const end = v128.load64_splat(END);
  const middle = v128.load64_splat(MIDDLE);
  const half = f64x2.splat(0.5);
  const bytes = <usize>count << 3;
  const birth = column(BIRTH);
  for (let at: usize = 0; at < bytes; at += 16) {
    const born = v128.load(birth + at);
    const from = f64x2.pmax(begin, born);
    const step = f64x2.sub(end, from);
    const later = f64x2.mul(half, step);
    v128.store(to + TIME * DOUBLES + at, v128.bitselect(f64x2.add(from, later), middle, f64x2.gt(born, begin)));
    v128.store(to + STEP * DOUBLES + at, step);
    v128.store(to + AGE * DOUBLES + at, f64x2.add(f64x2.sub(from, born), later));
    for (let axis: usize = 0; axis < 3; axis++) {
      const place = to + axis * DOUBLES + at;
      v128.store(place, f64x2.add(v128.load(place + BEFORE * DOUBLES), f64x2.mul(v128.load(place + 3 * DOUBLES), later)));
    }
  }
}
