import { defineCurve } from './curve';

/** p = 1 − (6s⁵ − 15s⁴ + 10s³): level and unbent at both ends (Perlin 2002). */
export const smoother = defineCurve({
  kind: 'smoother',
  label: 'smoother',
  summary: 'Falls even more gently at both radii than smooth.',
  formula: 'p = 1 − (6s⁵ − 15s⁴ + 10s³)',
  source: 'Perlin, “Improving noise”, SIGGRAPH 2002',
  parameters: {},
  needsInner: false,
  examples: [
    { inner: 0, outer: 1, at: 0.25, weight: 0.896484375 },
    { inner: 1, outer: 3, at: 2, weight: 0.5 },
  ],
  compile: () => (s) => 1 - s * s * s * (s * (6 * s - 15) + 10),
});
