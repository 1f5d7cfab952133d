import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clear, pulled, sound } from './span-bars';

const stretch = { from: 10, until: 40, easeIn: 6, easeOut: 8 };

describe('a bar of when something is on', () => {
  it('is moved whole, pulled by its ends, and comes and goes over as many frames as it is told', () => {
    expect(pulled(stretch, 'all', -15)).toEqual({ from: -5, until: 25, easeIn: 6, easeOut: 8 });
    expect(pulled(stretch, 'from', 5)).toEqual({ ...stretch, from: 15 });
    expect(pulled(stretch, 'until', -5)).toEqual({ ...stretch, until: 35 });
    expect(pulled(stretch, 'easeIn', 4)).toEqual({ ...stretch, easeIn: 10 });
    expect(pulled(stretch, 'easeOut', 4)).toEqual({ ...stretch, easeOut: 4 });
  });

  it('never runs over another: moved whole it stops there, pulled it ends there', () => {
    const others = [
      { from: -20, until: 5, easeIn: 0, easeOut: 0 },
      { from: 50, until: 60, easeIn: 0, easeOut: 0 },
    ];
    expect(clear(stretch, pulled(stretch, 'all', 30), others)).toEqual({ ...stretch, from: 20, until: 50 });
    expect(clear(stretch, pulled(stretch, 'all', -30), others)).toEqual({ ...stretch, from: 5, until: 35 });
    expect(clear(stretch, pulled(stretch, 'until', 30), others)).toEqual({ ...stretch, until: 50 });
    expect(clear(stretch, pulled(stretch, 'from', -30), others)).toEqual({ ...stretch, from: 5 });
  });

  it('never is shorter than a frame, nor longer in coming and going than it is on (property)', () => {
    const n = fc.integer({ min: -200, max: 200 });
    fc.assert(
      fc.property(
        fc.constantFrom('from', 'until', 'all', 'easeIn', 'easeOut'),
        n,
        n,
        n,
        n,
        n,
        (grip, from, long, easeIn, easeOut, by) => {
          const next = pulled(sound({ from, until: from + long, easeIn, easeOut }), grip, by);
          expect(next.until - next.from).toBeGreaterThanOrEqual(1);
          expect(Math.min(next.easeIn, next.easeOut)).toBeGreaterThanOrEqual(0);
          expect(next.easeIn + next.easeOut).toBeLessThanOrEqual(next.until - next.from);
        },
      ),
    );
  });
});
