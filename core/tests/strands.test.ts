import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointOf } from '../kinds/bodies/body';
import { Rod } from '../kinds/bodies/rod';
import { particleBlock } from '../lib/particle-block';
import { loadBlock } from '../sim/step/block-io';
import type { Written } from '../scene/read';
import { Simulation } from '../sim/step/simulation';
import { runTo, testScene } from './scenes';

const G = 9.80665;

/** A scene with one strand of 1 m that stands off along X, weighs itself down, and comes to rest. */
function beam(body: Written, more: Parameters<typeof testScene>[0] = {}) {
  return testScene({
    emitter: {
      shape: { kind: 'point' },
      birth: {
        immortal: true,
        speed: 0,
        launchDirection: 'direction',
        direction: [1, 0, 0],
        drag: 0,
        ...(more.emitter?.['birth'] as Written),
      },
      body: { kind: 'strands', rootStiffness: 1, damping: 1, ...body },
    },
    fields: more.fields ?? [{ settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: G }],
    time: { substeps: 2, ...more.time },
  });
}

/** The points of the only strand of a run, root first. */
function pointsOf(run: Simulation, emitter = 0): [number, number, number][] {
  const { id, columns, count } = run.populations[emitter]!;
  const order = Array.from({ length: count }, (_, i) => i).toSorted((a, b) => id[a]! - id[b]!);
  return order.map((i) => [columns.x[i]!, columns.y[i]!, columns.z[i]!]);
}

/** B/μ of a uniform strand of 1 m that first stiffness f times a second (Euler–Bernoulli: f = 3.516/(2π)·√(B/(μ·L⁴))). */
const stiffnessOf = (f: number) => ((2 * Math.PI * f) / 3.516015) ** 2;

/**
 * A heavy rod clamped level at one end: B·θ″ = μ·g·(L − s)·cos θ, θ(0) = 0, θ′(L) = 0 (Landau & Lifshitz, “Theory of
 * Elasticity”, §19, from memory), by shooting with the classical Runge–Kutta method. Gives the tip.
 */
function heavyElastica(f: number): [number, number] {
  const load = G / stiffnessOf(f);
  const slopes = (s: number, [theta, bend]: readonly number[]) => [
    bend!,
    load * (1 - s) * Math.cos(theta!),
    Math.cos(theta!),
    Math.sin(theta!),
  ];
  const shoot = (bend: number) => {
    let y = [0, bend, 0, 0];
    const h = 1 / 400;
    for (let i = 0; i < 400; i++) {
      const at = (k: readonly number[], by: number) => y.map((n, j) => n + by * k[j]!);
      const a = slopes(i * h, y);
      const b = slopes(i * h + h / 2, at(a, h / 2));
      const c = slopes(i * h + h / 2, at(b, h / 2));
      const d = slopes(i * h + h, at(c, h));
      y = y.map((n, j) => n + (h / 6) * (a[j]! + 2 * b[j]! + 2 * c[j]! + d[j]!));
    }
    return y;
  };
  let [low, high] = [-40, 0];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (shoot(middle)[1]! < 0) low = middle;
    else high = middle;
  }
  const [, , x, y] = shoot((low + high) / 2);
  return [x!, y!];
}

