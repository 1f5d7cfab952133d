import { describe, expect, it } from 'vitest';
import { testScene } from '../tests/scenes';
import { arrowsAt, gridIn } from './arrows';
import { pretendedOf, samplerOf } from './subject';

const spread = (column: Float64Array) => [Math.min(...column), Math.max(...column)];

describe('an even grid of places in a box', () => {
  it('has no more cells than asked for, nearly cubes, and lies inside with half a cell to each side', () => {
    const { places, spacing } = gridIn({ low: [-2, 0, -1], high: [2, 2, 1] }, 4000);
    expect(places.x.length).toBeLessThanOrEqual(4000);
    expect(places.x.length).toBeGreaterThan(3000);
    expect(spread(places.x)[0]).toBeCloseTo(-2 + spacing / 2, 1);
    expect(spread(places.y)[1]).toBeCloseTo(2 - spacing / 2, 1);
  });

  it('is one layer on a plane, and one place at a point', () => {
    const plane = gridIn({ low: [-1, -1, 3], high: [1, 1, 3] }, 100);
    expect(plane.places.z.every((z) => z === 3)).toBe(true);
    expect(plane.places.x).toHaveLength(100);
    expect(gridIn({ low: [1, 2, 3], high: [1, 2, 3] }, 100).places.x).toEqual(Float64Array.of(1));
  });
});

describe('arrows of a field', () => {
  const scene = testScene({
    fields: [
      { settings: { kind: 'gravity' }, strength: 2 },
      {
        settings: { kind: 'vortex', swirl: 'solid' },
        actsAs: 'acceleration',
        strength: 3,
        falloff: { kind: 'ball', inner: 1, outer: 2 },
      },
    ],
  });
  const arrows = (id: string) => {
    const { places } = gridIn({ low: [-3, -3, -3], high: [3, 3, 3] }, 1000);
    return arrowsAt(samplerOf(scene, new Map(), { of: 'field', id }, 0, pretendedOf(scene, 0)), places);
  };

  it('of gravity are alike everywhere, with full weight', () => {
    const { vector, weight, longest } = arrows('f0');
    expect(spread(vector.y)).toEqual([-2, -2]);
    expect(spread(weight)).toEqual([1, 1]);
    expect(longest).toBe(2);
  });

  it('of a vortex stand at right angles to the way out from its axis, and end with its falloff', () => {
    const { places, vector, weight } = arrows('f1');
    let reached = 0;
    for (let n = 0; n < weight.length; n++) {
      const distance = Math.hypot(places.x[n]!, places.y[n]!, places.z[n]!);
      if (distance > 2) expect(weight[n]).toBe(0);
      else reached++;
      expect(vector.x[n]! * places.x[n]! + vector.z[n]! * places.z[n]!).toBeCloseTo(0, 6);
    }
    expect(reached).toBeGreaterThan(50);
  });
});
