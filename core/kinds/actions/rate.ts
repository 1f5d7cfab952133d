import { exp, log } from '../../lib/math/exact';
import type { VectorColumns } from '../../lib/math/vector';
import { beginBlend, type Blend } from '../contracts/sums';

/** The rate of a blend that is complete at once: with any step, nothing of the old is left beside it. */
const OUTRIGHT = 1e12;

/**
 * Blends “a share a frame” as a rate: λ = −ln(1 − |w|) a frame, so that a step of n frames leaves (1 − |w|)ⁿ whatever
 * the number of substeps. A share of 1 and more is outright.
 */
export function rateOf(share: number): number {
  const w = Math.abs(share);
  return w >= 1 ? OUTRIGHT : -log(1 - w);
}

/** The share a frame of a rate λ a frame: 1 − e^(−λ). */
export function shareOf(rate: number): number {
  return 1 - exp(-rate);
}

/** Adds what one field draws to: λ and λ·F, F turned round where its weight is negative. */
export function addToBlend(sum: Blend, count: number, weight: Float64Array, { x, y, z }: VectorColumns): void {
  beginBlend(sum, count);
  // Where there is no falloff all weights are alike: the last rate is kept.
  let last = 0;
  let rate = 0;
  for (let i = 0; i < count; i++) {
    const w = weight[i]!;
    if (w === 0) continue;
    if (w !== last) rate = rateOf(w);
    last = w;
    const pull = w < 0 ? -rate : rate;
    sum.rate[i]! += rate;
    sum.vector.x[i]! += pull * x[i]!;
    sum.vector.y[i]! += pull * y[i]!;
    sum.vector.z[i]! += pull * z[i]!;
  }
}
