import { simplexHash, UNIT_DIRECTIONS } from './directions';

/**
 * Simplex noise in three dimensions (Perlin 2001; the simplex ordering after Gustavson, "Simplex noise demystified",
 * 2005) as a vector potential: three gradient noises at once, whose gradients at a corner all come from one direction w
 * picked there. With d the way from the corner, the potential is (½ − d²)⁴ · (w × d ± 2·(w·d)·w), either sign by the
 * hash: the first part is a jet along w that flows back around itself, the second a twist about it; with 2 of it speeds
 * are about as spread as those of a normal distribution. With ½ the support of a corner ends at the faces of the
 * simplex, so that value and first derivatives are continuous. Derivatives are analytic.
 */

const FALLOFF = 0.5;

/**
 * Adds to `out` the curl of the vector potential at a point in noise units, times `amplitude`.
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
    const h = simplexHash(i + oi, j + oj, k + ok, seed);
    const w = 3 * ((h >>> 24) & 15);
    const wx = UNIT_DIRECTIONS[w]!;
    const wy = UNIT_DIRECTIONS[w + 1]!;
    const wz = UNIT_DIRECTIONS[w + 2]!;
    // ∇ × f⁴·(w × d) = 2·f³·(f − 4d²)·w + 8·f³·(w·d)·d, and ∇ × f⁴·(w·d)·w = 8·f³·(w·d)·(w × d).
    const f3 = f * f * f;
    const jet = 2 * f3 * (f - 4 * (FALLOFF - f));
    const back = 8 * f3 * (wx * dx + wy * dy + wz * dz);
    const twist = h < 0 ? -2 * back : 2 * back;
    cx += jet * wx + back * dx + twist * (wy * dz - wz * dy);
    cy += jet * wy + back * dy + twist * (wz * dx - wx * dz);
    cz += jet * wz + back * dz + twist * (wx * dy - wy * dx);
  }
  out[0]! += amplitude * cx;
  out[1]! += amplitude * cy;
  out[2]! += amplitude * cz;
}
