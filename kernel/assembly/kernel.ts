// AssemblyScript: the twin of core/noise/simplex.ts and core/fields/vortex.ts for four particles at a time, in 32-bit floats. Memory is laid out by kernel/layout.ts.

/** Rows of four floats: the gradient directions of core/noise/gradients.ts. */
const TABLE: usize = 1024;
/** Offsets of the four corners of a simplex. */
const CORNERS: usize = 2048;
/** Columns of up to 1024 floats: places, and what comes out. */
const X: usize = 4096;
const Y: usize = 8192;
const Z: usize = 12288;
const OUT_X: usize = 16384;
const OUT_Y: usize = 20480;
const OUT_Z: usize = 24576;

const ONE = f32x4.splat(1);
const NONE = f32x4.splat(0);

// @ts-ignore: decorator
@inline
function rowOf(hash: v128, lane: i32): v128 {
  // The lane is a constant wherever this is put in place.
  const at = lane == 0 ? i32x4.extract_lane(hash, 0) : lane == 1 ? i32x4.extract_lane(hash, 1) : lane == 2 ? i32x4.extract_lane(hash, 2) : i32x4.extract_lane(hash, 3);
  return v128.load(TABLE + <usize>at);
}

// @ts-ignore: decorator
@inline
function mixed(h: v128): v128 {
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 15)), i32x4.splat(<i32>0x85ebca6b));
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 13)), i32x4.splat(<i32>0xc2b2ae35));
  return v128.xor(h, i32x4.shr_u(h, 16));
}

// @ts-ignore: decorator
@inline
function add(at: usize, amplitude: v128, value: v128): void {
  v128.store(at, f32x4.add(v128.load(at), f32x4.mul(amplitude, value)));
}

