import { describe, expect, it } from 'vitest';
import type { Bounds } from '../../core/measure/meters';
import { ShotBounds } from './shot-bounds';

const box = (x: number, count = 1): Bounds => ({ count, low: [x, 0, 0], high: [x + 1, 1, 1] });

describe('the boxes of a shot', () => {
  it('take in every frame of it, and none outside', () => {
    const shot = new ShotBounds();
    [-5, 0, 7, 40].forEach((x, frame) => shot.put(frame, [box(x)]));
    expect(shot.over(0, 2)).toEqual([{ count: 3, low: [-5, 0, 0], high: [8, 1, 1] }]);
    expect(shot.over(3, 9)[0]).toMatchObject({ low: [40, 0, 0] });
  });

  it('are those of the last simulation of each frame, and of none without particles', () => {
    const shot = new ShotBounds();
    shot.put(0, [box(0), box(3, 0)]);
    shot.put(1, [box(9), box(3, 0)]);
    shot.put(1, [box(2), box(3, 0)]);
    expect(shot.over(0, 1)).toEqual([
      { count: 2, low: [0, 0, 0], high: [3, 1, 1] },
      { count: 0, low: [0, 0, 0], high: [0, 0, 0] },
    ]);
  });

  it('begin anew when there are more or fewer emitters', () => {
    const shot = new ShotBounds();
    shot.put(0, [box(0)]);
    shot.put(1, [box(5), box(6)]);
    expect(shot.over(0, 1).map(({ low }) => low[0])).toEqual([5, 6]);
  });
});
