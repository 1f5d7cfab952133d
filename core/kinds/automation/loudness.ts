import { describe } from '../../document/parameters';
import { exp } from '../../lib/math/exact';
import { ENVELOPE_RATE } from './envelope';
import { defineAutomation, rangeOf } from './automation';

const time = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: 's', default: value, min: 0, max: 100, usual: [0, 1], help }) as const;

const parameters = describe({
  sound: { type: 'sound', label: 'Sound', default: '', help: 'The sound to follow.' },
  ...rangeOf(0, 1),
  start: {
    type: 'number',
    label: 'Start time',
    unit: 's',
    default: 0,
    usual: [-10, 10],
    help: 'The time at which the sound starts. Outside the sound there is silence.',
  },
  attack: time('Attack', 0.01, 'The time to follow a rise in loudness. Longer is smoother.'),
  release: time('Release', 0.15, 'The time to follow a fall in loudness. Longer is smoother.'),
});

/** Follows how loud a sound is. */
export const loudness = defineAutomation({
  kind: 'loudness',
  label: 'loudness',
  summary: 'Follows the loudness of a sound: output minimum in silence, output maximum at the loudest.',
  parameters,
  examples: [
    {
      values: { sound: 'a', outputMin: 1, outputMax: 3, attack: 0, release: 0 },
      sounds: [{ hash: 'a', name: 'A', levels: [0, 255, 51] }],
      at: 0.015,
      value: 3,
    },
    {
      values: { sound: 'a', outputMin: 1, outputMax: 3, attack: 0, release: 0 },
      sounds: [{ hash: 'a', name: 'A', levels: [0, 255, 51] }],
      at: 0.025,
      value: 1.4,
    },
  ],
  formula:
    'low + (high − low)·L(t), L the root mean square in windows of 10 ms, the loudest 1, followed by e^(−t/attack) up and e^(−t/release) down',
  source: 'envelope follower with attack and release, textbook',
  compile({ values, fps, sounds }) {
    const { sound, outputMin: low, outputMax: high, start, attack, release } = values;
    const levels = sounds.find(({ hash }) => hash === sound)?.levels ?? [];
    const kept = (seconds: number) => (seconds > 0 ? exp(-1 / (ENVELOPE_RATE * seconds)) : 0);
    const [up, down] = [kept(attack), kept(release)];
    // It rings out after the end until nothing is left that counts.
    const tail = Math.ceil(8 * release * ENVELOPE_RATE);
    const followed = new Float64Array(levels.length + tail);
    let now = 0;
    for (let i = 0; i < followed.length; i++) {
      const level = (levels[i] ?? 0) / 255;
      now = level + (now - level) * (level > now ? up : down);
      followed[i] = now;
    }
    return (frame) => {
      const at = (frame / fps - start) * ENVELOPE_RATE - 0.5;
      const i = Math.floor(at);
      const [a, b] = [followed[i] ?? 0, followed[i + 1] ?? 0];
      return low + (high - low) * (a + (at - i) * (b - a));
    };
  },
  broken(values, { sounds }) {
    const { sound } = values;
    if (sound === '') return 'no sound is chosen';
    return sounds.some(({ hash }) => hash === sound) ? undefined : 'the scene has no such sound';
  },
});
