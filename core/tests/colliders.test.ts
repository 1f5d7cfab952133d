import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { colliderShapes } from '../colliders';
import { completeScene, type Written } from '../scene/complete';
import type { Scene } from '../scene/document';
import { runTo } from './scenes';

/** Particles of one emitter under gravity, with colliders. */
function scene(emitter: Written, colliders: readonly Written[], more: Written = {}): Scene {
  return completeScene({
    name: 'Test',
    time: { fps: 24, first: 0, last: 1000, substeps: 16 },
    emitters: [{ id: 'e', name: 'E', shape: { kind: 'point' }, amounts: [{ kind: 'burst', count: 1 }], ...emitter }],
    fields: [{ id: 'g', name: 'Gravity', settings: { kind: 'gravity' }, strength: 9.80665 }],
    colliders: colliders.map((c, i) => ({ id: `c${i}`, name: `C${i}`, thickness: 0, ...c })),
    ...more,
  });
}

const still = { speed: 0, drag: 0, life: 1000 };
const floor = (response: Written): Written => ({ shape: { kind: 'plane' }, response });
const at = (run: ReturnType<typeof runTo>, name: 'x' | 'y' | 'z' | 'vx' | 'vy' | 'vz', slot = 0) =>
  run.populations[0]!.columns[name][slot]!;

describe('a bounce (Newton’s law of restitution, textbook mechanics)', () => {
  const e = 0.7;
  const h = 2;
  const bouncing = scene({ place: { position: [0, h, 0] }, birth: still }, [floor({ kind: 'bounce', restitution: e, slip: 1 })]);

  it('rebounds to e²·h', () => {
    const heights: number[] = [];
    for (let frame = 16; frame < 40; frame++) heights.push(at(runTo(bouncing, frame), 'y'));
    expect(Math.max(...heights)).toBeCloseTo(e * e * h, 1);
    expect(Math.abs(Math.max(...heights) / (e * e * h) - 1)).toBeLessThan(0.01);
  });

  it('lies still after √(2h/g)·(1 + e)/(1 − e), within a hundredth', () => {
    const total = (Math.sqrt((2 * h) / 9.80665) * (1 + e)) / (1 - e);
    const run = runTo(bouncing, Math.floor(total * 24 * 0.97));
    expect(Math.abs(at(run, 'vy'))).toBeGreaterThan(0);
    while (run.frame < Math.ceil(total * 24 * 1.01)) run.advance();
    expect(Math.abs(at(run, 'vy'))).toBeLessThan(1e-6);
    const y = at(run, 'y');
    for (let i = 0; i < 48; i++) run.advance();
    expect(at(run, 'y')).toBeCloseTo(y, 6);
  });
});

describe('continuous collisions', () => {
  const shapes: readonly (readonly [string, Written, readonly [number, number, number]])[] = [
    ['plane', { kind: 'plane', sides: 'both' }, [0, -1, 0]],
    ['box', { kind: 'box', width: 0.5, height: 0.001, depth: 0.5 }, [0, -1, 0]],
    ['ball', { kind: 'ball', radius: 0.2 }, [0, -1, 0]],
    ['rod', { kind: 'rod', length: 0.1, radius: 0.02 }, [0, -1, 0]],
    [
      'wall',
      {
        kind: 'wall',
        points: [
          [-1, 0, 0],
          [1, 0, 0],
        ],
        height: 1,
      },
      [0, 0, -1],
    ],
  ];
  it.each(shapes)('%s: at ten times the speed nothing tunnels through, at one substep', (_name, shape, way) => {
    for (const speed of [20, 200, 2000]) {
      const start = way.map((n) => -3 * n + (n === 0 ? 0 : 0)) as unknown as [number, number, number];
      const run = runTo(
        scene(
          {
            place: { position: [0, way[1] === 0 ? 0.5 : start[1], start[2]] },
            birth: { ...still, along: 'direction', direction: way, speed },
          },
          [{ shape, response: { kind: 'bounce', restitution: 0 } }],
          { fields: [], time: { fps: 24, substeps: 1 } },
        ),
        10,
      );
      expect(at(run, 'x') * way[0] + at(run, 'y') * way[1] + (way[2] === 0 ? 0 : at(run, 'z') * way[2])).toBeLessThan(0.01);
    }
  });

  it('a container keeps everything in, whatever its shape', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('box', 'ball', 'rod'),
        fc.integer({ min: 1, max: 999 }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (kind, seed, speed) => {
          const values = colliderShapes.defaults(kind, { inside: true, ...(kind === 'box' ? {} : { radius: 0.6 }) });
          const run = runTo(
            scene(
              { seed, shape: { kind: 'ball', radius: 0.2 }, amounts: [{ kind: 'burst', count: 30 }], birth: { ...still, speed } },
              [{ shape: values, response: { kind: 'bounce', restitution: 1, slip: 1 } }],
              { time: { fps: 24, substeps: 2 } },
            ),
            20,
          );
          const { x, y, z } = run.populations[0]!.columns;
          for (let i = 0; i < 30; i++) {
            const up = kind === 'rod' ? Math.max(0, Math.abs(y[i]!) - 1) : y[i]!;
            if (kind === 'box') expect(Math.max(Math.abs(x[i]!), Math.abs(y[i]!), Math.abs(z[i]!))).toBeLessThan(0.5 + 1e-6);
            else expect(Math.hypot(x[i]!, up, z[i]!)).toBeLessThan(0.6 + 1e-6);
          }
        },
      ),
      { numRuns: 60, seed: 3 },
    );
  });
});

