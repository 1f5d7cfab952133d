import { defineCurve } from './curve';

/** p = 1 up to the outer radius, then 0. */
export const flat = defineCurve({
  kind: 'flat',
  label: 'flat',
  summary: 'Full strength up to the outer radius, then zero: a hard edge.',
  formula: 'p = 1 up to the outer radius, then 0',
  source: 'common practice, no source',
  parameters: {},
  needsInner: false,
  examples: [
    { inner: 0, outer: 1, at: 0.25, weight: 1 },
    { inner: 0, outer: 1, at: 0.999, weight: 1 },
  ],
  compile: () => (s) => (s < 1 ? 1 : 0),
});
