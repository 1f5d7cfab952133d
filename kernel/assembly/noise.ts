import { addVector, weightAt } from './add';
import { all, NONE } from './lanes';
import { A, ABC, B, BIT, C, FIVE_QUARTERS, HALF, LENGTH, MAGIC, ONE, PICK, REST, SIGN, SIXTH, THIRD, TWIST, TWO_THIRDS } from './numbers';
import { dot, DRIFTS, LATE, number, OWN, SIZED, VECTOR, whole } from './program';

/** Directions of core/noise/directions.ts: sixteen bytes for each axis. */
const DIRECTIONS: usize = 1024;
/** What the corners of a simplex need, so that one after another is worked out: the way to each, and its hash before it is mixed. */
const CORNERS: usize = 2048;
// @ts-ignore: decorator
@inline
function corner(which: usize, x: v128, y: v128, z: v128, hash: v128): void {
  v128.store(CORNERS + 64 * which, x);
  v128.store(CORNERS + 64 * which, y, 16);
  v128.store(CORNERS + 64 * which, z, 32);
  v128.store(CORNERS + 64 * which, hash, 48);
}

/** Noise: its octaves stand one after another as frequency, seed, amplitude and nothing, the curls of core/noise/simplex.ts. */
export function curl(row: usize, flags: i32, count: i32, xs: usize, ys: usize, zs: usize, mass: usize, to: usize): void {
  const layers = <usize>whole(row, OWN + 3);
  const end = <usize>whole(row, OWN + 4);
  const bytes = <usize>count << 2;
  for (let at: usize = 0; at < bytes; at += 16) {
    const w = weightAt(row, flags, at, mass);
    if (!v128.any_true(w)) continue;
    let lx = v128.load(xs + at);
    let ly = v128.load(ys + at);
    let lz = v128.load(zs + at);
    if (flags & DRIFTS) {
      const late = v128.load(LATE + at);
      lx = f32x4.sub(f32x4.sub(lx, number(row, VECTOR)), f32x4.mul(late, number(row, OWN)));
      ly = f32x4.sub(f32x4.sub(ly, number(row, VECTOR + 1)), f32x4.mul(late, number(row, OWN + 1)));
      lz = f32x4.sub(f32x4.sub(lz, number(row, VECTOR + 2)), f32x4.mul(late, number(row, OWN + 2)));
    }
    let ox = NONE;
    let oy = NONE;
    let oz = NONE;
    for (let layer = layers; layer < end; layer += 16) {
      const frequency = number(layer, 0);
      const x = f32x4.mul(lx, frequency);
      const y = f32x4.mul(ly, frequency);
      const z = f32x4.mul(lz, frequency);
      const twoThirds = all(TWO_THIRDS);
      const sixth = all(SIXTH);
      const one = all(ONE);
      const a = all(A);
      const b = all(B);
      const c = all(C);
      const s = f32x4.mul(f32x4.add(f32x4.add(x, y), z), all(THIRD));
      const i = f32x4.floor(f32x4.add(x, s));
      const j = f32x4.floor(f32x4.add(y, s));
      const k = f32x4.floor(f32x4.add(z, s));
      const t = f32x4.mul(f32x4.add(f32x4.add(i, j), k), sixth);
      const x0 = f32x4.sub(x, f32x4.sub(i, t));
      const y0 = f32x4.sub(y, f32x4.sub(j, t));
      const z0 = f32x4.sub(z, f32x4.sub(k, t));
      // Which of them is the largest, and which the smallest: the order of the corners.
      const xy = f32x4.ge(x0, y0);
      const yz = f32x4.ge(y0, z0);
      const xz = f32x4.ge(x0, z0);
      const yx = f32x4.lt(x0, y0);
      const zy = f32x4.lt(y0, z0);
      const zx = f32x4.lt(x0, z0);
      const i1 = v128.and(xy, xz);
      const j1 = v128.and(yx, yz);
      const k1 = v128.and(zx, zy);
      const i2 = v128.and(yx, zx);
      const j2 = v128.and(xy, zy);
      const k2 = v128.and(xz, yz);
      // Whole numbers as the bits of their floats: what those have in common is taken off the seed.
      const seed = number(layer, 1);
      const hash = i32x4.add(
        i32x4.add(seed, i32x4.mul(f32x4.add(i, all(MAGIC)), a)),
        i32x4.add(i32x4.mul(f32x4.add(j, all(MAGIC)), b), i32x4.mul(f32x4.add(k, all(MAGIC)), c)),
      );
      corner(0, x0, y0, z0, hash);
      corner(
        1,
        f32x4.sub(f32x4.add(x0, sixth), v128.and(i1, one)),
        f32x4.sub(f32x4.add(y0, sixth), v128.and(j1, one)),
        f32x4.sub(f32x4.add(z0, sixth), v128.and(k1, one)),
        i32x4.add(hash, v128.or(v128.or(v128.and(i1, a), v128.and(j1, b)), v128.and(k1, c))),
      );
      const last = i32x4.add(hash, all(ABC));
      corner(
        2,
        f32x4.add(f32x4.sub(x0, twoThirds), v128.and(i2, one)),
        f32x4.add(f32x4.sub(y0, twoThirds), v128.and(j2, one)),
        f32x4.add(f32x4.sub(z0, twoThirds), v128.and(k2, one)),
        i32x4.sub(last, v128.or(v128.or(v128.and(i2, a), v128.and(j2, b)), v128.and(k2, c))),
      );
      corner(3, f32x4.sub(x0, all(HALF)), f32x4.sub(y0, all(HALF)), f32x4.sub(z0, all(HALF)), last);
      let cx = NONE;
      let cy = NONE;
      let cz = NONE;
      for (let way: usize = CORNERS; way < CORNERS + 256; way += 64) {
        const dx = v128.load(way);
        const dy = v128.load(way, 16);
        const dz = v128.load(way, 32);
        let h = v128.load(way, 48);
        h = v128.xor(h, i32x4.shr_u(h, 16));
        h = i32x4.mul(h, v128.or(h, all(BIT)));
        // The byte of the hash that picks a direction, and nothing in the other three: a direction is its part times 2²⁴.
        const pick = v128.or(v128.and(h, all(PICK)), all(REST));
        const wx = f32x4.convert_i32x4_s(v128.swizzle(v128.load(DIRECTIONS), pick));
        const wy = f32x4.convert_i32x4_s(v128.swizzle(v128.load(DIRECTIONS, 16), pick));
        const wz = f32x4.convert_i32x4_s(v128.swizzle(v128.load(DIRECTIONS, 32), pick));
        const f = f32x4.pmax(
          NONE,
          f32x4.sub(f32x4.sub(f32x4.sub(all(HALF), f32x4.mul(dx, dx)), f32x4.mul(dy, dy)), f32x4.mul(dz, dz)),
        );
        const f3 = f32x4.mul(f32x4.mul(f, f), f);
        const jet = f32x4.mul(f3, f32x4.sub(f32x4.mul(f, all(FIVE_QUARTERS)), all(HALF)));
        const back = f32x4.mul(f3, dot(wx, wy, wz, dx, dy, dz));
        const twist = v128.xor(f32x4.mul(back, all(TWIST)), v128.and(h, all(SIGN)));
        cx = f32x4.add(cx, f32x4.add(f32x4.add(f32x4.mul(jet, wx), f32x4.mul(back, dx)), f32x4.mul(twist, f32x4.sub(f32x4.mul(wy, dz), f32x4.mul(wz, dy)))));
        cy = f32x4.add(cy, f32x4.add(f32x4.add(f32x4.mul(jet, wy), f32x4.mul(back, dy)), f32x4.mul(twist, f32x4.sub(f32x4.mul(wz, dx), f32x4.mul(wx, dz)))));
        cz = f32x4.add(cz, f32x4.add(f32x4.add(f32x4.mul(jet, wz), f32x4.mul(back, dz)), f32x4.mul(twist, f32x4.sub(f32x4.mul(wx, dy), f32x4.mul(wy, dx)))));
      }
      const amplitude = f32x4.mul(number(layer, 2), f32x4.splat(<f32>(8.0 / LENGTH)));
      ox = f32x4.add(ox, f32x4.mul(amplitude, cx));
      oy = f32x4.add(oy, f32x4.mul(amplitude, cy));
      oz = f32x4.add(oz, f32x4.mul(amplitude, cz));
    }
    if (flags & SIZED) {
      const length = f32x4.sqrt(dot(ox, oy, oz, ox, oy, oz));
      const by = v128.and(f32x4.gt(length, NONE), f32x4.div(number(row, OWN + 5), length));
      ox = f32x4.mul(ox, by);
      oy = f32x4.mul(oy, by);
      oz = f32x4.mul(oz, by);
    }
    addVector(row, flags, to + at, w, ox, oy, oz);
  }
}
