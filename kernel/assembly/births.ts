import {
  ALONG,
  ANY_WAY,
  AT,
  CONE,
  DESCRIPTOR,
  DIRECTION,
  DRAG,
  FLAGS,
  LIFE,
  MASS,
  OPENING,
  PICKS,
  POSITION,
  ROTATION,
  SCALE,
  SHAPE,
  SIZE,
  SIZES,
  SPEED,
  STREAM,
} from './births-layout';
import { all, NONE, over } from './lanes';
import { HALF, ONE } from './numbers';
import { dot, number, whole } from './program';

// Where and how particles begin: core/sim/step/spawner.ts and core/sim/step/newborn-writer.ts for emitters of which
// nothing unusual is asked. By columns of a block: luck, places in the emitter's own frame, the ways they leave, and
// what else is drawn.

const COLUMN: usize = 4096;
const X: usize = COLUMN;
const V: usize = 4 * COLUMN;
const NUMBERS: usize = 7 * COLUMN;
const LUCK: usize = 11 * COLUMN;

const BOX: i32 = 0;
const BALL: i32 = 1;
const DISC: i32 = 2;

const ALONG_DIRECTION: i32 = 0;
const ALONG_NORMAL: i32 = 1;
const ALONG_TANGENT: i32 = 2;

const SPREADS: i32 = 1;
const SURFACE: i32 = 2;

/** core/lib/random/lookup.ts: the hash, four at a time. */
// @ts-ignore: decorator
@inline
function mix(hash: v128): v128 {
  let h = v128.xor(hash, i32x4.shr_u(hash, 16));
  h = i32x4.mul(h, i32x4.splat(0x7feb352d));
  h = v128.xor(h, i32x4.shr_u(h, 15));
  h = i32x4.mul(h, i32x4.splat(<i32>0x846ca68b));
  return v128.xor(h, i32x4.shr_u(h, 16));
}

/** The hash of a particle's luck for a purpose. */
// @ts-ignore: decorator
@inline
function drawnBits(luck: v128, purpose: i32): v128 {
  return mix(v128.xor(luck, i32x4.splat(purpose * <i32>0x85ebca6b)));
}

/** A hash as a number from 0 to 1: to 24 bits of what it is, however small that is. */
// @ts-ignore: decorator
@inline
function part(bits: v128): v128 {
  return f32x4.mul(f32x4.convert_i32x4_u(bits), f32x4.splat(<f32>(1.0 / 4294967296.0)));
}

/** What it leaves of 1, as closely. */
// @ts-ignore: decorator
@inline
function rest(bits: v128): v128 {
  return part(v128.not(bits));
}

// @ts-ignore: decorator
@inline
function draw(luck: v128, purpose: i32): v128 {
  return part(drawnBits(luck, purpose));
}

/** Sine and cosine within an eighth of a turn: the polynomials of Cephes' sinf and cosf, from memory. */
// @ts-ignore: decorator
@inline
function nearSine(x: v128): v128 {
  const z = f32x4.mul(x, x);
  const p = f32x4.add(f32x4.mul(f32x4.add(f32x4.mul(f32x4.splat(-1.9515295891e-4), z), f32x4.splat(8.3321608736e-3)), z), f32x4.splat(-1.6666654611e-1));
  return f32x4.add(f32x4.mul(f32x4.mul(p, z), x), x);
}

// @ts-ignore: decorator
@inline
function nearCosine(x: v128): v128 {
  const z = f32x4.mul(x, x);
  const p = f32x4.add(f32x4.mul(f32x4.add(f32x4.mul(f32x4.splat(2.443315711809948e-5), z), f32x4.splat(-1.388731625493765e-3)), z), f32x4.splat(4.166664568298827e-2));
  return f32x4.add(f32x4.sub(f32x4.mul(f32x4.mul(p, z), z), f32x4.mul(z, f32x4.splat(0.5))), f32x4.splat(1));
}

