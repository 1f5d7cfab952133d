/** A value at a place along a curve. */
export interface Knot {
  readonly at: number;
  readonly value: number;
}

/** Knots nearer than this to each other are a step. */
const STEP = 1e-9;
/** Values nearer than this to each other are level. */
const LEVEL = 1e-12;

/**
 * A monotone piecewise cubic through knots in rising order: it never overshoots them (Fritsch & Carlson, "Monotone
 * piecewise cubic interpolation", SIAM J. Numer. Anal. 17, 1980). Before the first knot and after the last its value
 * holds; two knots at the same place are a step.
 */
export function monotoneCubic(knots: readonly Knot[]): (x: number) => number {
  const n = knots.length;
  const x = Float64Array.from(knots, (k) => k.at);
  const y = Float64Array.from(knots, (k) => k.value);
  const secant = new Float64Array(Math.max(0, n - 1));
  for (let i = 0; i < n - 1; i++) {
    const [run, rise] = [x[i + 1]! - x[i]!, y[i + 1]! - y[i]!];
    secant[i] = run > STEP && Math.abs(rise) > LEVEL ? rise / run : 0;
  }
  const slope = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const before = secant[i - 1] ?? secant[i] ?? 0;
    const after = secant[i] ?? before;
    slope[i] = before * after <= 0 ? 0 : (before + after) / 2;
  }
  for (let i = 0; i < n - 1; i++) {
    if (secant[i] === 0) {
      slope[i] = slope[i + 1] = 0;
      continue;
    }
    const a = slope[i]! / secant[i]!;
    const b = slope[i + 1]! / secant[i]!;
    const size = a * a + b * b;
    if (size <= 9) continue;
    const shrink = 3 / Math.sqrt(size);
    slope[i] = shrink * a * secant[i]!;
    slope[i + 1] = shrink * b * secant[i]!;
  }
  return (at) => {
    if (n === 0) return 0;
    if (at <= x[0]!) return y[0]!;
    if (at >= x[n - 1]!) return y[n - 1]!;
    let i = 0;
    while (x[i + 1]! <= at) i++;
    const h = x[i + 1]! - x[i]!;
    if (h <= STEP) return y[i + 1]!;
    const t = (at - x[i]!) / h;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * y[i]! +
      (t3 - 2 * t2 + t) * h * slope[i]! +
      (3 * t2 - 2 * t3) * y[i + 1]! +
      (t3 - t2) * h * slope[i + 1]!
    );
  };
}
