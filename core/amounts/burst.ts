import { describe, type ValuesOf } from '../describe/parameters';
import { none, type AmountKind } from './amount';

const parameters = describe({
  count: {
    type: 'number',
    label: 'Count',
    unit: '',
    default: 1000,
    min: 0,
    max: 1e7,
    whole: true,
    usual: [0, 20000],
    help: 'How many are born together.',
  },
  frame: {
    type: 'number',
    label: 'Frame',
    unit: 'f',
    default: 0,
    min: -100000,
    max: 1000000,
    whole: true,
    usual: [0, 240],
    help: 'The frame at whose beginning they are born. Before the run begins there is no burst.',
  },
});

/** All particles born together at the beginning of one frame, with age 0 there. */
export const burst: AmountKind = {
  kind: 'burst',
  label: 'burst',
  summary: 'Many particles at once, at the beginning of a frame.',
  parameters,
  during: () => none,
  atFrame(values, _clock, frame) {
    const settings = values as ValuesOf<typeof parameters>;
    return frame === settings.frame ? { first: 1, last: settings.count, at: () => frame } : none;
  },
};
