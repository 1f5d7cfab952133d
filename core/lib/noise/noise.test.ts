import { createNoise3D } from 'simplex-noise';
import { describe, expect, it } from 'vitest';
import { uniform } from '../random/lookup';
import { addGradientCurl, gradientNoise, seededCorners } from './gradient';
import { addSimplexCurl } from './simplex';
import { simplexHash } from './simplex-hash';

/** K. Perlin's permutation of 0 … 255 (SIGGRAPH 2002), from memory. */
const PERMUTATION = [
  151, 160, 137, 91, 90, 15, 131, 13, 201, 95, 96, 53, 194, 233, 7, 225, 140, 36, 103, 30, 69, 142, 8, 99, 37, 240, 21,
  10, 23, 190, 6, 148, 247, 120, 234, 75, 0, 26, 197, 62, 94, 252, 219, 203, 117, 35, 11, 32, 57, 177, 33, 88, 237, 149,
  56, 87, 174, 20, 125, 136, 171, 168, 68, 175, 74, 165, 71, 134, 139, 48, 27, 166, 77, 146, 158, 231, 83, 111, 229,
  122, 60, 211, 133, 230, 220, 105, 92, 41, 55, 46, 245, 40, 244, 102, 143, 54, 65, 25, 63, 161, 1, 216, 80, 73, 209,
  76, 132, 187, 208, 89, 18, 169, 200, 196, 135, 130, 116, 188, 159, 86, 164, 100, 109, 198, 173, 186, 3, 64, 52, 217,
  226, 250, 124, 123, 5, 202, 38, 147, 118, 126, 255, 82, 85, 212, 207, 206, 59, 227, 47, 16, 58, 17, 182, 189, 28, 42,
  223, 183, 170, 213, 119, 248, 152, 2, 44, 154, 163, 70, 221, 153, 101, 155, 167, 43, 172, 9, 129, 22, 39, 253, 19, 98,
  108, 110, 79, 113, 224, 232, 178, 185, 112, 104, 218, 246, 97, 228, 251, 34, 242, 193, 238, 210, 144, 12, 191, 179,
  162, 241, 81, 51, 145, 235, 249, 14, 239, 107, 49, 192, 214, 31, 181, 199, 106, 157, 184, 84, 204, 176, 115, 121, 50,
  45, 127, 4, 150, 254, 138, 236, 205, 93, 222, 114, 67, 29, 24, 72, 243, 141, 128, 195, 78, 66, 215, 61, 156, 180,
];

describe('gradient noise', () => {
  it('has the published value at (3.14, 42, 7) with the published permutation', () => {
    const p = (i: number) => PERMUTATION[i & 255]!;
    const value = gradientNoise(3.14, 42, 7, (x, y, z) => p(p(p(x) + y) + z));
    expect(Math.abs(value - 0.13691995878400012)).toBeLessThan(1e-12);
  });

  it('is zero on the lattice', () => {
    for (let i = -4; i < 4; i++) expect(gradientNoise(i, 2 * i + 1, -i, seededCorners(5))).toBe(0);
  });
});

describe.each([
  ['simplex', addSimplexCurl, 0.053009],
  ['gradient', addGradientCurl, 1.219935],
] as const)('curl of %s noise', (_name, add, published) => {
  const at = (p: readonly number[], seed: number) => {
    const out = new Float64Array(3);
    add(p[0]!, p[1]!, p[2]!, seed, 1, out);
    return out;
  };
  const point = (i: number) => [0, 1, 2].map((axis) => uniform(17, i, axis) * 40 - 20);

  it('has no divergence: by central differences far below the gradient (Bridson, Houriham & Nordenstam 2007)', () => {
    const h = 1e-4;
    let divergence = 0;
    let gradient = 0;
    for (let i = 0; i < 4000; i++) {
      let sum = 0;
      for (let axis = 0; axis < 3; axis++) {
        const [up, down] = [1, -1].map((s) =>
          at(
            point(i).map((n, a) => (a === axis ? n + s * h : n)),
            i % 9,
          ),
        );
        const slopes = [0, 1, 2].map((c) => (up![c]! - down![c]!) / (2 * h));
        sum += slopes[axis]!;
        gradient += slopes.reduce((s, n) => s + n * n, 0);
      }
      divergence += sum * sum;
    }
    expect(Math.sqrt(divergence / gradient)).toBeLessThan(1e-3);
  });

  it('has the root mean square that the turbulence field divides by', () => {
    let squares = 0;
    const n = 200_000;
    for (let i = 0; i < n; i++)
      squares += at(
        [0, 1, 2].map((axis) => uniform(3, i, axis) * 200),
        i & 31,
      ).reduce((s, c) => s + c * c, 0);
    expect(Math.sqrt(squares / n) / published).toBeCloseTo(1, 2);
  });

  it('is another field for another seed, and continuous across cells', () => {
    expect(at([0.3, 0.4, 0.5], 1)).not.toEqual(at([0.3, 0.4, 0.5], 2));
    for (let i = 0; i < 200; i++) {
      const p = point(i);
      const [near, here] = [at([p[0]! + 1e-7, p[1]!, p[2]!], 4), at(p, 4)];
      for (let c = 0; c < 3; c++) expect(Math.abs(near[c]! - here[c]!)).toBeLessThan(1e-4 * published);
    }
  });
});

