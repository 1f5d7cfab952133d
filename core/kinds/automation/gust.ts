import { describe } from '../../document/parameters';
import { mix, uniform } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { defineAutomation, rangeOf, seconds, smooth } from './automation';

const parameters = describe({
  ...rangeOf(0, 1),
  waitLow: seconds('Shortest wait', 0.5, 'The shortest time from one gust to the next.'),
  waitHigh: seconds('Longest wait', 2, 'The longest time from one gust to the next. At least the shortest.'),
  attack: {
    type: 'number',
    label: 'Attack',
    unit: 's',
    default: 0.3,
    min: 0,
    max: 100000,
    usual: [0, 3],
    help: 'The time to reach a new value. Longer is smoother.',
  },
  seed: { ...seed, help: 'Another seed gives different gusts.' },
});

const VALUE = 1;
const WAIT = 2;
const PHASE = 3;

/**
 * A new random value after a random wait, over and over. Both are looked up by the number of the gust, counted both ways
 * from a random moment within the first wait before time 0.
 */
export const gust = defineAutomation({
  kind: 'gust',
  label: 'gust',
  summary: 'Jumps or glides to a new random value after a random wait, over and over.',
  parameters,
  examples: [{ values: { outputMin: 2, outputMax: 2 }, at: 1.3, value: 2 }],
  formula: 'vₙ uniform in [low, high], tₙ₊₁ − tₙ uniform in [least, most], eased over the attack',
  source: 'common practice, no source',
  compile({ values, fps, stream, closes }) {
    const { outputMin: low, outputMax: high, waitLow, waitHigh, attack, seed: own } = values;
    const hashRandom = mix(stream ^ Math.imul(own, 0x9e3779b1));
    const drawn = (n: number) => waitLow + Math.max(0, waitHigh - waitLow) * uniform(hashRandom, n, WAIT);
    // Closed, so many gusts come round again as fill the loop best, and their waits are drawn out or in to fill it.
    let [rounds, filled] = [0, 0];
    const whole = closes / fps;
    while (closes > 0 && (rounds === 0 || filled + drawn(rounds) / 2 < whole)) filled += drawn(rounds++);
    const numbered = (n: number) => (rounds > 0 ? n - rounds * Math.floor(n / rounds) : n);
    const value = (n: number) => low + (high - low) * uniform(hashRandom, numbered(n), VALUE);
    const wait = (n: number) => drawn(numbered(n)) * (rounds > 0 ? whole / filled : 1);
    // So that not every gust of a scene begins with the scene itself.
    const shift = wait(0) * uniform(hashRandom, 0, PHASE);
    /** When the n-th gust comes, n ≥ 0, and when the (−n)-th; grown as far as asked. */
    const onward = [0];
    const back = [0];
    const numberAt = (time: number): readonly [number, number] => {
      while (onward.at(-1)! <= time) onward.push(onward.at(-1)! + wait(onward.length - 1));
      while (back.at(-1)! > time) back.push(back.at(-1)! - wait(-back.length));
      const times = time >= 0 ? onward : back;
      let first = 0;
      let last = times.length - 1;
      const passed = (i: number) => (time >= 0 ? times[i]! <= time : times[i]! > time);
      while (first < last) {
        const middle = Math.ceil((first + last) / 2);
        if (passed(middle)) first = middle;
        else last = middle - 1;
      }
      return time >= 0 ? [first, times[first]!] : [-first - 1, times[first + 1]!];
    };
    return (frame) => {
      const time = frame / fps + shift;
      const [n, began] = numberAt(time);
      const before = value(n - 1);
      const rise = Math.min(attack, wait(n));
      return rise > 0 ? before + (value(n) - before) * smooth((time - began) / rise) : value(n);
    };
  },
});
