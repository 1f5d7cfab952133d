import { describe, expect, it } from 'vitest';
import { LABEL_HEIGHT, shiftsOf, squareAbout } from './label-room';

const label = (left: number, top: number, width = 100) => ({ left, top, width, height: LABEL_HEIGHT });

describe('labels of handles', () => {
  it('stay where nothing is in their way', () => {
    expect(shiftsOf([label(0, 0), label(0, 40), label(120, 0)], [squareAbout({ x: 300, y: 8 }, 20)])).toEqual([
      0, 0, 0,
    ]);
  });

  it('go over or under a knob, and one another', () => {
    expect(shiftsOf([label(0, 0)], [squareAbout({ x: 50, y: 8 }, 12)])).toEqual([-LABEL_HEIGHT]);
    const [first, second, third] = shiftsOf([label(0, 0), label(10, 4), label(20, 0)], []);
    const tops = [0 + first!, 4 + second!, 0 + third!].toSorted((a, b) => a - b);
    expect(tops[1]! - tops[0]!).toBeGreaterThanOrEqual(LABEL_HEIGHT);
    expect(tops[2]! - tops[1]!).toBeGreaterThanOrEqual(LABEL_HEIGHT);
  });

  it('stay where there is no room anywhere near', () => {
    expect(shiftsOf([label(0, 0)], [{ left: -10, top: -200, width: 300, height: 400 }])).toEqual([0]);
  });
});
