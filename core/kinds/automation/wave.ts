import { describe } from '../../document/parameters';
import { sin } from '../../lib/math/exact';
import { uniform } from '../../lib/random/lookup';
import { defineAutomation, fitting, rangeOf, seconds } from './automation';

const parameters = describe({
  form: {
    type: 'choice',
    label: 'Waveform',
    default: 'sine',
    options: [
      { value: 'sine', label: 'sine' },
      { value: 'triangle', label: 'triangle' },
      { value: 'saw', label: 'saw' },
      { value: 'square', label: 'square' },
    ],
    help: 'The shape of the oscillation.',
  },
  ...rangeOf(0, 1),
  period: seconds('Period', 4, 'The time from one peak to the next.'),
  phase: {
    type: 'number',
    label: 'Phase',
    unit: '°',
    default: 0,
    usual: [-180, 180],
    help: 'Shifts the wave in time; 180° is half a period.',
  },
  spread: {
    type: 'number',
    label: 'Phase spread',
    unit: '°',
    default: 0,
    min: 0,
    max: 360,
    usual: [0, 360],
    help: 'Shifts each automated setting by a random part of this, so that copies do not move together.',
  },
});

/** What a number's own part of the spread is drawn for. */
const OWN = 3;

const WHOLE_TURN = 6.283185307179586;

/** Values in −1 … 1 over a turn 0 … 1, all beginning in the middle and going up. */
const FORMS: Readonly<Record<string, (turn: number) => number>> = {
  sine: (turn) => sin(WHOLE_TURN * turn),
  triangle: (turn) => (turn < 0.25 ? 4 * turn : turn < 0.75 ? 2 - 4 * turn : 4 * turn - 4),
  saw: (turn) => (turn < 0.5 ? 2 * turn : 2 * turn - 2),
  square: (turn) => (turn < 0.5 ? 1 : -1),
};

/** A regular coming and going. */
export const wave = defineAutomation({
  kind: 'wave',
  label: 'wave',
  summary: 'Oscillates regularly, as a sine, triangle, saw or square wave.',
  parameters,
  examples: [
    { values: { outputMin: 1, outputMax: 3, period: 4 }, at: 0, value: 2 },
    { values: { outputMin: 1, outputMax: 3, period: 4 }, at: 1, value: 3 },
    { values: { form: 'triangle', outputMin: 0, outputMax: 8, period: 4 }, at: 3.5, value: 2 },
    { values: { form: 'saw', outputMin: 0, outputMax: 4, period: 4 }, at: 1, value: 3 },
    { values: { form: 'square', outputMin: 1, outputMax: 5, period: 4, phase: 180 }, at: 1, value: 1 },
  ],
  formula: 'low + (high − low)·(1 + f(t/T + φ))/2',
  source: 'textbook',
  compile({ values, fps, closes, stream }) {
    const { form, outputMin: low, outputMax: high, period: own, phase: common, spread } = values;
    const period = fitting(own, closes / fps);
    const shape = FORMS[form]!;
    const phase = common + spread * (uniform(stream, 0, OWN) - 0.5);
    return (frame) => {
      const turn = frame / fps / period + phase / 360;
      return low + (high - low) * 0.5 * (1 + shape(turn - Math.floor(turn)));
    };
  },
});
