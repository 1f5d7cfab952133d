import { describe } from '../../document/parameters';
import { varied } from '../../lib/random/lookup';
import { defineEmission, none } from './amount';

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
    fixed: true,
    help: 'How many are born together.',
  },
  variance: {
    type: 'number',
    label: '± count',
    unit: '',
    default: 0,
    min: 0,
    max: 1e7,
    whole: true,
    usual: [0, 5000],
    fixed: true,
    help: 'The count differs by up to this, both ways, by the emitter’s seed; never below 0.',
  },
  at: {
    type: 'choice',
    label: 'At',
    default: 'frame',
    options: [
      { value: 'frame', label: 'a frame' },
      { value: 'start', label: 'the first frame of the run' },
    ],
    help: 'At a given frame, or when the run starts, pre-roll included.',
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
    fixed: true,
    help: 'The frame at whose beginning they are born. Before the run begins there is no burst.',
    shown: (v) => v['at'] === 'frame',
  },
});

/** All particles born together at the beginning of one frame, with age 0 there, if the emitter is on then. */
export const burst = defineEmission({
  kind: 'burst',
  label: 'burst',
  summary: 'Many particles at once, at the beginning of a frame.',
  parameters,
  compile({ values, start, gate, hashRandom }) {
    const { count, variance, at, frame } = values;
    const moment = at === 'start' ? start : frame;
    const number = variance > 0 ? Math.max(0, Math.floor(varied(count, variance, hashRandom(moment)) + 0.5)) : count;
    return {
      during: () => none,
      atFrame: (now) => (now === moment && gate(now) ? { first: 1, last: number, at: () => now } : none),
    };
  },
});