/** Adds the curl of three simplex noises, times an amplitude, at the places times a frequency. */
export function simplexCurl(count: i32, frequency: f32, seed: i32, amplitude: f32): void {
  const f = f32x4.splat(frequency);
  const a = f32x4.splat(amplitude);
  const third = f32x4.splat(<f32>(1.0 / 3.0));
  const sixth = f32x4.splat(<f32>(1.0 / 6.0));
  const half = f32x4.splat(0.5);
  const magic = f32x4.splat(12582912);
  const magicBits = i32x4.splat(0x4b400000);
  const unit = i32x4.splat(1);
  const low = i32x4.splat(63 << 4);
  const seeds = i32x4.splat(seed);
  const A = i32x4.splat(<i32>0x27d4eb2d);
  const B = i32x4.splat(<i32>0x165667b1);
  const C = i32x4.splat(<i32>0x9e3779b1);
  for (let n: usize = 0, end: usize = <usize>count << 2; n < end; n += 16) {
    const x = f32x4.mul(v128.load(X + n), f);
    const y = f32x4.mul(v128.load(Y + n), f);
    const z = f32x4.mul(v128.load(Z + n), f);
    const s = f32x4.mul(f32x4.add(f32x4.add(x, y), z), third);
    const i = f32x4.floor(f32x4.add(x, s));
    const j = f32x4.floor(f32x4.add(y, s));
    const k = f32x4.floor(f32x4.add(z, s));
    const t = f32x4.mul(f32x4.add(f32x4.add(i, j), k), sixth);
    const x0 = f32x4.sub(x, f32x4.sub(i, t));
    const y0 = f32x4.sub(y, f32x4.sub(j, t));
    const z0 = f32x4.sub(z, f32x4.sub(k, t));
    // Which of them are larger: the order of the corners.
    const xy = f32x4.ge(x0, y0);
    const yz = f32x4.ge(y0, z0);
    const xz = f32x4.ge(x0, z0);
    const i1 = v128.and(xy, xz);
    const j1 = v128.andnot(yz, xy);
    const k1 = v128.not(v128.or(i1, j1));
    const i2 = v128.or(xy, xz);
    const j2 = v128.or(v128.not(xy), yz);
    const k2 = v128.not(v128.and(yz, xz));
    v128.store(CORNERS, NONE);
    v128.store(CORNERS, NONE, 16);
    v128.store(CORNERS, NONE, 32);
    v128.store(CORNERS, i1, 48);
    v128.store(CORNERS, j1, 64);
    v128.store(CORNERS, k1, 80);
    v128.store(CORNERS, i2, 96);
    v128.store(CORNERS, j2, 112);
    v128.store(CORNERS, k2, 128);
    const all = i32x4.splat(-1);
    v128.store(CORNERS, all, 144);
    v128.store(CORNERS, all, 160);
    v128.store(CORNERS, all, 176);
    const hi = i32x4.sub(f32x4.add(i, magic), magicBits);
    const hj = i32x4.sub(f32x4.add(j, magic), magicBits);
    const hk = i32x4.sub(f32x4.add(k, magic), magicBits);
    let cx = NONE;
    let cy = NONE;
    let cz = NONE;
    let unskew = NONE;
    for (let corner: usize = CORNERS; corner < CORNERS + 192; corner += 48) {
      const oi = v128.load(corner);
      const oj = v128.load(corner, 16);
      const ok = v128.load(corner, 32);
      const dx = f32x4.add(f32x4.sub(x0, v128.and(oi, ONE)), unskew);
      const dy = f32x4.add(f32x4.sub(y0, v128.and(oj, ONE)), unskew);
      const dz = f32x4.add(f32x4.sub(z0, v128.and(ok, ONE)), unskew);
      unskew = f32x4.add(unskew, sixth);
      const d = f32x4.sub(f32x4.sub(f32x4.sub(half, f32x4.mul(dx, dx)), f32x4.mul(dy, dy)), f32x4.mul(dz, dz));
      const reach = f32x4.max(NONE, d);
      const h = mixed(
        v128.xor(
          v128.xor(seeds, i32x4.mul(i32x4.add(hi, v128.and(oi, unit)), A)),
          v128.xor(i32x4.mul(i32x4.add(hj, v128.and(oj, unit)), B), i32x4.mul(i32x4.add(hk, v128.and(ok, unit)), C)),
        ),
      );
      const f2 = f32x4.mul(reach, reach);
      const f4 = f32x4.mul(f2, f2);
      const slope = f32x4.mul(f32x4.splat(-8), f32x4.mul(f2, reach));
      let at = v128.and(i32x4.shl(h, 4), low);
      let r0 = rowOf(at, 0);
      let r1 = rowOf(at, 1);
      let r2 = rowOf(at, 2);
      let r3 = rowOf(at, 3);
      let p = v128.shuffle<f32>(r0, r1, 0, 4, 1, 5);
      let q = v128.shuffle<f32>(r2, r3, 0, 4, 1, 5);
      const ax = v128.shuffle<f32>(p, q, 0, 1, 4, 5);
      const ay = v128.shuffle<f32>(p, q, 2, 3, 6, 7);
      const az = v128.shuffle<f32>(v128.shuffle<f32>(r0, r1, 2, 6, 3, 7), v128.shuffle<f32>(r2, r3, 2, 6, 3, 7), 0, 1, 4, 5);
      at = v128.and(i32x4.shr_u(h, 4), low);
      r0 = rowOf(at, 0);
      r1 = rowOf(at, 1);
      r2 = rowOf(at, 2);
      r3 = rowOf(at, 3);
      p = v128.shuffle<f32>(r0, r1, 0, 4, 1, 5);
      q = v128.shuffle<f32>(r2, r3, 0, 4, 1, 5);
      const bx = v128.shuffle<f32>(p, q, 0, 1, 4, 5);
      const by = v128.shuffle<f32>(p, q, 2, 3, 6, 7);
      const bz = v128.shuffle<f32>(v128.shuffle<f32>(r0, r1, 2, 6, 3, 7), v128.shuffle<f32>(r2, r3, 2, 6, 3, 7), 0, 1, 4, 5);
      at = v128.and(i32x4.shr_u(h, 12), low);
      r0 = rowOf(at, 0);
      r1 = rowOf(at, 1);
      r2 = rowOf(at, 2);
      r3 = rowOf(at, 3);
      p = v128.shuffle<f32>(r0, r1, 0, 4, 1, 5);
      q = v128.shuffle<f32>(r2, r3, 0, 4, 1, 5);
      const ex = v128.shuffle<f32>(p, q, 0, 1, 4, 5);
      const ey = v128.shuffle<f32>(p, q, 2, 3, 6, 7);
      const ez = v128.shuffle<f32>(v128.shuffle<f32>(r0, r1, 2, 6, 3, 7), v128.shuffle<f32>(r2, r3, 2, 6, 3, 7), 0, 1, 4, 5);
      const na = f32x4.mul(slope, f32x4.add(f32x4.add(f32x4.mul(ax, dx), f32x4.mul(ay, dy)), f32x4.mul(az, dz)));
      const nb = f32x4.mul(slope, f32x4.add(f32x4.add(f32x4.mul(bx, dx), f32x4.mul(by, dy)), f32x4.mul(bz, dz)));
      const nc = f32x4.mul(slope, f32x4.add(f32x4.add(f32x4.mul(ex, dx), f32x4.mul(ey, dy)), f32x4.mul(ez, dz)));
      cx = f32x4.add(cx, f32x4.add(f32x4.mul(f4, f32x4.sub(ey, bz)), f32x4.sub(f32x4.mul(nc, dy), f32x4.mul(nb, dz))));
      cy = f32x4.add(cy, f32x4.add(f32x4.mul(f4, f32x4.sub(az, ex)), f32x4.sub(f32x4.mul(na, dz), f32x4.mul(nc, dx))));
      cz = f32x4.add(cz, f32x4.add(f32x4.mul(f4, f32x4.sub(bx, ay)), f32x4.sub(f32x4.mul(nb, dx), f32x4.mul(na, dy))));
    }
    add(OUT_X + n, a, cx);
    add(OUT_Y + n, a, cy);
    add(OUT_Z + n, a, cz);
  }
}

