import { cornerHash, GRADIENTS, gradientTable } from './gradients';

/** Writes a noise's value and its slopes along x, y, z, into `out`, at a point in noise units. */
export type SlopedNoise = (x: number, y: number, z: number, seed: number, out: Float64Array) => void;

const fade = (t: number) => t * t * t * (t * (t * 6 - 15) + 10);
const fadeSlope = (t: number) => 30 * t * t * (t * (t - 2) + 1);

/** Gradient noise (Perlin 2002) with gradients spread over the sphere, and its analytic slopes. */
export const slopedGradient: SlopedNoise = (x, y, z, seed, out) => {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  const fx = x - i;
  const fy = y - j;
  const fz = z - k;
  const [ux, uy, uz] = [fade(fx), fade(fy), fade(fz)];
  const [sx, sy, sz] = [fadeSlope(fx), fadeSlope(fy), fadeSlope(fz)];
  let n = 0;
  let nx = 0;
  let ny = 0;
  let nz = 0;
  for (let corner = 0; corner < 8; corner++) {
    const oi = corner & 1;
    const oj = (corner >> 1) & 1;
    const ok = corner >> 2;
    const g = 3 * (cornerHash(i + oi, j + oj, k + ok, seed) & (GRADIENTS - 1));
    const gx = gradientTable[g]!;
    const gy = gradientTable[g + 1]!;
    const gz = gradientTable[g + 2]!;
    const ramp = gx * (fx - oi) + gy * (fy - oj) + gz * (fz - ok);
    const wx = oi ? ux : 1 - ux;
    const wy = oj ? uy : 1 - uy;
    const wz = ok ? uz : 1 - uz;
    const w = wx * wy * wz;
    n += w * ramp;
    nx += w * gx + ramp * (oi ? sx : -sx) * wy * wz;
    ny += w * gy + ramp * (oj ? sy : -sy) * wx * wz;
    nz += w * gz + ramp * (ok ? sz : -sz) * wx * wy;
  }
  out[0] = n;
  out[1] = nx;
  out[2] = ny;
  out[3] = nz;
};

/**
 * Simplex noise (Perlin 2001; ordering after Gustavson 2005) with the kernel (½ − d²)⁴, and its analytic slopes. The
 * corners of the simplex are found by ranking the coordinates.
 */
export const slopedSimplex: SlopedNoise = (x, y, z, seed, out) => {
  const s = (x + y + z) / 3;
  const i = Math.floor(x + s);
  const j = Math.floor(y + s);
  const k = Math.floor(z + s);
  const t = (i + j + k) / 6;
  const x0 = x - (i - t);
  const y0 = y - (j - t);
  const z0 = z - (k - t);
  // The rank of each coordinate: the largest steps first.
  const rx = (x0 >= y0 ? 1 : 0) + (x0 >= z0 ? 1 : 0);
  const ry = (y0 > x0 ? 1 : 0) + (y0 >= z0 ? 1 : 0);
  const rz = (z0 > x0 ? 1 : 0) + (z0 > y0 ? 1 : 0);
  let n = 0;
  let nx = 0;
  let ny = 0;
  let nz = 0;
  for (let corner = 0; corner < 4; corner++) {
    const least = 3 - corner;
    const oi = rx >= least ? 1 : 0;
    const oj = ry >= least ? 1 : 0;
    const ok = rz >= least ? 1 : 0;
    const dx = x0 - oi + corner / 6;
    const dy = y0 - oj + corner / 6;
    const dz = z0 - ok + corner / 6;
    const f = 0.5 - dx * dx - dy * dy - dz * dz;
    if (f <= 0) continue;
    const g = 3 * (cornerHash(i + oi, j + oj, k + ok, seed) & (GRADIENTS - 1));
    const gx = gradientTable[g]!;
    const gy = gradientTable[g + 1]!;
    const gz = gradientTable[g + 2]!;
    const ramp = gx * dx + gy * dy + gz * dz;
    const f4 = f * f * f * f;
    const slope = -8 * f * f * f * ramp;
    n += f4 * ramp;
    nx += f4 * gx + slope * dx;
    ny += f4 * gy + slope * dy;
    nz += f4 * gz + slope * dz;
  }
  out[0] = n;
  out[1] = nx;
  out[2] = ny;
  out[3] = nz;
};

/**
 * Distance to the nearest of scattered points, one in each cell (Worley 1996, first feature); kinks where two are
 * equally near.
 */
export const slopedCellular: SlopedNoise = (x, y, z, seed, out) => {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  let best = Infinity;
  let bx = 0;
  let by = 0;
  let bz = 0;
  for (let c = k - 1; c <= k + 1; c++)
    for (let b = j - 1; b <= j + 1; b++)
      for (let a = i - 1; a <= i + 1; a++) {
        const h = cornerHash(a, b, c, seed);
        const dx = x - a - (h & 1023) / 1024;
        const dy = y - b - ((h >>> 10) & 1023) / 1024;
        const dz = z - c - ((h >>> 20) & 1023) / 1024;
        const square = dx * dx + dy * dy + dz * dz;
        if (square < best) {
          best = square;
          bx = dx;
          by = dy;
          bz = dz;
        }
      }
  const d = Math.sqrt(best);
  const inverse = d > 0 ? 1 / d : 0;
  out[0] = d;
  out[1] = bx * inverse;
  out[2] = by * inverse;
  out[3] = bz * inverse;
};

/**
 * 1 − 2|n| of gradient noise: sharp crests where the noise passes through 0 (Musgrave, "Texturing and Modeling", from
 * memory).
 */
export const slopedRidged: SlopedNoise = (x, y, z, seed, out) => {
  slopedGradient(x, y, z, seed, out);
  const turn = out[0]! < 0 ? 2 : -2;
  out[0] = 1 + turn * out[0]!;
  for (let axis = 1; axis < 4; axis++) out[axis] = turn * out[axis]!;
};
