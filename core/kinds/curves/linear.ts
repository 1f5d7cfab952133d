import { defineCurve } from './profile';

/** p = 1 − s. */
export const linear = defineCurve({
  kind: 'linear',
  label: 'linear',
  summary: 'Falls evenly from core to reach.',
  formula: 'p = 1 − s',
  source: 'common practice, no source',
  parameters: {},
  needsCore: false,
  compile: () => (s) => 1 - s,
});
