/** What values of a population come to; NaN where there are none. */
export interface Summary {
  readonly mean: number;
  /** Values that so many per cent are below: those of {@link PERCENTILES}. */
  readonly percentiles: readonly number[];
  readonly least: number;
  readonly most: number;
}

/** The percentiles that are told. */
export const PERCENTILES = [5, 25, 50, 75, 95] as const;

/**
 * The quantile p in 0 … 1 of values in rising order, between neighbours by straight line (Hyndman & Fan, "Sample
 * quantiles in statistical packages", 1996, definition 7). NaN without values.
 */
export function quantile(sorted: ArrayLike<number>, p: number): number {
  const n = sorted.length;
  if (n === 0) return NaN;
  const at = (n - 1) * Math.min(1, Math.max(0, p));
  const below = Math.floor(at);
  const low = sorted[below]!;
  return low + (at - below) * ((sorted[below + 1] ?? low) - low);
}

/** Sums values up; they are put in rising order on the way. */
export function summarise(values: Float32Array | Float64Array): Summary {
  values.sort();
  const n = values.length;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += values[i]!;
  return {
    mean: n > 0 ? sum / n : NaN,
    percentiles: PERCENTILES.map((p) => quantile(values, p / 100)),
    least: n > 0 ? values[0]! : NaN,
    most: n > 0 ? values[n - 1]! : NaN,
  };
}

/** Counts in equal bins between two bounds; the upper one belongs to the last bin, and what lies beyond is left out. */
export function histogram(
  values: ArrayLike<number>,
  low: number,
  high: number,
  bins: number,
): Uint32Array<ArrayBuffer> {
  const counts = new Uint32Array(bins);
  const scale = high > low ? bins / (high - low) : 0;
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (value < low || value > high) continue;
    const bin = Math.min(bins - 1, Math.floor((value - low) * scale));
    counts[bin]!++;
  }
  return counts;
}
