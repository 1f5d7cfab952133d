import { describe } from '../../document/parameters';
import { monotoneCubic } from '../../lib/math/monotone';
import { defineCurve } from './curve';

const parameters = describe({
  knots: {
    type: 'levels',
    label: 'Points',
    default: [
      { at: 0, value: 1 },
      { at: 0.25, value: 0.85 },
      { at: 0.6, value: 0.3 },
      { at: 1, value: 0 },
    ],
    help: 'Points of the curve from the inner radius (0) to the outer (1).',
    ends: ['inner', 'outer'],
    smooth: true,
    within: [0, 1],
  },
});

/** p through knots, monotone between them (Fritsch & Carlson 1980). */
export const custom = defineCurve({
  kind: 'custom',
  label: 'custom',
  summary: 'Drawn by hand, without overshoot between its points.',
  formula: 'p through the points, monotone cubic',
  source: 'Fritsch & Carlson 1980',
  parameters,
  needsInner: false,
  examples: [
    { inner: 0, outer: 4, at: 1, weight: 0.85 },
    { inner: 0, outer: 4, at: 2.4, weight: 0.3 },
  ],
  compile: (values) => monotoneCubic(values.knots),
});