describe('simplex noise against the npm package simplex-noise', () => {
  /** Component x of the curl of three of the library's noises, by central differences. */
  const library = (() => {
    const [ny, nz] = [1, 2].map((n) => {
      let i = 0;
      return createNoise3D(() => uniform(n, i++, 1));
    });
    const h = 1e-3;
    return ([x, y, z]: readonly number[]) =>
      (nz!(x!, y! + h, z!) - nz!(x!, y! - h, z!) - ny!(x!, y!, z! + h) + ny!(x!, y!, z! - h)) / (2 * h);
  })();
  const ours = (p: readonly number[]) => {
    const out = new Float64Array(3);
    addSimplexCurl(p[0]!, p[1]!, p[2]!, 7, 1, out);
    return out[0]!;
  };
  const N = 40_000;
  const point = (i: number) => [0, 1, 2].map((axis) => uniform(23, i, axis) * 60);

  /** Mean and kurtosis of the component, and its correlation with itself some way across. */
  function statistics(of: (p: readonly number[]) => number) {
    const values = Array.from({ length: N }, (_, i) => of(point(i)));
    const moment = (n: number) => values.reduce((sum, v) => sum + v ** n, 0) / N;
    const correlation = (d: number) =>
      values.reduce((sum, v, i) => sum + v * of(point(i).map((c, axis) => (axis === 1 ? c + d : c))), 0) /
      N /
      moment(2);
    let crossing = 0.05;
    while (correlation(crossing) > 0) crossing += 0.02;
    return { mean: moment(1) / Math.sqrt(moment(2)), kurtosis: moment(4) / moment(2) ** 2, crossing };
  }

  it('has no mean, tails alike, and eddies of like size (statistical; the kernels differ: ½ here, 0.6 there)', () => {
    const [a, b] = [statistics(ours), statistics(library)];
    expect(Math.abs(a.mean)).toBeLessThan(0.03);
    expect(Math.abs(b.mean)).toBeLessThan(0.03);
    expect(a.crossing / b.crossing).toBeGreaterThan(0.8);
    expect(a.crossing / b.crossing).toBeLessThan(1.2);
    expect(Math.abs(a.kurtosis - b.kurtosis)).toBeLessThan(1);
  });
});

describe('what simplex noise picks at a corner', () => {
  it('makes it as strong along every direction, to a hundredth, with tails of 2.4 to 3.7 (a normal distribution’s are 3)', () => {
    const n = 200_000;
    const values = Array.from({ length: n }, (_, i) => {
      const out = new Float64Array(3);
      addSimplexCurl(uniform(31, i, 0) * 60, uniform(31, i, 1) * 60, uniform(31, i, 2) * 60, i, 1, out);
      return out;
    });
    const whole = values.reduce((sum, [x, y, z]) => sum + x! * x! + y! * y! + z! * z!, 0) / 3;
    for (const [x, y, z] of [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
      [0.6, 0.8, 0],
      [0.8, 0, -0.6],
      [2 / 3, 2 / 3, 1 / 3],
      [1 / 3, -2 / 3, 2 / 3],
    ]) {
      const along = values.map((v) => v[0]! * x! + v[1]! * y! + v[2]! * z!);
      const squares = along.reduce((sum, v) => sum + v * v, 0);
      expect(Math.abs(squares / whole - 1)).toBeLessThan(0.01);
      const kurtosis = (n * along.reduce((sum, v) => sum + v ** 4, 0)) / squares ** 2;
      expect(kurtosis).toBeGreaterThan(2.4);
      expect(kurtosis).toBeLessThan(3.7);
    }
  });

  it('independently at corners up to three apart (χ² of all pairs of the four signs)', () => {
    const picked = (i: number, j: number, k: number, seed: number) => simplexHash(i, j, k, seed) >>> 28;
    for (let a = -3; a <= 3; a += 1)
      for (let b = -3; b <= 3; b += 1)
        for (let c = 0; c <= 3; c += 1) {
          if (a === 0 && b === 0 && c === 0) continue;
          const pairs = new Float64Array(256);
          let n = 0;
          for (const seed of [1, 0x9e3779b1 | 0, 123_456_789, -5])
            for (let i = -8; i < 8; i++)
              for (let j = -8; j < 8; j++)
                for (let k = -8; k < 8; k++) {
                  pairs[16 * picked(i, j, k, seed) + picked(i + a, j + b, k + c, seed)]!++;
                  n++;
                }
          const chi2 = pairs.reduce((sum, v) => sum + (v - n / 256) ** 2 / (n / 256), 0);
          // Six deviations of χ² with 255 degrees of freedom.
          expect(Math.abs(chi2 - 255) / Math.sqrt(510)).toBeLessThan(6);
        }
  });
});
