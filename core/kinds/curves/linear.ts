import { defineCurve } from './curve';

/** p = 1 − s. */
export const linear = defineCurve({
  kind: 'linear',
  label: 'linear',
  summary: 'Falls evenly from the inner to the outer radius.',
  formula: 'p = 1 − s',
  source: 'common practice, no source',
  parameters: {},
  needsInner: false,
  examples: [
    { inner: 0, outer: 1, at: 0.25, weight: 0.75 },
    { inner: 1, outer: 3, at: 2.8, weight: 0.1 },
  ],
  compile: () => (s) => 1 - s,
});
