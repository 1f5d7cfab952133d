import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Progress } from './progress';

let lines: string[];

beforeEach(() => {
  vi.useFakeTimers();
  lines = [];
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('without a terminal progress is a line every ten seconds', () => {
  vi.stubGlobal('process', { stderr: { isTTY: false, write: (text: string) => lines.push(text) > 0 } });
  const progress = new Progress('frame', 90);
  for (let frame = 1; frame <= 50; frame++) {
    vi.advanceTimersByTime(500);
    progress.at(frame);
  }
  progress.end();
  expect(lines).toEqual(['frame 20 of 90\n', 'frame 40 of 90\n']);
});
