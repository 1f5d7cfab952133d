import { defineCurve } from './curve';

/** p = 1 − (3s² − 2s³), the cubic with level ends. */
export const smooth = defineCurve({
  kind: 'smooth',
  label: 'smooth',
  summary: 'Falls smoothly, without a corner at either radius.',
  formula: 'p = 1 − (3s² − 2s³)',
  source: 'textbook numerical methods',
  parameters: {},
  needsInner: false,
  examples: [
    { inner: 0, outer: 1, at: 0.25, weight: 0.84375 },
    { inner: 1, outer: 3, at: 2, weight: 0.5 },
  ],
  compile: () => (s) => 1 - s * s * (3 - 2 * s),
});
