import { cornerHash, GRADIENTS, gradientTable } from './gradients';

/** Hash of a lattice corner; its low bits pick the gradient. */
export type CornerHash = (x: number, y: number, z: number) => number;

/** Dot product of the offset with one of Perlin's twelve edge directions, picked by the low four bits of the hash. */
function edgeGradient(hash: number, x: number, y: number, z: number): number {
  const h = hash & 15;
  const u = h < 8 ? x : y;
  const v = h < 4 ? y : h === 12 || h === 14 ? x : z;
  return ((h & 1) === 0 ? u : -u) + ((h & 2) === 0 ? v : -v);
}

function fade(t: number): number {
  return t * t * t * (t * (t * 6 - 15) + 10);
}

function between(t: number, a: number, b: number): number {
  return a + t * (b - a);
}

/**
 * Gradient noise (K. Perlin, "Improving noise", SIGGRAPH 2002) in noise units, about −1 … 1. The hash is an argument,
 * so that the published permutation can be put in for a check.
 */
export function gradientNoise(x: number, y: number, z: number, hash: CornerHash): number {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  const dx = x - i;
  const dy = y - j;
  const dz = z - k;
  const u = fade(dx);
  const v = fade(dy);
  const w = fade(dz);
  const at = (a: number, b: number, c: number) => edgeGradient(hash(i + a, j + b, k + c), dx - a, dy - b, dz - c);
  return between(
    w,
    between(v, between(u, at(0, 0, 0), at(1, 0, 0)), between(u, at(0, 1, 0), at(1, 1, 0))),
    between(v, between(u, at(0, 0, 1), at(1, 0, 1)), between(u, at(0, 1, 1), at(1, 1, 1))),
  );
}

/**
 * Adds to `out` the curl of three independent gradient-noise potentials at a point in noise units, times `amplitude`,
 * with analytic derivatives. Gradients are spread over the sphere, so that no axis is favoured.
 */
export function addGradientCurl(
  x: number,
  y: number,
  z: number,
  seed: number,
  amplitude: number,
  out: Float64Array,
): void {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  const fx = x - i;
  const fy = y - j;
  const fz = z - k;
  const ux = fade(fx);
  const uy = fade(fy);
  const uz = fade(fz);
  const sx = 30 * fx * fx * (fx * (fx - 2) + 1);
  const sy = 30 * fy * fy * (fy * (fy - 2) + 1);
  const sz = 30 * fz * fz * (fz * (fz - 2) + 1);
  let cx = 0;
  let cy = 0;
  let cz = 0;
  for (let corner = 0; corner < 8; corner++) {
    const oi = corner & 1;
    const oj = (corner >> 1) & 1;
    const ok = corner >> 2;
    const h = cornerHash(i + oi, j + oj, k + ok, seed);
    const a = 3 * (h & (GRADIENTS - 1));
    const b = 3 * ((h >>> 8) & (GRADIENTS - 1));
    const c = 3 * ((h >>> 16) & (GRADIENTS - 1));
    const dx = fx - oi;
    const dy = fy - oj;
    const dz = fz - ok;
    const wx = oi ? ux : 1 - ux;
    const wy = oj ? uy : 1 - uy;
    const wz = ok ? uz : 1 - uz;
    const w = wx * wy * wz;
    const gx = (oi ? sx : -sx) * wy * wz;
    const gy = (oj ? sy : -sy) * wx * wz;
    const gz = (ok ? sz : -sz) * wx * wy;
    const na = gradientTable[a]! * dx + gradientTable[a + 1]! * dy + gradientTable[a + 2]! * dz;
    const nb = gradientTable[b]! * dx + gradientTable[b + 1]! * dy + gradientTable[b + 2]! * dz;
    const nc = gradientTable[c]! * dx + gradientTable[c + 1]! * dy + gradientTable[c + 2]! * dz;
    cx += w * (gradientTable[c + 1]! - gradientTable[b + 2]!) + nc * gy - nb * gz;
    cy += w * (gradientTable[a + 2]! - gradientTable[c]!) + na * gz - nc * gx;
    cz += w * (gradientTable[b]! - gradientTable[a + 1]!) + nb * gx - na * gy;
  }
  out[0]! += amplitude * cx;
  out[1]! += amplitude * cy;
  out[2]! += amplitude * cz;
}

/** The corner hash for a seed, to pass to {@link gradientNoise}. */
export function seededCorners(seed: number): CornerHash {
  return (x, y, z) => cornerHash(x, y, z, seed);
}
