import type { ActionKind } from './action';

/** A bare number that moves nothing: groups combine it, and a modulator reads it there. */
export const level: ActionKind = {
  kind: 'level',
  label: 'level',
  summary:
    'A bare number that moves nothing by itself: a group combines levels, and a modulator of other fields reads the group.',
  unit: '',
  formula: 'nothing by itself',
  source: 'common practice, no source',
  vectorUnit: '',
  parameters: {},
  needsDrag: false,
  isVector: false,
  accumulate: () => undefined,
  felt: () => 0,
};