describe('a strand at rest', () => {
  it.each([3, 0.9, 0.45])(
    'that swings %s times a second hangs in the shape of a heavy elastica, the nearer the finer',
    (stiffness) => {
      const [x, y] = heavyElastica(stiffness);
      const off = (points: number) => {
        const [tx, ty] = pointsOf(runTo(beam({ stiffness, points }), 400)).at(-1)!;
        return Math.hypot(tx - x, ty - y);
      };
      const [coarse, fine] = [off(16), off(32)];
      expect(fine).toBeLessThan(0.0015);
      // Second order in the length of a piece: halving it leaves a quarter (31 pieces for 15: 0.23).
      expect(fine / coarse).toBeGreaterThan(0.18);
      expect(fine / coarse).toBeLessThan(0.3);
    },
  );

  it('hangs the same at any number of substeps', () => {
    const shapes = [1, 4].map((substeps) =>
      pointsOf(runTo(beam({ stiffness: 0.6 }, { time: { substeps } }), 500)).flat(),
    );
    const most = Math.max(...shapes[0]!.map((n, i) => Math.abs(n - shapes[1]![i]!)));
    expect(most).toBeLessThan(2e-5);
  });

  it('sags by μ·g·L⁴/(8·B) where it is stiff (Euler–Bernoulli)', () => {
    const stiffness = 8;
    const sag = -pointsOf(runTo(beam({ stiffness, points: 32 }), 200)).at(-1)![1];
    expect(sag / (G / (8 * stiffnessOf(stiffness)))).toBeCloseTo(1, 2);
  });

  it('held at both ends as a rope lies on a catenary, y = a·cosh(x/a) (Huygens, Leibniz, Bernoulli 1691)', () => {
    const n = 41;
    const rod = new Rod();
    const material = { piece: 1 / (n - 1), bend: new Float64Array(n), damping: 0, give: 0, rounds: 12 };
    const seconds = 1 / 48;
    const x = Float64Array.from({ length: 3 * n }, (_, i) =>
      i % 3 === 2
        ? 0
        : i % 3 === 0
          ? (0.7 * (i / 3)) / (n - 1)
          : (-0.71414 * Math.min(i - 1, 3 * (n - 1) - i + 1)) / (3 * (n - 1)),
    );
    const v = new Float64Array(3 * n);
    const state = new Uint8Array(n).fill(1);
    state[0] = state[n - 1] = 2;
    for (let step = 0; step < 3000; step++) {
      const before = x.slice();
      for (let i = 0; i < n; i++)
        if (state[i] === 1)
          for (let k = 0; k < 3; k++) x[3 * i + k]! += seconds * (v[3 * i + k]! * 0.98 - (k === 1 ? G * seconds : 0));
      rod.settle(
        material,
        { now: x, before, rest: before, state, weight: state.map(() => 1) as unknown as Float64Array, seconds },
        0,
        n,
        false,
      );
      for (let i = 0; i < 3 * n; i++) v[i] = (x[i]! - before[i]!) / seconds;
    }
    // Half the span 0.35 and half the length 0.5: sinh(0.35/a) = 0.5/a.
    let [low, high] = [0.05, 1];
    for (let i = 0; i < 60; i++) {
      const a = (low + high) / 2;
      if (a * Math.sinh(0.35 / a) > 0.5) low = a;
      else high = a;
    }
    const a = (low + high) / 2;
    for (let i = 0; i < n; i++) {
      const wanted = a * Math.cosh((x[3 * i]! - 0.35) / a) - a * Math.cosh(0.35 / a);
      expect(Math.abs(x[3 * i + 1]! - wanted)).toBeLessThan(5e-4);
    }
  });

  it('hung up by its root, gets longer by as much as it is told to', () => {
    const hung = beam(
      { stiffness: 0, stretch: 5, points: 32 },
      {
        emitter: { birth: { immortal: true, speed: 0, launchDirection: 'direction', direction: [0, -1, 0], drag: 3 } },
      },
    );
    const drop = -pointsOf(runTo(hung, 300)).at(-1)![1];
    expect(drop).toBeCloseTo(1.05, 3);
  });
});

