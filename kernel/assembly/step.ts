import { decayed, meanDecay, NONE, Y, Z } from './lanes';

/** Beyond this, places and speeds are as good as infinite in 32 bits: FARTHEST of core/step/block-io.ts. */
const FARTHEST: f32 = 3.4e38;

// @ts-ignore: decorator
@inline
function narrow(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(f32x4.demote_f64x2_zero(a), f32x4.demote_f64x2_zero(b), 0, 1, 4, 5);
}

/** How much later than the step each particle begins, and how long its own step lasts, from times of birth in doubles; seconds. */
export function times(birth: usize, count: i32, begin: f64, end: f64, late: usize, step: usize): void {
  const from = f64x2.splat(begin);
  const to = f64x2.splat(end);
  for (const stop = late + (<usize>count << 2); late < stop; late += 16, step += 16, birth += 32) {
    const a = f64x2.pmax(from, v128.load(birth));
    const b = f64x2.pmax(from, v128.load(birth, 16));
    v128.store(late, narrow(f64x2.sub(a, from), f64x2.sub(b, from)));
    v128.store(step, narrow(f64x2.sub(to, a), f64x2.sub(to, b)));
  }
}

/** Lists those of a block that have come to the end of their life at a time; gives how many. */
export function dying(birth: usize, life: usize, count: i32, time: f64, list: usize): i32 {
  const now = f64x2.splat(time);
  let next = list;
  for (let i = 0; i < count; i += 2, birth += 16, life += 8) {
    const dead = f64x2.ge(f64x2.sub(now, v128.load(birth)), f64x2.promote_low_f32x4(v128.load64_zero(life)));
    if (!v128.any_true(dead)) continue;
    if (i64x2.extract_lane(dead, 0)) {
      store<i32>(next, i);
      next += 4;
    }
    if (i64x2.extract_lane(dead, 1) && i + 1 < count) {
      store<i32>(next, i + 1);
      next += 4;
    }
  }
  return <i32>(next - list) >> 2;
}

/** Linear drag rates, 1/s: each particle’s own drag over its mass, in place of the drag. */
export function rates(drag: usize, mass: usize, count: i32): void {
  for (const end = drag + (<usize>count << 2); drag < end; drag += 16, mass += 16)
    v128.store(drag, f32x4.div(v128.load(drag), v128.load(mass)));
}

// @ts-ignore: decorator
@inline
function sizeOf(x: v128, y: v128, z: v128): v128 {
  return f32x4.sqrt(f32x4.add(f32x4.add(f32x4.mul(x, x), f32x4.mul(y, y)), f32x4.mul(z, z)));
}

// @ts-ignore: decorator
@inline
function far(x: v128, y: v128, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.abs(x), f32x4.abs(y)), f32x4.abs(z));
}

/**
 * The step of core/step/integrate.ts: velocities and places, in place, from accelerations, drag rates, quadratic drag (0 where there is none) and the velocity
 * of the medium (0 where there is none). What is beyond all bounds keeps its place and is marked by a velocity that no particle has, NaN; true where any is.
 */
export function integrate(
  place: usize, velocity: usize, count: i32,
  acceleration: usize, rate: usize, quadratic: usize, medium: usize, step: usize,
): bool {
  const half = f32x4.splat(0.5);
  const bound = f32x4.splat(FARTHEST);
  const lost = f32x4.splat(f32.NaN);
  let whole = i32x4.splat(-1);
  for (const end = place + (<usize>count << 2); place < end; place += 16, velocity += 16) {
    const dt = v128.load(step);
    const ax = v128.load(acceleration);
    const ay = v128.load(acceleration, Y);
    const az = v128.load(acceleration, Z);
    let ux = NONE;
    let uy = NONE;
    let uz = NONE;
    if (medium) {
      ux = v128.load(medium);
      uy = v128.load(medium, Y);
      uz = v128.load(medium, Z);
    }
    let rx = f32x4.sub(v128.load(velocity), ux);
    let ry = f32x4.sub(v128.load(velocity, Y), uy);
    let rz = f32x4.sub(v128.load(velocity, Z), uz);
    let c = f32x4.pmax(NONE, v128.load(rate));
    if (quadratic) {
      const q = v128.load(quadratic);
      const h = f32x4.mul(half, dt);
      const z = f32x4.mul(f32x4.add(c, f32x4.mul(q, sizeOf(rx, ry, rz))), h);
      const mean = meanDecay(z);
      const decay = decayed(z, mean);
      const push = f32x4.mul(mean, h);
      const hx = f32x4.add(f32x4.mul(rx, decay), f32x4.mul(push, ax));
      const hy = f32x4.add(f32x4.mul(ry, decay), f32x4.mul(push, ay));
      const hz = f32x4.add(f32x4.mul(rz, decay), f32x4.mul(push, az));
      // Where there is none of it, whatever the half step comes to counts for nothing.
      c = f32x4.add(c, v128.and(f32x4.gt(q, NONE), f32x4.mul(q, sizeOf(hx, hy, hz))));
      quadratic += 16;
    }
    const z = f32x4.mul(c, dt);
    const mean = meanDecay(z);
    const decay = decayed(z, mean);
    const push = f32x4.mul(mean, dt);
    rx = f32x4.add(ux, f32x4.add(f32x4.mul(rx, decay), f32x4.mul(push, ax)));
    ry = f32x4.add(uy, f32x4.add(f32x4.mul(ry, decay), f32x4.mul(push, ay)));
    rz = f32x4.add(uz, f32x4.add(f32x4.mul(rz, decay), f32x4.mul(push, az)));
    const x0 = v128.load(place);
    const y0 = v128.load(place, Y);
    const z0 = v128.load(place, Z);
    const x = f32x4.add(x0, f32x4.mul(rx, dt));
    const y = f32x4.add(y0, f32x4.mul(ry, dt));
    const w = f32x4.add(z0, f32x4.mul(rz, dt));
    const within = v128.and(f32x4.lt(far(x, y, w), bound), f32x4.lt(far(rx, ry, rz), bound));
    whole = v128.and(whole, within);
    v128.store(place, v128.bitselect(x, x0, within));
    v128.store(place, v128.bitselect(y, y0, within), Y);
    v128.store(place, v128.bitselect(w, z0, within), Z);
    v128.store(velocity, v128.bitselect(rx, lost, within));
    v128.store(velocity, ry, Y);
    v128.store(velocity, rz, Z);
    acceleration += 16;
    rate += 16;
    step += 16;
    if (medium) medium += 16;
  }
  return !i32x4.all_true(whole);
}