/** Cosine (`ahead` 1) or sine (0) of a hash as a part of a whole turn. */
// @ts-ignore: decorator
@inline
function wave(bits: v128, ahead: i32): v128 {
  // The nearest quarter, and what is beyond it.
  const n = i32x4.shr_u(i32x4.add(bits, i32x4.splat(0x20000000)), 30);
  const x = f32x4.mul(f32x4.convert_i32x4_s(i32x4.sub(bits, i32x4.shl(n, 30))), f32x4.splat(<f32>(6.283185307179586 / 4294967296.0)));
  const which = i32x4.add(n, i32x4.splat(ahead));
  const odd = i32x4.ne(v128.and(which, i32x4.splat(1)), i32x4.splat(0));
  const sign = i32x4.shl(v128.and(which, i32x4.splat(2)), 30);
  return v128.xor(v128.bitselect(nearCosine(x), nearSine(x), odd), sign);
}

/** Cube root of what is 0 … 1: a third of the exponent, by the bits, then Newton's steps. */
// @ts-ignore: decorator
@inline
function cubeRoot(a: v128): v128 {
  const third = f32x4.splat(<f32>(1.0 / 3.0));
  let r = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.convert_i32x4_s(a), third), f32x4.splat(709921077)));
  for (let i = 0; i < 3; i++) r = f32x4.mul(third, f32x4.add(f32x4.add(r, r), f32x4.div(a, f32x4.mul(r, r))));
  return v128.and(r, f32x4.gt(a, NONE));
}

/**
 * The sine of what has a cosine of so much less than 1; `most` is the most that can be less, `left` what is left of 1
 * where that is met by a part.
 */
// @ts-ignore: decorator
@inline
function acrossBy(less: v128, most: v128, left: v128): v128 {
  // 2 − less = (2 − most) + most · left, without losing digits where less is near 2.
  return f32x4.sqrt(f32x4.mul(less, f32x4.add(f32x4.sub(f32x4.splat(2), most), f32x4.mul(most, left))));
}

// @ts-ignore: decorator
@inline
function put(at: usize, x: v128, y: v128, z: v128): void {
  v128.store(at, x);
  v128.store(at + COLUMN, y);
  v128.store(at + 2 * COLUMN, z);
}

function drawLuck(at: usize, bytes: usize): void {
  const stream = v128.load32_splat(DESCRIPTOR + 4 * STREAM);
  for (const end = at + bytes; at < end; at += 16)
    v128.store(at + LUCK, mix(i32x4.add(stream, i32x4.mul(v128.load(at), i32x4.splat(<i32>0x9e3779b1)))));
}

/** Places in the emitter's own frame; and the normals or tangents there, where particles leave along those. */
function drawPlaces(at: usize, bytes: usize): void {
  const shape = whole(DESCRIPTOR, SHAPE);
  const along = whole(DESCRIPTOR, ALONG);
  const surface = (whole(DESCRIPTOR, FLAGS) & SURFACE) != 0;
  const one = all(ONE);
  for (const end = at + bytes; at < end; at += 16) {
    const luck = v128.load(at + LUCK);
    const first = drawnBits(luck, whole(DESCRIPTOR, PICKS));
    const second = drawnBits(luck, whole(DESCRIPTOR, PICKS + 1));
    const a = part(first);
    if (shape == BALL) {
      const y = f32x4.sub(a, rest(first));
      const ring = acrossBy(f32x4.add(a, a), f32x4.splat(2), rest(first));
      const x = f32x4.mul(ring, wave(second, 1));
      const z = f32x4.mul(ring, wave(second, 0));
      let r = number(DESCRIPTOR, SIZES);
      if (!surface) r = f32x4.mul(r, cubeRoot(draw(luck, whole(DESCRIPTOR, PICKS + 2))));
      put(at + X, f32x4.mul(r, x), f32x4.mul(r, y), f32x4.mul(r, z));
      if (along == ALONG_NORMAL) put(at + V, x, y, z);
      else if (along == ALONG_TANGENT) {
        // Along the parallel, eastwards.
        const flat = f32x4.sqrt(f32x4.add(f32x4.mul(x, x), f32x4.mul(z, z)));
        const by = over(flat);
        put(at + V, v128.bitselect(f32x4.mul(z, by), one, f32x4.gt(flat, NONE)), NONE, f32x4.neg(f32x4.mul(x, by)));
      }
      continue;
    }
    if (shape == BOX) {
      const half = all(HALF);
      put(
        at + X,
        f32x4.mul(number(DESCRIPTOR, SIZES), f32x4.sub(a, half)),
        f32x4.mul(number(DESCRIPTOR, SIZES + 1), f32x4.sub(part(second), half)),
        f32x4.mul(number(DESCRIPTOR, SIZES + 2), f32x4.sub(draw(luck, whole(DESCRIPTOR, PICKS + 2)), half)),
      );
    } else if (shape == DISC) {
      const r = f32x4.mul(number(DESCRIPTOR, SIZES), f32x4.sqrt(a));
      put(at + X, f32x4.mul(r, wave(second, 1)), NONE, f32x4.mul(r, wave(second, 0)));
    }
    if (along == ALONG_NORMAL) put(at + V, NONE, one, NONE);
    else if (along == ALONG_TANGENT) put(at + V, one, NONE, NONE);
  }
}

