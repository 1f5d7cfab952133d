import { expect, it } from 'vitest';
import type { Frame } from '../../engine/frame';
import { FrameCache } from './frame-cache';

const frame = (n: number, count = 0, share = 1) => ({ frame: n, share, emitters: [{ count }] }) as unknown as Frame;

it('the cache tells its spans, what is still coming, and when its memory is used up', () => {
  const cache = new FrameCache();
  cache.expect(0);
  for (const n of [0, 1, 2, 5]) expect(cache.add(frame(n))).toBe(true);
  expect(cache.spans()).toEqual([
    [0, 2],
    [5, 5],
  ]);
  expect([cache.isComing(5), cache.isComing(6)]).toEqual([false, true]);
  expect(cache.add(frame(6, 20_000_000))).toBe(false);
  cache.expectNone();
  expect(cache.isComing(7)).toBe(false);
  cache.clear();
  expect(cache.spans()).toEqual([]);
});

it('the peak of each emitter counts all particles, also where a draft was simulated', () => {
  const cache = new FrameCache();
  cache.add(frame(0, 10, 0.1));
  cache.add(frame(1, 30, 0.1));
  cache.add(frame(2, 20, 0.1));
  expect(cache.peaks).toEqual([{ count: 300, frame: 1 }]);
  cache.clear();
  expect(cache.peaks).toEqual([]);
});