// @ts-ignore: decorator
@inline
function exponential(x: v128): v128 {
  // Cody & Waite: x = n·ln 2 + r; the polynomial is that of Cephes' expf, from memory. Below −87 it is 0 to 32 bits.
  const held = f32x4.max(x, f32x4.splat(-87));
  const n = f32x4.nearest(f32x4.mul(held, f32x4.splat(1.44269504)));
  const r = f32x4.sub(f32x4.sub(held, f32x4.mul(n, f32x4.splat(0.693359375))), f32x4.mul(n, f32x4.splat(-2.12194440e-4)));
  let p = f32x4.splat(1.9875691500e-4);
  p = f32x4.add(f32x4.mul(p, r), f32x4.splat(1.3981999507e-3));
  p = f32x4.add(f32x4.mul(p, r), f32x4.splat(8.3334519073e-3));
  p = f32x4.add(f32x4.mul(p, r), f32x4.splat(4.1665795894e-2));
  p = f32x4.add(f32x4.mul(p, r), f32x4.splat(1.6666665459e-1));
  p = f32x4.add(f32x4.mul(p, r), f32x4.splat(0.5));
  p = f32x4.add(f32x4.add(f32x4.mul(p, f32x4.mul(r, r)), r), ONE);
  const power = i32x4.shl(i32x4.add(i32x4.sub(f32x4.add(n, f32x4.splat(12582912)), i32x4.splat(0x4b400000)), i32x4.splat(127)), 23);
  return f32x4.mul(p, power);
}

/** The vector of a vortex with a smooth core about the axis a, with u and v across it, at the places. */
export function vortex(
  count: i32,
  ux: f32, uy: f32, uz: f32,
  vx: f32, vy: f32, vz: f32,
  ax: f32, ay: f32, az: f32,
  strength: f32, radius: f32, gather: f32,
): void {
  const inverse = f32x4.splat(1 / radius);
  // The peak of the Lamb–Oseen profile is brought to the strength.
  const peak = f32x4.splat(<f32>1.5669786 * strength);
  const pull = f32x4.splat(gather);
  const small = f32x4.splat(0.5);
  for (let n: usize = 0, end: usize = <usize>count << 2; n < end; n += 16) {
    const x = v128.load(X + n);
    const y = v128.load(Y + n);
    const z = v128.load(Z + n);
    const p = f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(ux)), f32x4.mul(y, f32x4.splat(uy))), f32x4.mul(z, f32x4.splat(uz)));
    const q = f32x4.add(f32x4.add(f32x4.mul(x, f32x4.splat(vx)), f32x4.mul(y, f32x4.splat(vy))), f32x4.mul(z, f32x4.splat(vz)));
    const r = f32x4.sqrt(f32x4.add(f32x4.mul(p, p), f32x4.mul(q, q)));
    const away = f32x4.gt(r, NONE);
    const one = f32x4.div(ONE, v128.bitselect(r, ONE, away));
    const w = f32x4.mul(r, inverse);
    const w2 = f32x4.mul(w, w);
    // (1 − e^(−w²)) / w; near the axis by its series, where the difference would lose digits.
    const far = f32x4.div(f32x4.sub(ONE, exponential(f32x4.neg(w2))), v128.bitselect(w, ONE, f32x4.gt(w, NONE)));
    let near = f32x4.add(f32x4.mul(w2, f32x4.splat(<f32>(1.0 / 120.0))), f32x4.splat(<f32>(-1.0 / 24.0)));
    near = f32x4.add(f32x4.mul(near, w2), f32x4.splat(<f32>(1.0 / 6.0)));
    near = f32x4.add(f32x4.mul(near, w2), f32x4.splat(-0.5));
    near = f32x4.mul(w, f32x4.add(f32x4.mul(near, w2), ONE));
    const s = f32x4.mul(f32x4.mul(peak, v128.bitselect(near, far, f32x4.lt(w, small))), one);
    const g = f32x4.mul(pull, one);
    const along = v128.and(away, f32x4.neg(f32x4.add(f32x4.mul(s, q), f32x4.mul(g, p))));
    const across = v128.and(away, f32x4.sub(f32x4.mul(s, p), f32x4.mul(g, q)));
    v128.store(OUT_X + n, f32x4.add(f32x4.add(f32x4.mul(along, f32x4.splat(ux)), f32x4.mul(across, f32x4.splat(vx))), f32x4.splat(ax)));
    v128.store(OUT_Y + n, f32x4.add(f32x4.add(f32x4.mul(along, f32x4.splat(uy)), f32x4.mul(across, f32x4.splat(vy))), f32x4.splat(ay)));
    v128.store(OUT_Z + n, f32x4.add(f32x4.add(f32x4.mul(along, f32x4.splat(uz)), f32x4.mul(across, f32x4.splat(vz))), f32x4.splat(az)));
  }
}
