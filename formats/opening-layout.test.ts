import { expect, it } from 'vitest';
import { newScene } from '../core/scene/starters';
import { openingLayout } from './opening-layout';

const layoutOf = (width: number, height: number, last = 99) => {
  const { time, output } = newScene('A');
  return openingLayout({ time: { ...time, first: 10, last }, output: { ...output, width, height } });
};

it('an opening has 24 small frames of the proportions of the shot, fewer where the shot is short', () => {
  expect(layoutOf(1280, 720)).toEqual({ width: 480, height: 270, first: 10, count: 24 });
  expect(layoutOf(3840, 2160)).toEqual(layoutOf(1280, 720));
  expect(layoutOf(1280, 720, 12).count).toBe(3);
});

it('its picture is no larger than a WebP can be: fewer than 2¹⁴ pixels (WebP container specification)', () => {
  for (const [width, height] of [
    [1080, 1920],
    [16, 8192],
    [8192, 16],
  ] as const) {
    const layout = layoutOf(width, height);
    expect(layout.count).toBeGreaterThan(0);
    expect(Math.max(layout.width, layout.height * layout.count)).toBeLessThan(2 ** 14);
  }
});
