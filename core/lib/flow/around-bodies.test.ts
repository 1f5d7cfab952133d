import { describe, expect, it } from 'vitest';
import { gridLookup, pointAt, pointsIn, type VectorGrid } from '../grids/vector-grid';
import type { Vector } from '../math/vector';
import { uniform } from '../random/lookup';
import { flowAround, type Sample } from './around-bodies';
import { openShare, type Solid } from './solids';

/** A box about the origin with so many cells a metre. */
function boxOf(cells: number, sides: Vector) {
  const counts = sides.map((side) => Math.round(side * cells) + 1) as [number, number, number];
  const origin = counts.map((n) => -(n - 1) / 2 / cells) as [number, number, number];
  return { counts, origin, spacing: [1 / cells, 1 / cells, 1 / cells] } as const;
}

const steady =
  (...[x, y, z]: Vector): Sample =>
  (count, _at, out) => {
    for (let i = 0; i < count; i++) out.set([x, y, z], 3 * i);
  };

function lookUp(grid: VectorGrid, at: Vector): Vector {
  const out = new Float64Array(3);
  const [u, v, w] = at.map((p, a) => (p - grid.origin[a]!) / grid.spacing[a]!);
  gridLookup(grid, false, 'edge-value')(u!, v!, w!, out);
  return [out[0]!, out[1]!, out[2]!];
}

/** Points round the origin, from a distance to another, spread evenly by a hash. */
const pointsRound = (near: number, far: number, count = 2000): Vector[] =>
  Array.from({ length: count }, (_, i) => {
    const r = near + (far - near) * uniform(1, i, 0);
    const up = 2 * uniform(1, i, 1) - 1;
    const [turn, flat] = [2 * Math.PI * uniform(1, i, 2), Math.sqrt(1 - up * up)];
    return [r * flat * Math.cos(turn), r * flat * Math.sin(turn), r * up];
  });

const ball: Solid = { distance: (...p) => Math.hypot(...p) - 1 };

/** The flow of 1 m/s along X round a ball of 1 m: ∇((r + 1/2r²)·cos θ). */
function roundBall([x, y, z]: Vector): Vector {
  const r = Math.hypot(x, y, z);
  const q = 1 / (2 * r ** 3);
  return [1 + q - (3 * q * x * x) / r ** 2, (-3 * q * x * y) / r ** 2, (-3 * q * x * z) / r ** 2];
}

/** That round a rod of 1 m along Z: ∇((r + 1/r)·cos θ). */
function roundRod([x, y]: Vector): Vector {
  const square = x * x + y * y;
  return [1 - (x * x - y * y) / square ** 2, (-2 * x * y) / square ** 2, 0];
}

const gap = (a: Vector, b: Vector) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const worst = (numbers: readonly number[]) => numbers.reduce((most, n) => Math.max(most, n), 0);
const rms = (numbers: readonly number[]) => Math.sqrt(numbers.reduce((sum, n) => sum + n * n, 0) / numbers.length);

describe('flow round bodies against potential flow (Lamb, Hydrodynamics, art. 68 and 96)', () => {
  const streamRoundBall = (cells: number) =>
    flowAround({ lattice: boxOf(cells, [3, 3, 3]), solids: [ball], sample: steady(1, 0, 0) });
  const fine = streamRoundBall(24);
  const errorsOf = (grid: VectorGrid) => pointsRound(1, 1.45).map((p) => gap(lookUp(grid, p), roundBall(p)));

  it('a ball: within 2 % of the stream everywhere at 24 cells a radius, and nearer with every refinement', () => {
    const [six, twelve, many] = [errorsOf(streamRoundBall(6)), errorsOf(streamRoundBall(12)), errorsOf(fine)];
    expect(worst(many)).toBeLessThan(0.02);
    expect(rms(many)).toBeLessThan(0.005);
    expect(rms(six) / rms(twelve)).toBeGreaterThan(2);
    expect(rms(twelve) / rms(many)).toBeGreaterThan(2);
  });

  it('a rod: within 2 % at 24 cells a radius', () => {
    const rod: Solid = { distance: (x, y) => Math.hypot(x, y) - 1 };
    const grid = flowAround({ lattice: boxOf(24, [3, 3, 0.2]), solids: [rod], sample: steady(1, 0, 0) });
    const found = pointsRound(1, 1.45)
      .map(([x, y]): Vector => {
        const r = Math.hypot(x, y);
        const wide = 1 + 0.45 * uniform(2, Math.round(1e6 * r), 0);
        return [(x / r) * wide, (y / r) * wide, 0];
      })
      .map((p) => gap(lookUp(grid, p), roundRod(p)));
    expect(worst(found)).toBeLessThan(0.02);
    expect(rms(found)).toBeLessThan(0.01);
  });

  it('at the surface nothing flows through, it stands still in front and behind, and is half as fast again at the side', () => {
    const through = pointsRound(1, 1).map((p) => {
      const v = lookUp(fine, p);
      return Math.abs(v[0] * p[0] + v[1] * p[1] + v[2] * p[2]);
    });
    expect(worst(through)).toBeLessThan(0.02);
    expect(Math.hypot(...lookUp(fine, [-1, 0, 0]))).toBeLessThan(0.02);
    expect(Math.hypot(...lookUp(fine, [1, 0, 0]))).toBeLessThan(0.02);
    expect(lookUp(fine, [0, 1, 0])[0]).toBeCloseTo(1.5, 1);
  });

  it('a ball that moves through what is still pushes it as that flow, seen from afar', () => {
    const moving: Solid = { ...ball, velocity: (_at, out) => out.set([-1, 0, 0]) };
    const grid = flowAround({ lattice: boxOf(12, [3, 3, 3]), solids: [moving], sample: steady(0, 0, 0) });
    const found = pointsRound(1, 1.45).map((p) => {
      const [x, y, z] = roundBall(p);
      return gap(lookUp(grid, p), [x - 1, y, z]);
    });
    expect(rms(found)).toBeLessThan(0.015);
  });
});