// @ts-ignore: decorator
@inline
function turned(x: v128, y: v128, z: v128, row: usize): v128 {
  return dot(x, y, z, number(DESCRIPTOR, ROTATION + row), number(DESCRIPTOR, ROTATION + row + 1), number(DESCRIPTOR, ROTATION + row + 2));
}

/** Brings places into the world, and the ways along which particles leave. */
function place(at: usize, bytes: usize): void {
  const along = whole(DESCRIPTOR, ALONG);
  const scale = number(DESCRIPTOR, SCALE);
  for (const end = at + bytes; at < end; at += 16) {
    const x = v128.load(at + X);
    const y = v128.load(at + X + COLUMN);
    const z = v128.load(at + X + 2 * COLUMN);
    const wx = turned(x, y, z, 0);
    const wy = turned(x, y, z, 3);
    const wz = turned(x, y, z, 6);
    put(
      at + X,
      f32x4.add(number(DESCRIPTOR, POSITION), f32x4.mul(scale, wx)),
      f32x4.add(number(DESCRIPTOR, POSITION + 1), f32x4.mul(scale, wy)),
      f32x4.add(number(DESCRIPTOR, POSITION + 2), f32x4.mul(scale, wz)),
    );
    if (along == ALONG_DIRECTION) put(at + V, number(DESCRIPTOR, DIRECTION), number(DESCRIPTOR, DIRECTION + 1), number(DESCRIPTOR, DIRECTION + 2));
    else if (along == ALONG_NORMAL || along == ALONG_TANGENT) {
      const ax = v128.load(at + V);
      const ay = v128.load(at + V + COLUMN);
      const az = v128.load(at + V + 2 * COLUMN);
      put(at + V, turned(ax, ay, az, 0), turned(ax, ay, az, 3), turned(ax, ay, az, 6));
    } else {
      // Outwards from the middle; any way from there.
      const length = f32x4.sqrt(dot(x, y, z, x, y, z));
      const by = over(length);
      let ax = f32x4.mul(wx, by);
      let ay = f32x4.mul(wy, by);
      let az = f32x4.mul(wz, by);
      const middle = f32x4.eq(length, NONE);
      if (v128.any_true(middle)) {
        const luck = v128.load(at + LUCK);
        const bits = drawnBits(luck, whole(DESCRIPTOR, ANY_WAY));
        const turn = drawnBits(luck, whole(DESCRIPTOR, ANY_WAY + 1));
        const c = f32x4.sub(rest(bits), part(bits));
        const s = acrossBy(f32x4.add(part(bits), part(bits)), f32x4.splat(2), rest(bits));
        ax = v128.bitselect(f32x4.mul(s, wave(turn, 1)), ax, middle);
        ay = v128.bitselect(f32x4.mul(s, wave(turn, 0)), ay, middle);
        az = v128.bitselect(c, az, middle);
      }
      put(at + V, ax, ay, az);
    }
  }
}

