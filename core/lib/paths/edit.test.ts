import { describe, expect, it } from 'vitest';
import { asPoints, lineOf } from '../../kinds/shared/path-line';
import { pathParameters } from '../../kinds/shared/path-parameters';
import { defaultsOf } from '../../document/parameters';
import type { Vector } from '../math/vector';
import { joinedEnds, smoothed, subdivided } from './edit';
import { nearestOnPath, PathPieces } from './nearest';
import { pathLength, polylineOf } from './polyline';

const corner: readonly Vector[] = [
  [0, 0, 0],
  [2, 0, 0],
  [2, 2, 0],
];

/** The largest distance of points to a path, metres. */
function off(points: readonly Vector[], knots: readonly Vector[], closed: boolean, smooth: boolean): number {
  const pieces = new PathPieces(polylineOf(knots, closed, smooth));
  const found = nearestOnPath();
  return Math.max(
    ...points.map((point) => {
      pieces.nearest(...point, found);
      return found.distance;
    }),
  );
}

describe('the points of a path', () => {
  it('are smoothed by their neighbours, 1 : 2 : 1; the ends of an open path stay', () => {
    expect(smoothed(corner, false)).toEqual([
      [0, 0, 0],
      [1.5, 0.5, 0],
      [2, 2, 0],
    ]);
    expect(smoothed(corner, true)[0]).toEqual([1, 0.5, 0]);
    expect(smoothed(corner.slice(0, 2), true)).toEqual(corner.slice(0, 2));
  });

  it('are subdivided on the path as it was: none lies off it, and its length stays', () => {
    for (const closed of [false, true])
      for (const smooth of [false, true]) {
        const finer = subdivided(corner, closed, smooth);
        expect(finer).toHaveLength(closed ? 6 : 5);
        expect(off(finer, corner, closed, smooth)).toBeLessThan(1e-9);
        const [before, after] = [corner, finer].map((knots) => pathLength(polylineOf(knots, closed, smooth)));
        expect(Math.abs(after! / before! - 1)).toBeLessThan(0.03);
      }
    expect(subdivided([[1, 2, 3]], false, true)).toEqual([[1, 2, 3]]);
    expect(subdivided([], true, true)).toEqual([]);
  });

  it('of two paths are joined at the ends that lie nearest to each other, which become one where they meet', () => {
    const other: readonly Vector[] = [
      [5, 0, 0],
      [0, 0, 0],
    ];
    expect(joinedEnds(corner, other)).toEqual([[5, 0, 0], ...corner]);
    expect(joinedEnds(corner, other.toReversed())).toEqual([[5, 0, 0], ...corner]);
    expect(
      joinedEnds(corner, [
        [2, 3, 0],
        [2, 9, 0],
      ]),
    ).toEqual([...corner, [2, 3, 0], [2, 9, 0]]);
    expect(joinedEnds([], other)).toEqual(other);
  });

  it('are taken from a form that numbers give, within a hundredth of its size', () => {
    for (const form of ['line', 'circle', 'flower', 'helix'] as const) {
      const values = { ...defaultsOf(pathParameters), form };
      const drawn = asPoints(values)!;
      expect(drawn['form']).toBe('drawn');
      const knots = drawn['points'] as readonly Vector[];
      const { points } = lineOf(values);
      expect(off(points, knots, drawn['closed'] === true, drawn['smooth'] === true)).toBeLessThan(0.01);
    }
    expect(asPoints({ ...defaultsOf(pathParameters), form: 'lettering' })).toBeUndefined();
    expect(asPoints(defaultsOf(pathParameters))).toBeUndefined();
  });
});

describe('a flower', () => {
  it('is a closed curve r = R (1 − d (1 − cos nθ) / 2): R at each petal, R (1 − d) between them, and flat', () => {
    const line = lineOf({ ...defaultsOf(pathParameters), form: 'flower', pathRadius: 2, petals: 3, petalDepth: 50 });
    const radii = line.points.map(([x, , z]) => Math.hypot(x, z));
    expect(Math.max(...radii)).toBeCloseTo(2, 6);
    expect(Math.min(...radii)).toBeCloseTo(1, 4);
    expect(line.points.every(([, y]) => y === 0)).toBe(true);
    for (const turn of [0, 1 / 3, 2 / 3]) {
      const at = [2 * Math.cos(2 * Math.PI * turn), 0, -2 * Math.sin(2 * Math.PI * turn)] as const;
      const found = nearestOnPath();
      new PathPieces(line).nearest(...at, found);
      expect(found.distance).toBeLessThan(1e-3);
    }
    expect(line.strokes).toEqual([{ first: 0, last: line.points.length - 1, closed: true }]);
  });
});
