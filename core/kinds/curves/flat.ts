import { defineCurve } from './profile';

/** p = 1 up to reach, then 0. */
export const flat = defineCurve({
  kind: 'flat',
  label: 'flat',
  summary: 'Full up to the reach, then nothing: a hard edge.',
  formula: 'p = 1 up to the reach, then 0',
  source: 'common practice, no source',
  parameters: {},
  needsCore: false,
  compile: () => (s) => (s < 1 ? 1 : 0),
});
