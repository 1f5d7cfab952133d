import { NONE, ONE, Y, Z } from './lanes';

/** Rows of four floats: the gradient directions of core/noise/gradients.ts. */
const TABLE: usize = 1024;
/** Offsets of the four corners of a simplex. */
const CORNERS: usize = 2048;

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

/** Adds the curl of core/noise/simplex.ts, times an amplitude, at the places times a frequency. */
export function simplexCurl(from: usize, to: usize, count: i32, frequency: f32, seed: i32, amplitude: f32): void {
  const f = f32x4.splat(frequency);
  const a = f32x4.splat(amplitude);
  const third = f32x4.splat(<f32>(1.0 / 3.0));
  const sixth = f32x4.splat(<f32>(1.0 / 6.0));
  const half = f32x4.splat(0.5);
  const magic = f32x4.splat(12582912);
  const magicBits = i32x4.splat(0x4b400000);
  const low = i32x4.splat(63 << 4);
  const sign = i32x4.splat(<i32>0x80000000);
  const seeds = i32x4.splat(seed);
  const A = i32x4.splat(<i32>0x27d4eb2d);
  const B = i32x4.splat(<i32>0x165667b1);
  const C = i32x4.splat(<i32>0x9e3779b1);
  for (const end = from + (<usize>count << 2); from < end; from += 16, to += 16) {
    const x = f32x4.mul(v128.load(from), f);
    const y = f32x4.mul(v128.load(from, Y), f);
    const z = f32x4.mul(v128.load(from, Z), f);
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
    const hi = i32x4.mul(i32x4.sub(f32x4.add(i, magic), magicBits), A);
    const hj = i32x4.mul(i32x4.sub(f32x4.add(j, magic), magicBits), B);
    const hk = i32x4.mul(i32x4.sub(f32x4.add(k, magic), magicBits), C);
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
      const reach = f32x4.pmax(NONE, d);
      // (i + 1)·A = i·A + A, without overflow to heed: one product does for all corners.
      const h = mixed(
        v128.xor(
          v128.xor(seeds, i32x4.add(hi, v128.and(oi, A))),
          v128.xor(i32x4.add(hj, v128.and(oj, B)), i32x4.add(hk, v128.and(ok, C))),
        ),
      );
      const at = v128.and(i32x4.shl(h, 4), low);
      const r0 = rowOf(at, 0);
      const r1 = rowOf(at, 1);
      const r2 = rowOf(at, 2);
      const r3 = rowOf(at, 3);
      const p = v128.shuffle<f32>(r0, r1, 0, 4, 1, 5);
      const q = v128.shuffle<f32>(r2, r3, 0, 4, 1, 5);
      const wx = v128.shuffle<f32>(p, q, 0, 1, 4, 5);
      const wy = v128.shuffle<f32>(p, q, 2, 3, 6, 7);
      const wz = v128.shuffle<f32>(v128.shuffle<f32>(r0, r1, 2, 6, 3, 7), v128.shuffle<f32>(r2, r3, 2, 6, 3, 7), 0, 1, 4, 5);
      const f3 = f32x4.mul(f32x4.mul(reach, reach), reach);
      const eight = f32x4.mul(f3, f32x4.splat(8));
      const jet = f32x4.mul(eight, f32x4.sub(f32x4.mul(reach, f32x4.splat(1.25)), half));
      const back = f32x4.mul(eight, f32x4.add(f32x4.add(f32x4.mul(wx, dx), f32x4.mul(wy, dy)), f32x4.mul(wz, dz)));
      const twist = v128.xor(f32x4.add(back, back), v128.and(h, sign));
      cx = f32x4.add(cx, f32x4.add(f32x4.add(f32x4.mul(jet, wx), f32x4.mul(back, dx)), f32x4.mul(twist, f32x4.sub(f32x4.mul(wy, dz), f32x4.mul(wz, dy)))));
      cy = f32x4.add(cy, f32x4.add(f32x4.add(f32x4.mul(jet, wy), f32x4.mul(back, dy)), f32x4.mul(twist, f32x4.sub(f32x4.mul(wz, dx), f32x4.mul(wx, dz)))));
      cz = f32x4.add(cz, f32x4.add(f32x4.add(f32x4.mul(jet, wz), f32x4.mul(back, dz)), f32x4.mul(twist, f32x4.sub(f32x4.mul(wx, dy), f32x4.mul(wy, dx)))));
    }
    add(to, a, cx);
    add(to + Y, a, cy);
    add(to + Z, a, cz);
  }
}
