import { describe, expect, it } from 'vitest';
import { uniform } from '../random/lookup';
import { addGradientCurl } from './gradient';
import { noiseLevels, NOISES, type NoiseName } from './kinds';

const names = Object.keys(NOISES) as NoiseName[];
const point = (i: number) => [0, 1, 2].map((axis) => uniform(23, i, axis) * 30 - 15) as [number, number, number];
const median = (values: readonly number[]) => [...values].toSorted((a, b) => a - b)[values.length >> 1]!;

function at(name: NoiseName, [x, y, z]: readonly number[], seed: number): Float64Array {
  const out = new Float64Array(4);
  NOISES[name].sloped(x!, y!, z!, seed, out);
  return out;
}

const moved = (p: readonly number[], axis: number, h: number) => p.map((n, a) => (a === axis ? n + h : n));

describe.each(names)('%s noise with slopes', (name) => {
  it('its analytic slopes are those of central differences, to the second order', () => {
    const errorsAt = (h: number) =>
      Array.from({ length: 300 }, (_, i) => {
        const here = at(name, point(i), i % 7);
        return Math.max(
          ...[0, 1, 2].map((axis) => {
            const difference =
              at(name, moved(point(i), axis, h), i % 7)[0]! - at(name, moved(point(i), axis, -h), i % 7)[0]!;
            return Math.abs(difference / (2 * h) - here[axis + 1]!) / NOISES[name].slope;
          }),
        );
      });
    // Medians, since cellular and ridged noise have kinks.
    expect(median(errorsAt(1e-4))).toBeLessThan(1e-5);
    expect(median(errorsAt(2e-2)) / median(errorsAt(1e-2))).toBeGreaterThan(3.5);
  });

  it('has the mean, deviation and slope that fields divide by', () => {
    const n = 60_000;
    let [sum, squares, slopes] = [0, 0, 0];
    for (let i = 0; i < n; i++) {
      const [value, x, y, z] = at(name, [uniform(3, i, 1) * 99, uniform(3, i, 2) * 99, uniform(3, i, 3) * 99], i >> 7);
      sum += value!;
      squares += value! * value!;
      slopes += x! * x! + y! * y! + z! * z!;
    }
    const { mean, deviation, slope } = NOISES[name];
    expect(Math.abs(sum / n - mean) / deviation).toBeLessThan(0.03);
    expect(Math.sqrt(squares / n - (sum / n) ** 2) / deviation).toBeCloseTo(1, 1);
    expect(Math.sqrt(slopes / n) / slope).toBeCloseTo(1, 1);
  });

  it('is continuous across its cells, and another for another seed', () => {
    for (let i = 0; i < 200; i++) {
      const [near, here] = [at(name, moved(point(i), 0, 1e-7), 4), at(name, point(i), 4)];
      expect(Math.abs(near[0]! - here[0]!)).toBeLessThan(1e-4 * NOISES[name].deviation);
    }
    expect(at(name, [0.3, 0.4, 0.5], 1)).not.toEqual(at(name, [0.3, 0.4, 0.5], 2));
  });

  it('as levels has the mean ½ and stays in 0 … 1', () => {
    const level = noiseLevels(name, 0.7, 3, 5);
    const values = Array.from({ length: 20_000 }, (_, i) => level(...point(i)));
    expect(values.reduce((a, b) => a + b, 0) / values.length).toBeCloseTo(0.5, 1);
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values)).toBeLessThanOrEqual(1);
  });
});

describe('the curl of three potentials', () => {
  it.each(['cellular', 'ridged'] as const)(
    'of %s noise: the median divergence is far below its gradient (they have kinks)',
    (name) => {
      const h = 1e-4;
      const curl = (p: readonly number[]): number[] => {
        const [a, b, c] = [11, 12, 13].map((seed) => at(name, p, seed));
        return [c![2]! - b![3]!, a![3]! - c![1]!, b![1]! - a![2]!];
      };
      const shares = Array.from({ length: 500 }, (_, i) => {
        let divergence = 0;
        let gradient = 0;
        for (let axis = 0; axis < 3; axis++) {
          const [up, down] = [curl(moved(point(i), axis, h)), curl(moved(point(i), axis, -h))];
          const slopes = up.map((n, k) => (n - down[k]!) / (2 * h));
          divergence += slopes[axis]!;
          gradient += slopes.reduce((s, n) => s + n * n, 0);
        }
        return Math.abs(divergence) / Math.sqrt(gradient);
      });
      expect(median(shares)).toBeLessThan(1e-3);
    },
  );

  it('the fused gradient curl has the size that √2 of one potential’s slope says', () => {
    let squares = 0;
    const n = 40_000;
    for (let i = 0; i < n; i++) {
      const out = new Float64Array(3);
      addGradientCurl(uniform(5, i, 1) * 99, uniform(5, i, 2) * 99, uniform(5, i, 3) * 99, i & 31, 1, out);
      squares += out.reduce((s, c) => s + c * c, 0);
    }
    expect(Math.sqrt(squares / n) / (NOISES.gradient.slope * Math.SQRT2)).toBeCloseTo(1, 1);
  });
});
