import { describe, type ValuesOf } from '../describe/parameters';
import { none, type AmountKind } from './amount';

const parameters = describe({
  rate: {
    type: 'number',
    label: 'Rate',
    unit: '1/s',
    default: 500,
    min: 0,
    max: 1e7,
    usual: [0, 5000],
    help: 'Particles born a second, spread evenly inside each frame.',
  },
});

/** The k-th birth is when the integral of the rate from the start first reaches k: fractional rates lose and gain none. */
export const rate: AmountKind = {
  kind: 'rate',
  label: 'rate',
  summary: 'So many particles a second, each born at its own moment inside the frame.',
  parameters,
  during(values, { fps, start }, from, to) {
    const { rate: perSecond } = values as ValuesOf<typeof parameters>;
    if (perSecond === 0) return none;
    return {
      first: Math.floor((perSecond * (from - start)) / fps) + 1,
      last: Math.floor((perSecond * (to - start)) / fps),
      at: (k) => start + (k * fps) / perSecond,
    };
  },
  atFrame: () => none,
};