/** Spreads ways over a cone about them: inCone of core/sim/step/newborn-writer.ts. */
function spread(at: usize, bytes: usize): void {
  const one = all(ONE);
  const opening = number(DESCRIPTOR, OPENING);
  for (const end = at + bytes; at < end; at += 16) {
    const luck = v128.load(at + LUCK);
    const bits = drawnBits(luck, whole(DESCRIPTOR, CONE));
    const less = f32x4.mul(part(bits), opening);
    const c = f32x4.sub(one, less);
    const s = acrossBy(less, opening, rest(bits));
    const turn = drawnBits(luck, whole(DESCRIPTOR, CONE + 1));
    const p = f32x4.mul(s, wave(turn, 1));
    const q = f32x4.mul(s, wave(turn, 0));
    // A frame about the axis (Duff et al. 2017, JCGT 6(1)).
    const x = v128.load(at + V);
    const y = v128.load(at + V + COLUMN);
    const z = v128.load(at + V + 2 * COLUMN);
    const sign = v128.bitselect(f32x4.neg(one), one, f32x4.lt(z, NONE));
    const a = f32x4.div(f32x4.neg(one), f32x4.add(sign, z));
    const b = f32x4.mul(f32x4.mul(x, y), a);
    put(
      at + V,
      f32x4.add(f32x4.add(f32x4.mul(c, x), f32x4.mul(p, f32x4.add(one, f32x4.mul(f32x4.mul(sign, a), f32x4.mul(x, x))))), f32x4.mul(q, b)),
      f32x4.add(f32x4.add(f32x4.mul(c, y), f32x4.mul(p, f32x4.mul(sign, b))), f32x4.mul(q, f32x4.add(sign, f32x4.mul(a, f32x4.mul(y, y))))),
      f32x4.sub(f32x4.sub(f32x4.mul(c, z), f32x4.mul(p, f32x4.mul(sign, x))), f32x4.mul(q, y)),
    );
  }
}

/** A number that varies evenly about a value, no less than its least. */
// @ts-ignore: decorator
@inline
function drawn(what: usize, luck: v128): v128 {
  const value = number(DESCRIPTOR, what);
  const variance = load<f32>(DESCRIPTOR + 4 * (what + 1));
  if (variance == 0) return f32x4.pmax(number(DESCRIPTOR, what + 3), value);
  const u = draw(luck, whole(DESCRIPTOR, what + 2));
  return f32x4.pmax(number(DESCRIPTOR, what + 3), f32x4.add(value, f32x4.mul(f32x4.splat(variance), f32x4.sub(f32x4.add(u, u), all(ONE)))));
}

function drawNumbers(at: usize, bytes: usize): void {
  for (const end = at + bytes; at < end; at += 16) {
    const luck = v128.load(at + LUCK);
    const speed = drawn(SPEED, luck);
    put(
      at + V,
      f32x4.mul(speed, v128.load(at + V)),
      f32x4.mul(speed, v128.load(at + V + COLUMN)),
      f32x4.mul(speed, v128.load(at + V + 2 * COLUMN)),
    );
    v128.store(at + NUMBERS, drawn(LIFE, luck));
    v128.store(at + NUMBERS + COLUMN, drawn(MASS, luck));
    v128.store(at + NUMBERS + 2 * COLUMN, drawn(DRAG, luck));
    v128.store(at + NUMBERS + 3 * COLUMN, drawn(SIZE, luck));
  }
}

/** Fills the columns of up to a block of newborn particles whose numbers are written. */
export function spawn(count: i32): void {
  const at = <usize>whole(DESCRIPTOR, AT);
  const bytes = <usize>count << 2;
  drawLuck(at, bytes);
  drawPlaces(at, bytes);
  place(at, bytes);
  if (whole(DESCRIPTOR, FLAGS) & SPREADS) spread(at, bytes);
  drawNumbers(at, bytes);
}
