import { expect, it, vi } from 'vitest';
import { Calm, series } from './measure';

it('a case is measured again while a loop of known length beside it takes longer than its least, some times', async () => {
  // What the loop takes, by and by: 10 ms on a quiet machine; the second case is disturbed once, the third always.
  const loops = [10, 10, 10, 30, 10, 10, ...Array.from({ length: 10 }, () => 20)];
  let now = 0;
  let asked = 0;
  vi.stubGlobal('performance', { now: () => (asked++ % 2 === 0 ? now : (now += loops.shift()!)) });
  const told: string[] = [];
  vi.spyOn(console, 'log').mockImplementation((line: string) => void told.push(line));
  const calm = new Calm();
  let run = 0;
  const values = [];
  for (let n = 0; n < 3; n++) values.push(await calm.measure(() => ++run));
  expect(values).toEqual([1, 3, 8]);
  calm.tell();
  expect(JSON.parse(told[0]!)).toMatchObject({ most: 3, repeated: 5, disturbed: 1 });
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

it('cases are run in turn, once unmeasured', async () => {
  const order: string[] = [];
  const of = (name: string) => () => order.push(name);
  expect(await series({ a: of('a'), b: of('b') }, 2)).toEqual({ a: [3, 5], b: [4, 6] });
  expect(order).toEqual(['a', 'b', 'a', 'b', 'a', 'b']);
});
