import { describe } from '../../document/parameters';
import { mix, varied } from '../../lib/random/lookup';
import { defineEmission, none } from './emission';

const parameters = describe({
  rate: {
    type: 'number',
    label: 'Rate',
    unit: '',
    default: 500,
    min: 0,
    max: 1e7,
    usual: [0, 5000],
    help: 'The number of particles born per second or per frame. Births are spread within each frame.',
  },
  rateUnit: {
    type: 'choice',
    label: 'Rate unit',
    default: 'second',
    options: [
      { value: 'second', label: 'per second' },
      { value: 'frame', label: 'per frame' },
    ],
    help: 'Whether the rate counts births per second or per frame.',
  },
  variance: {
    type: 'number',
    label: 'Rate variation',
    unit: '',
    default: 0,
    min: 0,
    max: 1e7,
    usual: [0, 2000],
    help: 'The rate is larger or smaller than the set one by up to this, differently on each frame.',
  },
  timing: {
    type: 'choice',
    label: 'Timing',
    default: 'even',
    options: [
      { value: 'even', label: 'even' },
      { value: 'random', label: 'random' },
    ],
    help: 'Even spaces births equally in time; random puts each at a random moment of its frame.',
  },
});

/**
 * The k-th birth is when the integral of rate × gate from the start first reaches k: fractional rates lose and gain
 * none. The integral is summed over whole frames in 64 bits; without variance it is the rate times the frames that were
 * on, which is exact.
 */
export const rate = defineEmission({
  kind: 'rate',
  label: 'rate',
  summary: 'A steady stream of particles.',
  parameters,
  compile({ values, valuesAt, fps, start, round, gate, hashRandom }) {
    const { rate: given, rateUnit, variance, timing } = values;
    const uneven = variance > 0 || valuesAt !== undefined || round > 0;
    const perSecond = (n: number) => (rateUnit === 'second' ? n : n * fps);
    // Rate and its sum before each frame from the start on, in births a second.
    const rates: number[] = [];
    const sums: number[] = [];
    let on = 0;
    let sum = 0;
    const rateOn = (frame: number) => {
      if (!gate(frame)) return 0;
      const now = valuesAt ? valuesAt(frame) : { rate: given, variance };
      return Math.max(0, perSecond(now.variance > 0 ? varied(now.rate, now.variance, hashRandom(frame)) : now.rate));
    };
    let inARound = 0;
    for (let i = 0; i < round; i++) inARound += rateOn(start + i);
    const wholeRound = Math.floor(inARound / fps + 0.5) * fps;
    const fit = inARound > 0 ? wholeRound / inARound : 1;
    const reach = (index: number) => {
      for (let i = rates.length; i <= index; i++) {
        const own = rateOn(start + i) * fit;
        if (round > 0 && i === round) sum = wholeRound;
        sums.push(uneven ? sum : perSecond(given) * on);
        rates.push(own);
        sum += own;
        if (gate(start + i)) on++;
      }
    };
    return {
      during(from, to) {
        const index = Math.floor(from) - start;
        if (index < 0) return none;
        reach(index + 1);
        const own = rates[index]!;
        if (own === 0) return none;
        const frame = start + index;
        const before = sums[index]!;
        // At its end the frame's sum is the next one's, to the last bit, so that none is lost or counted twice.
        const sumAt = (t: number) => (t === frame + 1 ? sums[index + 1]! : before + own * (t - frame));
        const reached = (t: number) => Math.floor(sumAt(t) / fps);
        const even = (k: number) => frame + (k * fps - before) / own;
        if (timing === 'even') return { first: reached(from) + 1, last: reached(to), at: even };
        // At random within the frame: each of its births is looked at, and the stretch takes its own.
        return { first: reached(frame) + 1, last: reached(frame + 1), at: (k) => frame + momentOf(k), scattered: true };
      },
      atFrame: () => none,
    };
  },
});

/** A moment in (0, 1] of a frame that belongs to the k-th birth. */
const momentOf = (k: number) => (mix(k) + 1) / 4294967296;