describe('a pile that settles', () => {
  it('5 000 particles in an open box with a slope: none gets out, energy falls to nothing, nothing trembles', () => {
    const walls: Written[] = [
      { shape: { kind: 'plane' }, place: { rotation: [0, 0, 12] }, response: { kind: 'bounce', restitution: 0.4, slip: 0.7 } },
      ...[0, 90, 180, 270].map((turn) => ({
        shape: {
          kind: 'wall',
          points: [
            [-1, -1, 1],
            [1, -1, 1],
          ],
          height: 4,
        },
        place: { rotation: [0, turn, 0], position: [0, -1, 0] },
        response: { kind: 'bounce', restitution: 0.4, slip: 0.7 },
      })),
    ];
    const dropped = scene(
      {
        shape: { kind: 'box', width: 1.6, height: 1, depth: 1.6 },
        place: { position: [0, 1.6, 0] },
        amounts: [{ kind: 'burst', count: 5000 }],
        birth: still,
      },
      walls,
      { time: { fps: 24, first: 0, last: 500, substeps: 1 } },
    );
    const run = runTo(dropped, 0);
    const energies: number[] = [];
    let deepest = 0;
    const [c, s] = [Math.cos(Math.PI / 15), Math.sin(Math.PI / 15)];
    for (let frame = 1; frame <= 500; frame++) {
      run.advance();
      const [p] = run.populations;
      const { x, y, z, vx, vy, vz } = p!.columns;
      let energy = 0;
      for (let i = 0; i < p!.count; i++) {
        energy += (vx[i]! ** 2 + vy[i]! ** 2 + vz[i]! ** 2) / 2 + 9.80665 * y[i]!;
        // The floor's normal is (−sin 12°, cos 12°, 0).
        deepest = Math.min(deepest, -s * x[i]! + c * y[i]!, 1 - Math.abs(x[i]!), 1 - Math.abs(z[i]!));
      }
      energies.push(energy / 5000);
    }
    const [p] = run.populations;
    expect(p!.count).toBe(5000);
    expect(deepest).toBeGreaterThan(-1e-5);
    // Semi-implicit steps let the energy of free fall swing by g·v·dt/2; beyond that it never rises.
    for (let i = 1; i < energies.length; i++) expect(energies[i]!).toBeLessThan(energies[i - 1]! + 0.02);
    const { vx, vy, vz } = p!.columns;
    const fastest = Math.max(...Array.from({ length: 5000 }, (_, i) => Math.hypot(vx[i]!, vy[i]!, vz[i]!)));
    expect(fastest).toBeLessThan(0.02);
    const before = p!.columns.y.slice(0, 5000);
    for (let i = 0; i < 24; i++) run.advance();
    expect(Math.max(...before.map((y, i) => Math.abs(y - run.populations[0]!.columns.y[i]!)))).toBeLessThan(0.02);
  });
});
