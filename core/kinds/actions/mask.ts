import type { ActionKind } from './action';

/** A bare number that moves nothing: groups combine it, and a modulator reads it there. */
export const mask: ActionKind = {
  kind: 'mask',
  label: 'mask',
  summary:
    'A number that moves nothing by itself. A group combines masks, and modulators of other fields read the group.',
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