describe('a strand that moves', () => {
  it('first swings as often a second as it is told (Euler–Bernoulli), with fine substeps', () => {
    const run = new Simulation(
      beam(
        { stiffness: 2, damping: 0, points: 32 },
        {
          fields: [
            {
              settings: { kind: 'gravity', direction: [0, -1, 0] },
              strength: 0.2,
              limitedRange: true,
              activeFrom: 0,
              activeUntil: 40,
            },
          ],
          time: { fps: 240, substeps: 4 },
        },
      ),
      new Map(),
    );
    const crossings: number[] = [];
    let last = 0;
    for (let frame = 1; crossings.length < 4 && frame < 600; frame++) {
      run.advance();
      const y = pointsOf(run).at(-1)![1];
      if (last < 0 && y >= 0) crossings.push(frame - y / (y - last));
      last = y;
    }
    const period = (crossings[3]! - crossings[1]!) / 2 / 240;
    expect(period * 2).toBeCloseTo(1, 1.5);
  });

  it('as a rope keeps its length to a ten-thousandth, and never gains energy', () => {
    const run = new Simulation(beam({ stiffness: 0 }, { time: { substeps: 4 } }), new Map());
    let height = Infinity;
    for (let frame = 1; frame < 80; frame++) {
      run.advance();
      const at = pointsOf(run);
      for (let i = 1; i < at.length; i++)
        expect(Math.abs(Math.hypot(...at[i]!.map((n, k) => n - at[i - 1]![k]!)) * 15 - 1)).toBeLessThan(1e-4);
      const { id, columns, count } = run.populations[0]!;
      let energy = 0;
      for (
        let i = 0;
        i < count;
        i++ // A tip stands for half a piece.
      )
        energy +=
          (pointOf(id[i]!, count) === count - 1 ? 0.5 : 1) *
          (G * columns.y[i]! + (columns.vx[i]! ** 2 + columns.vy[i]! ** 2 + columns.vz[i]! ** 2) / 2);
      expect(energy).toBeLessThan(height + 0.02);
      height = energy;
    }
  });

  it('is taken along by its emitter, root first', () => {
    const moved = testScene({
      emitter: {
        keys: {
          'transform.position': [
            { frame: 0, value: [0, 0, 0], ease: 'linear' },
            { frame: 24, value: [2, 0, 0], ease: 'linear' },
          ],
        },
        birth: { immortal: true, speed: 0, drag: 2 },
        body: { kind: 'strands', stiffness: 1 },
      },
    });
    const at = pointsOf(runTo(moved, 12));
    expect(at[0]![0]).toBe(1);
    expect(at.at(-1)![0]).toBeLessThan(0.95);
    const rest = pointsOf(runTo(moved, 300)).at(-1)!;
    expect(Math.hypot(rest[0] - 2, rest[1] - 1, rest[2])).toBeLessThan(1e-3);
  });

  it('sways by itself: all as one, each in its own phase, or in a wave', () => {
    const swaying = (phase: string) =>
      testScene({
        emitter: {
          shape: { kind: 'lattice', nx: 5, nz: 1, width: 2 },
          emission: [{ kind: 'burst', count: 5, timing: 'start' }],
          birth: { immortal: true, speed: 0, drag: 0 },
          body: {
            kind: 'strands',
            points: 6,
            stiffness: 3,
            damping: 1,
            sway: 30,
            swayTime: 2,
            phase,
            wavelength: 2,
            swayTo: [0, 0, 1],
          },
        },
      });
    const leans = (phase: string) => {
      const at = pointsOf(runTo(swaying(phase), 60));
      return [0, 1, 2, 3, 4].map((s) => at[6 * s + 5]![2]);
    };
    const one = leans('one');
    expect(Math.max(...one) - Math.min(...one)).toBeLessThan(1e-6);
    expect(Math.abs(one[0]!)).toBeGreaterThan(0.1);
    const own = leans('own');
    expect(Math.max(...own) - Math.min(...own)).toBeGreaterThan(0.2);
  });

  it('stays out of colliders, whichever way it is bent into them', () => {
    const scene = testScene({
      emitter: {
        birth: { immortal: true, speed: 0, drag: 0.2 },
        body: { kind: 'strands', stiffness: 0.2, points: 24 },
      },
      fields: [{ settings: { kind: 'gravity', direction: [1, -0.2, 0] }, strength: 8 }],
      colliders: [{ id: 'c', name: 'C', transform: { position: [0.5, 0.4, 0] }, shape: { kind: 'ball', radius: 0.3 } }],
    });
    const run = new Simulation(scene, new Map());
    let nearest = Infinity;
    for (let frame = 0; frame < 120; frame++) {
      run.advance();
      for (const [x, y, z] of pointsOf(run)) nearest = Math.min(nearest, Math.hypot(x - 0.5, y - 0.4, z));
    }
    expect(nearest).toBeGreaterThan(0.3 - 1e-4);
    expect(run.contacts()[0]).toBeGreaterThan(50);
  });
});