describe('flow round bodies', () => {
  const swirl: Sample = (count, at, out) => {
    for (let i = 0; i < count; i++) {
      const [x, y, z] = at(i);
      out.set([Math.sin(3 * y) + x, Math.cos(2 * z) - y * x, Math.sin(2 * x + y)], 3 * i);
    }
  };

  it('without a body leaves a flow without divergence as it is', () => {
    const turning: Sample = (count, at, out) => {
      for (let i = 0; i < count; i++) out.set([-at(i)[1], at(i)[0], 0.5], 3 * i);
    };
    const grid = flowAround({ lattice: boxOf(6, [2, 2, 2]), solids: [], sample: turning });
    for (let i = 0; i < pointsIn(grid); i++) {
      const [x, y] = pointAt(grid, i);
      expect(gap([...grid.vectors.subarray(3 * i, 3 * i + 3)] as unknown as Vector, [-y, x, 0.5])).toBeLessThan(1e-4);
    }
  });

  it('takes in as much as it lets out, through any box of cells that holds no body', () => {
    const grid = flowAround({
      lattice: boxOf(20, [2, 2, 2]),
      solids: [{ distance: (...p) => Math.hypot(...p) - 0.4 }],
      sample: swirl,
    });
    const [nx, ny] = grid.counts;
    const at = (i: number, j: number, k: number, axis: number) => grid.vectors[3 * (i + nx * (j + ny * k)) + axis]!;
    // Mean over the points of opposite faces of a box; the flow as it came would leave about 1 a metre of its width.
    let [net, through] = [0, 0];
    for (let a = 4; a <= 10; a++)
      for (let b = 4; b <= 10; b++) {
        const weight = (a === 4 || a === 10 ? 0.5 : 1) * (b === 4 || b === 10 ? 0.5 : 1);
        for (const [high, low] of [
          [at(10, a, b, 0), at(4, a, b, 0)],
          [at(a, 10, b, 1), at(a, 4, b, 1)],
          [at(a, b, 10, 2), at(a, b, 4, 2)],
        ] as const) {
          net += weight * (high - low);
          through += weight * (Math.abs(high) + Math.abs(low));
        }
      }
    expect(Math.abs(net) / through).toBeLessThan(0.005);
  });

  it('stands still in a closed room, however the stream blows', () => {
    const room: Solid = { distance: (...p) => Math.abs(Math.hypot(...p) - 0.8) - 0.2 };
    const grid = flowAround({ lattice: boxOf(16, [2.4, 2.4, 2.4]), solids: [room], sample: steady(1, 0.5, 0) });
    for (const p of pointsRound(0, 0.5, 200)) expect(Math.hypot(...lookUp(grid, p))).toBeLessThan(0.01);
  });

  it('meets a sheet that is thinner than a cell', () => {
    const sheet: Solid = {
      distance: (x, y, z) => Math.hypot(x, Math.max(0, Math.abs(y) - 0.5), Math.max(0, Math.abs(z) - 0.5)),
    };
    const grid = flowAround({ lattice: boxOf(12, [2, 2, 2]), solids: [sheet], sample: steady(1, 0, 0) });
    expect(Math.abs(lookUp(grid, [-0.1, 0, 0])[0])).toBeLessThan(0.15);
    expect(lookUp(grid, [0, 0.8, 0])[0]).toBeGreaterThan(1.05);
  });

  it('tells how far it is, and can be ended on the way', () => {
    const told: number[] = [];
    const problem = { lattice: boxOf(8, [2, 2, 2]), solids: [ball], sample: steady(1, 0, 0) };
    flowAround({ ...problem, attend: (share) => void told.push(share) });
    expect(told[0]).toBe(0);
    expect(told.every((share, i) => share >= (told[i - 1] ?? 0) && share <= 1)).toBe(true);
    expect(told.length).toBeGreaterThan(4);
    const stop = () => {
      throw new Error('enough');
    };
    expect(() => flowAround({ ...problem, attend: stop })).toThrow('enough');
  });
});

describe('the open share of a square', () => {
  it.each([
    [[1, 1, 1, 1], 1],
    [[-1, -1, -1, -1], 0],
    // Half planes: x < 0.25, and a corner cut off at its middles.
    [[0.25, -0.75, -0.75, 0.25], 0.25],
    [[1, 1, 1, -1], 7 / 8],
    [[-1, 1, -1, -1], 1 / 8],
    [[1, -1, 1, -1], 1 / 4],
  ] as const)('of corners %j is %d (by hand)', (corners, share) => {
    const [a, b, c, d] = corners;
    for (const found of [openShare(a, b, c, d), openShare(b, c, d, a), openShare(c, d, a, b), openShare(d, a, b, c)])
      expect(found).toBeCloseTo(share, 12);
  });
});
