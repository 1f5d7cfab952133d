import { describe } from '../../document/parameters';
import { varied } from '../../lib/random/lookup';
import { defineEmission, none } from './emission';

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
    help: 'The number of particles born together.',
  },
  variance: {
    type: 'number',
    label: 'Count variation',
    unit: '',
    default: 0,
    min: 0,
    max: 1e7,
    whole: true,
    usual: [0, 5000],
    fixed: true,
    help: 'The count is larger or smaller than the set one by up to this, as the emitter’s seed decides.',
  },
  timing: {
    type: 'choice',
    label: 'Timing',
    default: 'frame',
    options: [
      { value: 'frame', label: 'at a frame' },
      { value: 'start', label: 'at run start' },
    ],
    help: 'The burst comes at a frame, or when the run starts, before any pre-roll.',
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
    help: 'The frame of the burst. A frame before the run starts gives no burst.',
    shown: (v) => v['timing'] === 'frame',
  },
});

/** All particles born together at the beginning of one frame, with age 0 there, if the emitter is on then. */
export const burst = defineEmission({
  kind: 'burst',
  label: 'burst',
  summary: 'Many particles at once.',
  parameters,
  compile({ values, start, gate, hashRandom }) {
    const { count, variance, timing, frame } = values;
    const moment = timing === 'start' ? start : frame;
    const number = variance > 0 ? Math.max(0, Math.floor(varied(count, variance, hashRandom(moment)) + 0.5)) : count;
    return {
      during: () => none,
      atFrame: (now) => (now === moment && gate(now) ? { first: 1, last: number, at: () => now } : none),
    };
  },
});
