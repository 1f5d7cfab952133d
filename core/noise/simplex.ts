import { cornerHash, gradientTable } from './gradients';

/**
 * Simplex noise in three dimensions (Perlin 2001; the simplex ordering after Gustavson, "Simplex noise demystified",
 * 2005), as three independent potentials at once: corners and falloffs are shared, the gradients differ. Derivatives
 * are analytic. The kernel is (½ − d²)⁴: with ½ its support ends at the faces of the simplex, so that value and first
 * derivatives are continuous.
 */

const FALLOFF = 0.5;

/**
 * Adds to `out` the curl of the vector potential (n₁, n₂, n₃) at a point in noise units, times `amplitude`.
 * `out` holds x, y, z. Divergence is zero because it is a curl (Bridson, Houriham & Nordenstam 2007).
 */
export function addSimplexCurl(x: number, y: number, z: number, seed: number, amplitude: number, out: Float64Array): void {
  const s = (x + y + z) / 3;
  const i = Math.floor(x + s);
  const j = Math.floor(y + s);
  const k = Math.floor(z + s);
  const t = (i + j + k) / 6;
  const x0 = x - (i - t);
  const y0 = y - (j - t);
  const z0 = z - (k - t);
  let i1 = 0;
  let j1 = 0;
  let k1 = 0;
  let i2 = 1;
  let j2 = 1;
  let k2 = 1;
  if (x0 >= y0) {
    if (y0 >= z0) {
      i1 = 1;
      k2 = 0;
    } else if (x0 >= z0) {
      i1 = 1;
      j2 = 0;
    } else {
      k1 = 1;
      j2 = 0;
    }
  } else if (y0 < z0) {
    k1 = 1;
    i2 = 0;
  } else if (x0 < z0) {
    j1 = 1;
    i2 = 0;
  } else {
    j1 = 1;
    k2 = 0;
  }
  let cx = 0;
  let cy = 0;
  let cz = 0;
  for (let corner = 0; corner < 4; corner++) {
    let oi = 0;
    let oj = 0;
    let ok = 0;
    if (corner === 1) {
      oi = i1;
      oj = j1;
      ok = k1;
    } else if (corner === 2) {
      oi = i2;
      oj = j2;
      ok = k2;
    } else if (corner === 3) {
      oi = 1;
      oj = 1;
      ok = 1;
    }
    const unskew = corner / 6;
    const dx = x0 - oi + unskew;
    const dy = y0 - oj + unskew;
    const dz = z0 - ok + unskew;
    const f = FALLOFF - dx * dx - dy * dy - dz * dz;
    if (f <= 0) continue;
    const h = cornerHash(i + oi, j + oj, k + ok, seed);
    const a = 3 * (h & 63);
    const b = 3 * ((h >>> 8) & 63);
    const c = 3 * ((h >>> 16) & 63);
    const ax = gradientTable[a]!;
    const ay = gradientTable[a + 1]!;
    const az = gradientTable[a + 2]!;
    const bx = gradientTable[b]!;
    const by = gradientTable[b + 1]!;
    const bz = gradientTable[b + 2]!;
    const ex = gradientTable[c]!;
    const ey = gradientTable[c + 1]!;
    const ez = gradientTable[c + 2]!;
    const f2 = f * f;
    const f4 = f2 * f2;
    const slope = -8 * f2 * f;
    const na = slope * (ax * dx + ay * dy + az * dz);
    const nb = slope * (bx * dx + by * dy + bz * dz);
    const nc = slope * (ex * dx + ey * dy + ez * dz);
    cx += f4 * (ey - bz) + nc * dy - nb * dz;
    cy += f4 * (az - ex) + na * dz - nc * dx;
    cz += f4 * (bx - ay) + nb * dx - na * dy;
  }
  out[0]! += amplitude * cx;
  out[1]! += amplitude * cy;
  out[2]! += amplitude * cz;
}