describe('the rod', () => {
  it('never gives anything that is not finite, wherever its points are thrown and held (property)', () => {
    const rod = new Rod();
    const n = 12;
    const far = fc.double({ min: -50, max: 50, noNaN: true });
    const stiff = fc.constantFrom(0, 1e-6, 1, 1e4);
    fc.assert(
      fc.property(
        fc.array(far, { minLength: 3 * n, maxLength: 3 * n }),
        fc.array(fc.constantFrom(1, 1, 2), { minLength: n, maxLength: n }),
        stiff,
        fc.constantFrom(1 / 240, 1 / 24),
        (thrown, states, bend, seconds) => {
          const now = Float64Array.from(thrown);
          const rest = Float64Array.from(now, (_, i) => (i % 3 === 1 ? Math.floor(i / 3) * 0.1 : 0));
          const material = { piece: 0.1, bend: new Float64Array(n).fill(bend), damping: 0.1, give: 0, rounds: 8 };
          const weight = new Float64Array(n).fill(1);
          rod.settle(
            material,
            { now, before: rest, rest, state: Uint8Array.from(states), weight, seconds },
            0,
            n,
            true,
          );
          expect(now.every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('strands in a scene', () => {
  const meadow = testScene({
    emitter: {
      shape: { kind: 'lattice', nx: 8, nz: 8 },
      emission: [{ kind: 'burst', count: 64, timing: 'start' }],
      birth: { immortal: true, speed: 0, drag: 1, massVariance: 0.3, spread: 10 },
      body: { kind: 'strands', points: 9, lengthVariance: 0.3, bendAtRest: 40 },
    },
    fields: [
      { settings: { kind: 'turbulence', size: 0.5 }, strength: 2 },
      { settings: { kind: 'gravity' }, strength: 3, modulators: [{ kind: 'variance', variance: 1 }] },
    ],
  });
  const particles = (runs: readonly Simulation[]) => {
    const all = new Map<number, string>();
    for (const run of runs) {
      const { id, columns, count } = run.populations[0]!;
      for (let i = 0; i < count; i++)
        all.set(id[i]!, `${columns.x[i]} ${columns.y[i]} ${columns.z[i]} ${columns.mass[i]}`);
    }
    return all;
  };

  it('are the same however they are dealt out over threads, and a draft has whole ones of them', () => {
    const all = particles([runTo(meadow, 20)]);
    expect(all.size).toBe(64 * 9);
    const sliced = [0, 1, 2].map((slice) => {
      const run = new Simulation(meadow, new Map(), { portion: { draftFraction: 1, slice, slices: 3 } });
      while (run.frame < 20) run.advance();
      return run;
    });
    expect(particles(sliced)).toEqual(all);
    const draft = new Simulation(meadow, new Map(), { portion: { draftFraction: 0.3, slice: 0, slices: 1 } });
    while (draft.frame < 20) draft.advance();
    const some = particles([draft]);
    expect(some.size % 9).toBe(0);
    expect(some.size).toBeGreaterThan(9 * 9);
    expect(some.size).toBeLessThan(31 * 9);
    for (const [id, at] of some) expect(at).toBe(all.get(id));
  });

  it('a strand whose points are taken away is cut there: what is left of it goes on by itself', () => {
    const cut = testScene({
      emitter: { birth: { immortal: true, speed: 0, drag: 0 }, body: { kind: 'strands', points: 9, stiffness: 2 } },
      fields: [{ settings: { kind: 'gravity', direction: [0, 1, 0] }, strength: 1 }],
      zones: [
        {
          id: 'z',
          name: 'Z',
          effect: 'remove',
          transform: { position: [0, 0.5, 0] },
          falloff: { kind: 'ball', inner: 0.02, outer: 0.03 },
        },
      ],
    });
    const at = pointsOf(runTo(cut, 48));
    expect(at).toHaveLength(8);
    expect(at[0]).toEqual([0, 0, 0]);
    expect(at[3]![1]).toBeCloseTo(0.375, 3);
    // ½·g·t² after two seconds, first order in the step.
    expect(at[4]![1] - 0.625).toBeGreaterThan(1.9);
  });
});

describe('the place along a strand', () => {
  const blockOf = (run: Simulation) => {
    const block = particleBlock();
    loadBlock(block, run.populations[0]!, 0, 0, 0, 0);
    return block;
  };

  it('goes from 0 at the root to 1 at the tip, and is 0 without a strand', () => {
    const block = blockOf(runTo(beam({ points: 5 }), 0));
    const places = Array.from(block.id.subarray(0, 5), (id, i) => [pointOf(id, 5), block.along[i]]);
    expect(places.toSorted(([a], [b]) => a! - b!)).toEqual([0, 0.25, 0.5, 0.75, 1].map((along, i) => [i, along]));
    expect([...blockOf(runTo(testScene(), 0)).along.subarray(0, 1)]).toEqual([0]);
  });

  it.each([
    ['by a modulator', { settings: { kind: 'wind', direction: [0, 0, 1] }, modulators: [{ kind: 'along' }] }],
    ['by a formula', { settings: { kind: 'formula', output: 'vector', fx: '0', fy: '0', fz: 'along' } }],
  ])('lets a field act at the tip and not near the root, %s', (_name, field) => {
    const pushed = (over: Written) =>
      pointsOf(
        runTo(beam({ points: 9, stiffness: 0.5 }, { fields: [{ actsAs: 'acceleration', strength: 1, ...over }] }), 48),
      ).map(([, , z]) => z);
    const [all, tip] = [pushed({ settings: { kind: 'wind', direction: [0, 0, 1] } }), pushed(field)];
    expect(tip[8]).toBeGreaterThan(0.02);
    expect(tip[2]! / tip[8]!).toBeLessThan(all[2]! / all[8]!);
    expect(tip[8]).toBeLessThan(all[8]!);
  });
});
