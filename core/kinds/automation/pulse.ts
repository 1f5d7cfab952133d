import { describe } from '../../document/parameters';
import { defineAutomation, fitting, rangeOf, seconds, smooth } from './automation';

const time = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: 's', default: value, min: 0, max: 100000, usual: [0, 5], help }) as const;

const parameters = describe({
  ...rangeOf(0, 1),
  every: seconds('Period', 2, 'The time from the start of one pulse to the start of the next.'),
  attack: time('Attack', 0.1, 'The time to rise.'),
  hold: time('Hold', 0.2, 'The time at the top.'),
  release: time('Release', 0.6, 'The time to fall.'),
  start: {
    type: 'number',
    label: 'Start time',
    unit: 's',
    default: 0,
    usual: [-10, 10],
    help: 'The time at which a pulse starts.',
  },
});

/** One stroke after another. */
export const pulse = defineAutomation({
  kind: 'pulse',
  label: 'pulse',
  summary: 'Rises, holds and falls, over and over.',
  parameters,
  examples: [
    { values: { outputMin: 1, outputMax: 5, every: 2, attack: 0.5, hold: 0.25, release: 1 }, at: 2.25, value: 3 },
    { values: { outputMin: 1, outputMax: 5, every: 2, attack: 0.5, hold: 0.25, release: 1 }, at: 0.7, value: 5 },
    // 1 − (3t² − 2t³) at t = ¼
    { values: { outputMin: 0, outputMax: 1, every: 2, attack: 0.5, hold: 0.25, release: 1 }, at: 1, value: 0.84375 },
  ],
  formula: 'low + (high − low)·envelope(t mod T)',
  source: 'common practice, no source',
  compile({ values, fps, closes }) {
    const { outputMin: low, outputMax: high, every: own, attack, hold, release, start } = values;
    const every = fitting(own, closes / fps);
    return (frame) => {
      const from = frame / fps - start;
      const t = from - Math.floor(from / every) * every;
      const up = attack > 0 ? smooth(t / attack) : 1;
      const down = t - attack - hold;
      const level = down <= 0 ? up : release > 0 ? 1 - smooth(down / release) : 0;
      return low + (high - low) * level;
    };
  },
});
