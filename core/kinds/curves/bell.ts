import { exp } from '../../lib/math/exact';
import { defineCurve } from './curve';

const END = exp(-4.5);

/** p = (e^(−4.5s²) − e^(−4.5)) / (1 − e^(−4.5)): a Gaussian of three standard deviations, lowered to 0 at the outer radius. */
export const bell = defineCurve({
  kind: 'bell',
  label: 'bell',
  summary: 'A Gaussian: strong near the inner radius, weak towards the outer.',
  formula: 'p = (e^(−4.5s²) − e^(−4.5)) / (1 − e^(−4.5))',
  source: 'Gauss; lowered to 0 at the outer radius',
  parameters: {},
  needsInner: false,
  examples: [
    // (e^(−1/2) − e^(−9/2)) / (1 − e^(−9/2))
    { inner: 0, outer: 3, at: 1, weight: 0.6021105067 },
  ],
  compile: () => (s) => (s >= 1 ? 0 : (exp(-4.5 * s * s) - END) / (1 - END)),
});
