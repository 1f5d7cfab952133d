import { defineCurve } from './curve';

/** p = (r₁ / max(d, r₁))² · (1 − s⁴)²: the law of light and gravity, lowered to 0 at the outer radius. */
export const inverseSquare = defineCurve({
  kind: 'inverse-square',
  label: 'inverse square',
  summary:
    'Like light from a lamp the size of the inner radius, faded to zero at the outer. Needs an inner radius above 0.',
  formula: 'p = (r₁ / max(d, r₁))² · (1 − s⁴)²',
  source: 'inverse square law, textbook physics; lowered to 0 at the outer radius',
  parameters: {},
  needsInner: true,
  examples: [
    // The end takes s⁴ = 1e-12 of it
    { inner: 1, outer: 1000, at: 2, weight: 0.25 },
    { inner: 1, outer: 1000, at: 10, weight: 0.01 },
    // (4/9) · (15/16)²
    { inner: 1, outer: 2, at: 1.5, weight: 0.390625 },
  ],
  compile: () => (s, d, inner) => {
    const near = inner / Math.max(d, inner);
    const end = 1 - s * s * s * s;
    return near * near * end * end;
  },
});
