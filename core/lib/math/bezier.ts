/** Two handles of a curve from (0, 0) to (1, 1): x₁, y₁, x₂, y₂, with both x in 0 … 1. */
export type Handles = readonly [number, number, number, number];

/** Curves by name, as CSS Easing Functions Level 1 (W3C) defines them. */
export const EASINGS: Readonly<Record<string, Handles>> = {
  ease: [0.25, 0.1, 0.25, 1],
  'ease in': [0.42, 0, 1, 1],
  'ease out': [0, 0, 0.58, 1],
  'ease in and out': [0.42, 0, 0.58, 1],
};

/** What a curve has whose handles are left out. */
export const USUAL_HANDLES: Handles = EASINGS['ease in and out']!;

const at = (a: number, b: number, t: number) => ((1 + 3 * a - 3 * b) * t + 3 * b - 6 * a) * t * t + 3 * a * t;

/**
 * y at x of the cubic Bézier curve with those handles (W3C, CSS Easing Functions Level 1, 2.3): the t whose x that is,
 * to 1e-12 by bisection, which never leaves the curve as Newton's method can where it stands upright.
 */
export function easedBy([x1, y1, x2, y2]: Handles, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  let low = 0;
  let high = 1;
  for (let i = 0; i < 40; i++) {
    const t = (low + high) / 2;
    if (at(x1, x2, t) < x) low = t;
    else high = t;
  }
  return at(y1, y2, (low + high) / 2);
}
