import { exp } from '../../lib/math/exact';
import { defineCurve } from './curve';

const END = exp(-4);

/** p = (e^(−4s) − e^(−4)) / (1 − e^(−4)): falls fastest at the inner radius, lowered to 0 at the outer radius. */
export const exponential = defineCurve({
  kind: 'exponential',
  label: 'exponential',
  summary: 'Falls fastest just outside the inner radius, with a long tail.',
  formula: 'p = (e^(−4s) − e^(−4)) / (1 − e^(−4))',
  source: 'exponential decay, textbook; lowered to 0 at the outer radius',
  parameters: {},
  needsInner: false,
  examples: [
    // 1 / (1 + e²)
    { inner: 0, outer: 1, at: 0.5, weight: 0.11920292202211755 },
  ],
  compile: () => (s) => (s >= 1 ? 0 : (exp(-4 * s) - END) / (1 - END)),
});
