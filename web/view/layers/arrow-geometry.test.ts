import { describe, expect, it } from 'vitest';
import { arrowGeometry } from './arrow-geometry';

const columns = (...vectors: readonly (readonly [number, number, number])[]) => ({
  x: Float64Array.from(vectors, ([x]) => x),
  y: Float64Array.from(vectors, ([, y]) => y),
  z: Float64Array.from(vectors, ([, , z]) => z),
});
const made = (vectors: readonly (readonly [number, number, number])[], weights = vectors.map(() => 1)) =>
  arrowGeometry(
    {
      places: columns(...vectors.map((_, n) => [10 * n, 0, 0] as const)),
      vector: columns(...vectors),
      weight: Float64Array.from(weights),
      longest: Math.max(...vectors.map((v) => Math.hypot(...v))),
    },
    2,
  );

describe('arrows in the view', () => {
  it('are as long as their vectors, the longest not quite as long as they stand apart, and lie about their places', () => {
    const { positions } = made([
      [4, 0, 0],
      [0, 2, 0],
    ]);
    const [tail, tip] = [positions.slice(0, 3), positions.slice(3, 6)];
    expect(tip[0]! - tail[0]!).toBeCloseTo(1.9, 5);
    expect((tip[0]! + tail[0]!) / 2).toBeCloseTo(0, 5);
    expect(positions[16]! - positions[13]!).toBeCloseTo(0.95, 5);
  });

  it('are fainter where they are short, and where the field weighs less', () => {
    const opacity = ({ colours }: ReturnType<typeof made>, arrow: number) => colours[16 * arrow + 3]!;
    const sized = made([
      [4, 0, 0],
      [1, 0, 0],
    ]);
    expect(opacity(sized, 1)).toBeLessThan(opacity(sized, 0));
    const weighed = made(
      [
        [4, 0, 0],
        [4, 0, 0],
      ],
      [1, 0.1],
    );
    expect(opacity(weighed, 1)).toBeLessThan(opacity(weighed, 0));
  });

  it('are left out where the field is next to nothing, or nowhere', () => {
    expect(
      made([
        [4, 0, 0],
        [0.001, 0, 0],
        [0, 0, 0],
      ]).positions,
    ).toHaveLength(12);
    expect(made([[0, 0, 0]]).positions).toHaveLength(0);
  });
});
