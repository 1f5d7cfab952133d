import { simplexHash } from './simplex-hash';

/**
 * Simplex noise in three dimensions (Perlin 2001; the simplex ordering after Gustavson, "Simplex noise demystified",
 * 2005) as a vector potential: three gradient noises at once, whose gradients at a corner all come from one direction w
 * picked there, one of the eight of (±1, ±1, ±1) / √3. With d the way from the corner, the potential is
 * (½ − d²)⁴ · (w × d ± 2·(w·d)·w), either sign by the hash: the first part is a jet along w that flows back around
 * itself, the second a twist about it; with 2 of it speeds are about as spread as those of a normal distribution. With
 * ½ the support of a corner ends at the faces of the simplex, so that value and first derivatives are continuous.
 * Derivatives are analytic.
 */

const FALLOFF = 0.5;
/** Each part of a direction: 1 / √3. */
const PART = Math.sqrt(1 / 3);
const TWIST = 2 * PART;

/**
 * Adds to `out` the curl of the vector potential at a point in noise units, times `amplitude`.
 * `out` holds x, y, z. Divergence is zero because it is a curl (Bridson, Houriham & Nordenstam 2007).
 */
export function addSimplexCurl(
  x: number,
  y: number,
  z: number,
  seed: number,
  amplitude: number,
  out: Float64Array,
): void {
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
    const sx = h < 0 ? -1 : 1;
    const sy = h & 0x40000000 ? -1 : 1;
    const sz = h & 0x20000000 ? -1 : 1;
    // With a, b, c = s·d, d seen with the signs of w: w·d = (a + b + c) / √3, and w × d is, but for a sign that is all
    // the same, s·(c − b, a − c, b − a) / √3.
    const a = sx * dx;
    const b = sy * dy;
    const c = sz * dz;
    // ∇ × f⁴·(w × d) = 2·f³·(f − 4d²)·w + 8·f³·(w·d)·d, and ∇ × f⁴·(w·d)·w = 8·f³·(w·d)·(w × d); all of it times √3.
    const f3 = f * f * f;
    const jet = 2 * f3 * (f - 4 * (FALLOFF - f));
    const back = 8 * f3 * (a + b + c);
    const twist = h & 0x10000000 ? -TWIST * back : TWIST * back;
    cx += sx * (jet + back * a + twist * (c - b));
    cy += sy * (jet + back * b + twist * (a - c));
    cz += sz * (jet + back * c + twist * (b - a));
  }
  const scale = amplitude * PART;
  out[0]! += scale * cx;
  out[1]! += scale * cy;
  out[2]! += scale * cz;
}
