import { describe } from '../../document/parameters';
import { cos, exp, sin } from '../../lib/math/exact';
import { NOISES } from '../../lib/noise/kinds';
import { mix } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { defineAutomation, rangeOf, seconds } from './automation';

const WHOLE_TURN = 6.283185307179586;

const parameters = describe({
  ...rangeOf(0, 1),
  size: seconds('Average period', 2, 'The average time from one peak to the next. Longer is slower.'),
  seed: { ...seed, help: 'Another seed drifts differently.' },
});

/** Smooth noise over time, as likely anywhere in its range. */
export const drift = defineAutomation({
  kind: 'drift',
  label: 'drift',
  summary: 'Wanders smoothly and randomly between two numbers.',
  parameters,
  examples: [{ values: { outputMin: 2, outputMax: 2 }, at: 1.3, value: 2 }],
  formula: 'low + (high − low)·Φ(noise(t/T)/σ)',
  source: 'gradient noise, Perlin 2002; Φ by a logistic curve, no source',
  compile({ values, fps, stream, closes }) {
    const { outputMin: low, outputMax: high, size, seed: own } = values;
    const { sloped, scale, deviation } = NOISES.gradient;
    const corners = mix(stream ^ Math.imul(own, 0x9e3779b1)) | 0;
    const sample = new Float64Array(4);
    // Closed, it walks round a circle as long as the loop, in place of a straight line.
    const round = (closes / fps / size) * scale;
    const radius = round / WHOLE_TURN;
    return (frame) => {
      const turn = closes > 0 ? (WHOLE_TURN * (frame - closes * Math.floor(frame / closes))) / closes : 0;
      // Off the planes of the lattice, where gradient noise is 0 or runs straight.
      if (closes > 0) sloped(radius * cos(turn), 0.37 + radius * sin(turn), 0.71, corners, sample);
      else sloped((frame / fps / size) * scale, 0.37, 0.71, corners, sample);
      return low + (high - low) / (1 + exp((-1.702 * sample[0]!) / deviation));
    };
  },
});
