// What all of the kernel is written with: four particles at a time in 32-bit floats, columns of up to 1024 of them. A vector is three columns, one after another.

/** From the x of a vector to its y and z, in bytes. */
export const Y: usize = 4096;
export const Z: usize = 8192;

export const ONE = f32x4.splat(1);
export const NONE = f32x4.splat(0);

// @ts-ignore: decorator
@inline
export function exponential(x: v128): v128 {
  // Cody & Waite: x = n·ln 2 + r; the polynomial is that of Cephes' expf, from memory. Below −87 it is 0 to 32 bits.
  const held = f32x4.pmax(f32x4.splat(-87), x);
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

// @ts-ignore: decorator
@inline
function series(z: v128): v128 {
  // (1 − e^(−z)) / z below ½, where the difference would lose digits.
  let near = f32x4.splat(<f32>(1.0 / 40320.0));
  near = f32x4.sub(f32x4.splat(<f32>(1.0 / 5040.0)), f32x4.mul(z, near));
  near = f32x4.sub(f32x4.splat(<f32>(1.0 / 720.0)), f32x4.mul(z, near));
  near = f32x4.sub(f32x4.splat(<f32>(1.0 / 120.0)), f32x4.mul(z, near));
  near = f32x4.sub(f32x4.splat(<f32>(1.0 / 24.0)), f32x4.mul(z, near));
  near = f32x4.sub(f32x4.splat(<f32>(1.0 / 6.0)), f32x4.mul(z, near));
  near = f32x4.sub(f32x4.splat(0.5), f32x4.mul(z, near));
  return f32x4.sub(ONE, f32x4.mul(z, near));
}

// @ts-ignore: decorator
@inline
export function meanDecay(z: v128): v128 {
  // (1 − e^(−z)) / z.
  const small = f32x4.lt(z, f32x4.splat(0.5));
  let mean = NONE;
  if (!i32x4.all_true(small)) mean = f32x4.div(f32x4.sub(ONE, exponential(f32x4.neg(z))), z);
  if (v128.any_true(small)) mean = v128.bitselect(series(z), mean, small);
  return mean;
}

// @ts-ignore: decorator
@inline
export function decayed(z: v128, mean: v128): v128 {
  // e^(−z), given (1 − e^(−z)) / z.
  const small = f32x4.lt(z, f32x4.splat(0.5));
  const near = f32x4.sub(ONE, f32x4.mul(z, mean));
  return i32x4.all_true(small) ? near : v128.bitselect(near, exponential(f32x4.neg(z)), small);
}
