import { meanDecay, NONE, ONE, Y, Z } from './lanes';

/** How the swirl of a vortex changes away from its axis. */
const EVEN: i32 = 0;
const SOLID: i32 = 1;
const SMOOTH: i32 = 2;

/** The vector of a vortex about the axis a, with u and v across it. */
export function vortex(
  from: usize, to: usize, count: i32, swirl: i32,
  ux: f32, uy: f32, uz: f32,
  vx: f32, vy: f32, vz: f32,
  ax: f32, ay: f32, az: f32,
  strength: f32, radius: f32, gather: f32,
): void {
  const inverse = f32x4.splat(1 / (radius * radius));
  // The peak of the Lamb–Oseen profile is brought to the strength.
  const peak = f32x4.splat(swirl == SMOOTH ? <f32>1.5669786 * strength / radius : swirl == SOLID ? strength / radius : strength);
  const pull = f32x4.splat(gather);
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    const x = v128.load(from);
    const y = v128.load(from, Y);
    const z = v128.load(from, Z);
    const p = f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(ux)), f32x4.mul(y, f32x4.splat(uy))), f32x4.mul(z, f32x4.splat(uz)));
    const q = f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(vx)), f32x4.mul(y, f32x4.splat(vy))), f32x4.mul(z, f32x4.splat(vz)));
    const square = f32x4.add(f32x4.mul(p, p), f32x4.mul(q, q));
    const w2 = f32x4.mul(square, inverse);
    // The swirl over r: smooth, with w = r/R, 1.567·S·(1 − e^(−w²))/w over r is 1.567·S/R · (1 − e^(−w²))/w².
    let s = peak;
    let g = NONE;
    if (swirl == SMOOTH) s = f32x4.mul(peak, meanDecay(w2));
    else if (swirl == SOLID) s = f32x4.div(peak, f32x4.pmax(ONE, w2));
    if (swirl == EVEN || gather != 0) {
      const one = v128.and(f32x4.gt(square, NONE), f32x4.div(ONE, f32x4.sqrt(square)));
      g = f32x4.mul(pull, one);
      if (swirl == EVEN) s = f32x4.mul(peak, one);
    }
    const along = f32x4.neg(f32x4.add(f32x4.mul(s, q), f32x4.mul(g, p)));
    const across = f32x4.sub(f32x4.mul(s, p), f32x4.mul(g, q));
    v128.store(to, f32x4.add(f32x4.add(f32x4.mul(along, f32x4.splat(ux)), f32x4.mul(across, f32x4.splat(vx))), f32x4.splat(ax)));
    v128.store(to, f32x4.add(f32x4.add(f32x4.mul(along, f32x4.splat(uy)), f32x4.mul(across, f32x4.splat(vy))), f32x4.splat(ay)), Y);
    v128.store(to, f32x4.add(f32x4.add(f32x4.mul(along, f32x4.splat(uz)), f32x4.mul(across, f32x4.splat(vz))), f32x4.splat(az)), Z);
  }
}

/** A pull to the middle: −S·r/ρ^power with ρ² = r² + soft²; none within the hollow. */
export function pull(from: usize, to: usize, count: i32, strength: f32, power: i32, soft2: f32, hollow2: f32): void {
  const s = f32x4.splat(-strength);
  const soft = f32x4.splat(soft2);
  const hollow = f32x4.splat(hollow2);
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    const x = v128.load(from);
    const y = v128.load(from, Y);
    const z = v128.load(from, Z);
    const square = f32x4.add(f32x4.add(f32x4.mul(x, x), f32x4.mul(y, y)), f32x4.mul(z, z));
    const rho2 = f32x4.add(square, soft);
    let size = s;
    if (power == 1) size = f32x4.div(s, f32x4.sqrt(rho2));
    else if (power == 2) size = f32x4.div(s, rho2);
    else if (power == 3) size = f32x4.div(s, f32x4.mul(rho2, f32x4.sqrt(rho2)));
    size = v128.and(f32x4.gt(square, hollow), size);
    v128.store(to, f32x4.mul(size, x));
    v128.store(to, f32x4.mul(size, y), Y);
    v128.store(to, f32x4.mul(size, z), Z);
  }
}

/** Places less a way, and less a speed times how late each begins. */
export function drifted(
  from: usize, to: usize, count: i32, late: usize,
  wx: f32, wy: f32, wz: f32,
  sx: f32, sy: f32, sz: f32,
): void {
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16, late += 16) {
    const t = v128.load(late);
    v128.store(to, f32x4.sub(f32x4.sub(v128.load(from), f32x4.splat(wx)), f32x4.mul(t, f32x4.splat(sx))));
    v128.store(to, f32x4.sub(f32x4.sub(v128.load(from, Y), f32x4.splat(wy)), f32x4.mul(t, f32x4.splat(sy))), Y);
    v128.store(to, f32x4.sub(f32x4.sub(v128.load(from, Z), f32x4.splat(wz)), f32x4.mul(t, f32x4.splat(sz))), Z);
  }
}

/** Brings vectors to one size, in place; those of none stay so. */
export function even(at: usize, count: i32, size: f32): void {
  for (const end = at + (<usize>count << 2); at < end; at += 16) {
    const x = v128.load(at);
    const y = v128.load(at, Y);
    const z = v128.load(at, Z);
    const length = f32x4.sqrt(f32x4.add(f32x4.add(f32x4.mul(x, x), f32x4.mul(y, y)), f32x4.mul(z, z)));
    const by = v128.and(f32x4.gt(length, NONE), f32x4.div(f32x4.splat(size), length));
    v128.store(at, f32x4.mul(x, by));
    v128.store(at, f32x4.mul(y, by), Y);
    v128.store(at, f32x4.mul(z, by), Z);
  }
}
