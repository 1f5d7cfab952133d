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
  every: {
    type: 'number',
    label: 'Repeat every',
    unit: 'f',
    default: 0,
    min: 0,
    max: 100000,
    whole: true,
    usual: [0, 96],
    fixed: true,
    help: 'Another burst every so many frames; 0 gives a single burst.',
  },
  times: {
    type: 'number',
    label: 'Number of bursts',
    unit: '',
    default: 0,
    min: 0,
    max: 100000,
    whole: true,
    usual: [0, 24],
    fixed: true,
    help: 'The number of bursts in all; 0 lets them go on.',
    shown: (v) => v['every'] !== 0,
  },
});

/** All particles born together at the beginning of one frame, or of several, with age 0 there, if the emitter is on then. */
export const burst = defineEmission({
  kind: 'burst',
  label: 'burst',
  summary: 'Many particles at once, a single time or again and again.',
  parameters,
  compile({ values, start, gate, hashRandom }) {
    const { count, variance, timing, frame, every, times } = values;
    const moment = timing === 'start' ? start : frame;
    const numberAt = (at: number) =>
      variance > 0 ? Math.max(0, Math.floor(varied(count, variance, hashRandom(at)) + 0.5)) : count;
    // Particles of all bursts before each, whether the emitter is on then or not.
    const before = [0];
    const bornBefore = (which: number): number => {
      for (let n = before.length; n <= which; n++) before.push(before[n - 1]! + numberAt(moment + (n - 1) * every));
      return before[which]!;
    };
    /** Which burst comes at a frame, from 0; undefined where none does. */
    const burstAt = (now: number): number | undefined => {
      if (every === 0) return now === moment ? 0 : undefined;
      const which = (now - moment) / every;
      return Number.isInteger(which) && which >= 0 && (times === 0 || which < times) ? which : undefined;
    };
    return {
      during: () => none,
      atFrame(now) {
        const which = burstAt(now);
        if (which === undefined || !gate(now)) return none;
        const first = bornBefore(which) + 1;
        return { first, last: first - 1 + numberAt(now), at: () => now };
      },
    };
  },
});
