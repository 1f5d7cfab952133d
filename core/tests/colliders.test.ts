import { mapVector } from '../lib/math/vector';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { colliderShapes } from '../kinds/colliders';
import { completeScene, type Written } from '../scene/read';
import type { Scene } from '../document/scene';
import { smoothNormals } from '../lib/meshes/mesh';
import { Simulation } from '../sim/step/simulation';
import { runTo } from './scenes';
import { cases } from './cases';

/** Particles of one emitter under gravity, with colliders. */
function scene(emitter: Written, colliders: readonly Written[], more: Written = {}): Scene {
  return completeScene({
    name: 'Test',
    time: { fps: 24, first: 0, last: 1000, substeps: 16 },
    emitters: [{ id: 'e', name: 'E', shape: { kind: 'point' }, emission: [{ kind: 'burst', count: 1 }], ...emitter }],
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
  const bouncing = scene({ transform: { position: [0, h, 0] }, birth: still }, [
    floor({ kind: 'bounce', restitution: e, tangentialGain: 1 }),
  ]);

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

describe('a grain that touches with its edge', () => {
  const resting = (collider: Written, size: number) =>
    runTo(
      scene({ transform: { position: [0, 1.5, 0] }, birth: { ...still, size } }, [
        { ...floor({ kind: 'stick' }), bySize: true, ...collider },
      ]),
      40,
    );

  it('comes to rest with its middle half its size above a floor, also above one that is scaled', () => {
    expect(at(resting({}, 0.2), 'y')).toBeCloseTo(0.1, 3);
    expect(at(resting({ transform: { scale: 3 } }, 0.5), 'y')).toBeCloseTo(0.25, 3);
    expect(at(resting({ bySize: false }, 0.2), 'y')).toBeCloseTo(0, 3);
  });

  it('lies on a ball as far from its middle as both radii together', () => {
    const ball = { shape: { kind: 'ball', radius: 0.5 } };
    expect(at(resting(ball, 0.3), 'y')).toBeCloseTo(0.65, 3);
  });

  it('adds to half of the thickness', () => expect(at(resting({ thickness: 0.1 }, 0.2), 'y')).toBeCloseTo(0.15, 3));
});

describe('the gate of a collider', () => {
  const gated = (response: Written) =>
    scene({ transform: { position: [0, 1, 0] }, birth: still }, [
      {
        ...floor(response),
        gate: {
          kind: 'windows',
          spans: [
            [0, 30],
            [60, 90],
          ],
        },
      },
    ]);

  it('stops what comes while it is there, and nothing after it', () => {
    const run = runTo(gated({ kind: 'bounce', restitution: 0.1, tangentialGain: 1 }), 29);
    expect(at(run, 'y')).toBeGreaterThanOrEqual(0);
    while (run.frame < 36) run.advance();
    expect(at(run, 'y')).toBeLessThan(-0.05);
  });

  it('lets go of what sticks to it when it goes, which falls from rest then', () => {
    const run = runTo(gated({ kind: 'stick' }), 30);
    expect(at(run, 'y')).toBeCloseTo(0, 3);
    while (run.frame < 42) run.advance();
    expect(at(run, 'y')).toBeCloseTo((-9.80665 * 0.5 * 0.5) / 2, 1);
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
      const start = mapVector(way, (n) => -3 * n + (n === 0 ? 0 : 0));
      const run = runTo(
        scene(
          {
            transform: { position: [0, way[1] === 0 ? 0.5 : start[1], start[2]] },
            birth: { ...still, launchDirection: 'direction', direction: way, speed },
          },
          [{ shape, response: { kind: 'bounce', restitution: 0 } }],
          { fields: [], time: { fps: 24, substeps: 1 } },
        ),
        10,
      );
      expect(at(run, 'x') * way[0] + at(run, 'y') * way[1] + (way[2] === 0 ? 0 : at(run, 'z') * way[2])).toBeLessThan(
        0.01,
      );
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
              {
                seed,
                shape: { kind: 'ball', radius: 0.2 },
                emission: [{ kind: 'burst', count: 30 }],
                birth: { ...still, speed },
              },
              [{ shape: values, response: { kind: 'bounce', restitution: 1, tangentialGain: 1 } }],
              { time: { fps: 24, substeps: 2 } },
            ),
            20,
          );
          const { x, y, z } = run.populations[0]!.columns;
          for (let i = 0; i < 30; i++) {
            const up = kind === 'rod' ? Math.max(0, Math.abs(y[i]!) - 1) : y[i]!;
            if (kind === 'box')
              expect(Math.max(Math.abs(x[i]!), Math.abs(y[i]!), Math.abs(z[i]!))).toBeLessThan(0.5 + 1e-6);
            else expect(Math.hypot(x[i]!, up, z[i]!)).toBeLessThan(0.6 + 1e-6);
          }
        },
      ),
      { numRuns: 60, seed: 3 },
    );
  });
});

describe('a pile that settles', () => {
  it('particles in an open box with a slope: none gets out, energy falls to nothing, nothing trembles', () => {
    const COUNT = cases(1500, 5000);
    const walls: Written[] = [
      {
        shape: { kind: 'plane' },
        transform: { rotation: [0, 0, 12] },
        response: { kind: 'bounce', restitution: 0.4, tangentialGain: 0.7 },
      },
      ...[0, 90, 180, 270].map((turn) => ({
        shape: {
          kind: 'wall',
          points: [
            [-1, -1, 1],
            [1, -1, 1],
          ],
          height: 4,
        },
        transform: { rotation: [0, turn, 0], position: [0, -1, 0] },
        response: { kind: 'bounce', restitution: 0.4, tangentialGain: 0.7 },
      })),
    ];
    const dropped = scene(
      {
        shape: { kind: 'box', width: 1.6, height: 1, depth: 1.6 },
        transform: { position: [0, 1.6, 0] },
        emission: [{ kind: 'burst', count: COUNT }],
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
      energies.push(energy / COUNT);
    }
    const [p] = run.populations;
    expect(p!.count).toBe(COUNT);
    expect(deepest).toBeGreaterThan(-1e-5);
    // A way is a chord of its fall, which a contact may lie above by g·dt²/8: beyond that, energy never rises.
    for (let i = 1; i < energies.length; i++) expect(energies[i]!).toBeLessThan(energies[i - 1]! + 0.002);
    const { vx, vy, vz } = p!.columns;
    const fastest = Math.max(...Array.from({ length: COUNT }, (_, i) => Math.hypot(vx[i]!, vy[i]!, vz[i]!)));
    expect(fastest).toBeLessThan(0.02);
    const before = p!.columns.y.slice(0, COUNT);
    for (let i = 0; i < 24; i++) run.advance();
    expect(Math.max(...before.map((y, i) => Math.abs(y - run.populations[0]!.columns.y[i]!)))).toBeLessThan(0.02);
  });
});

describe('what a collider does', () => {
  const dropped = { transform: { position: [0, 1, 0] }, birth: { ...still, life: 1000 } };

  it('sticks: particles stay where they hit and move with the surface, turning with it', () => {
    const run = runTo(
      scene(dropped, [
        {
          shape: { kind: 'plane' },
          response: { kind: 'stick' },
          keys: {
            'transform.position': [
              { frame: 30, value: [0, 0, 0], ease: 'linear' },
              { frame: 54, value: [6, 2, 0], ease: 'linear' },
            ],
          },
        },
      ]),
      54,
    );
    expect([at(run, 'x'), at(run, 'y')].map((n) => Number(n.toFixed(3)))).toEqual([6, 2]);
    expect(at(run, 'vx')).toBeCloseTo(6, 3);
    run.advance();
    run.advance();
    expect(at(run, 'vx')).toBeCloseTo(0, 6);
  });

  it('slides: keeps its speed along the surface, as a rate a frame whatever the substeps', () => {
    const speed = (substeps: number) => {
      const run = runTo(
        scene(
          {
            transform: { position: [0, 0.001, 0] },
            birth: { ...still, launchDirection: 'direction', direction: [1, 0, 0], speed: 2 },
          },
          [{ shape: { kind: 'plane' }, response: { kind: 'slide', tangentialGain: 0.9 } }],
          { time: { fps: 24, substeps } },
        ),
        12,
      );
      return at(run, 'vx');
    };
    const expected = 2 * 0.9 ** 12;
    expect(speed(1)).toBeCloseTo(expected, 1);
    expect(speed(8)).toBeCloseTo(expected, 1);
    expect(Math.abs(speed(8) - speed(16))).toBeLessThan(0.01);
  });

  it('stays where a slope is no steeper than its friction holds (tan θ ≤ 1 − slip, Coulomb), and slides where it is', () => {
    const moved = (degrees: number, tangentialGain: number, substeps: number) => {
      const run = runTo(
        scene(
          { transform: { position: [0, 0.3, 0] }, birth: still },
          [
            {
              shape: { kind: 'plane' },
              transform: { rotation: [0, 0, degrees] },
              response: { kind: 'bounce', restitution: 0, tangentialGain: tangentialGain },
            },
          ],
          { time: { fps: 24, substeps } },
        ),
        72,
      );
      const x = at(run, 'x');
      for (let i = 0; i < 24; i++) run.advance();
      return Math.abs(at(run, 'x') - x);
    };
    // tan 20° = 0.364.
    for (const substeps of [1, 8]) {
      expect(moved(20, 0.6, substeps)).toBe(0);
      expect(moved(20, 0.7, substeps)).toBeGreaterThan(0.1);
      expect(moved(5, 1, substeps)).toBeGreaterThan(0.5);
    }
  });

  it('dies at the moment of contact; pass lets through', () => {
    const die = runTo(scene(dropped, [floor({ kind: 'die' })]), 24);
    expect([die.populations[0]!.count, die.populations[0]!.died]).toEqual([0, 1]);
    expect(at(runTo(scene(dropped, [floor({ kind: 'pass' })]), 24), 'y')).toBeLessThan(-2);
  });

  it('porosity: that share passes, each particle decided once', () => {
    const rain = scene(
      { ...dropped, emission: [{ kind: 'burst', count: 4000 }], shape: { kind: 'card' } },
      [{ ...floor({ kind: 'bounce', restitution: 0.3 }), porosity: 0.3 }],
      { time: { fps: 24, substeps: 1 } },
    );
    const run = runTo(rain, 40);
    const through = [...run.populations[0]!.columns.y.slice(0, 4000)].filter((y) => y < -0.5).length;
    expect(through / 4000).toBeCloseTo(0.3, 1);
    for (let i = 0; i < 40; i++) run.advance();
    expect([...run.populations[0]!.columns.y.slice(0, 4000)].filter((y) => y < -0.5).length).toBe(through);
  });

  it('sends: whether an emitter’s particles hit it, and how bouncy', () => {
    const withIt = (hit: object) =>
      runTo(
        scene(dropped, [{ ...floor({ kind: 'bounce', restitution: 0.5, tangentialGain: 1 }), sends: { e: hit } }]),
        24,
      );
    expect(at(withIt({ hits: false }), 'y')).toBeLessThan(-2);
    const height = (bounce: number) => {
      let most = 0;
      for (let frame = 12; frame < 26; frame++)
        most = Math.max(
          most,
          at(
            runTo(
              scene(dropped, [
                { ...floor({ kind: 'bounce', restitution: 0.5, tangentialGain: 1 }), sends: { e: { bounce } } },
              ]),
              frame,
            ),
            'y',
          ),
        );
      return most;
    };
    expect(height(1)).toBeCloseTo(0.25, 1);
    expect(height(2)).toBeCloseTo(1, 1);
    expect(height(0)).toBeLessThan(0.01);
  });

  it('a moving collider carries what lies on it, and pushes what is in its way', () => {
    const lift = runTo(
      scene({ transform: { position: [0, 0.02, 0] }, birth: still }, [
        {
          shape: { kind: 'box', width: 2, height: 0.1, depth: 2 },
          transform: { position: [0, -0.06, 0] },
          response: { kind: 'bounce', restitution: 0, tangentialGain: 0.2 },
          keys: {
            'transform.position': [
              { frame: 12, value: [0, -0.06, 0], ease: 'smooth' },
              { frame: 60, value: [3, 0.94, 0], ease: 'linear' },
            ],
          },
        },
      ]),
      72,
    );
    expect(at(lift, 'y')).toBeCloseTo(0.99, 2);
    expect(at(lift, 'x')).toBeGreaterThan(2.4);
    const ram = runTo(
      scene(
        { transform: { position: [0, 0, 0] }, birth: still },
        [
          {
            shape: { kind: 'ball', radius: 0.5 },
            response: { kind: 'bounce', restitution: 0, tangentialGain: 1 },
            keys: {
              'transform.position': [
                { frame: 0, value: [-3, 0, 0], ease: 'linear' },
                { frame: 6, value: [3, 0, 0], ease: 'linear' },
              ],
            },
          },
        ],
        { fields: [], time: { fps: 24, substeps: 1 } },
      ),
      6,
    );
    expect(at(ram, 'x')).toBeGreaterThan(3.49);
    expect(at(ram, 'vx')).toBeCloseTo(24, 3);
  });

  it('a mesh stops from both sides, whether what comes is fast or slow', () => {
    const meshes = [{ id: 'm', name: 'M', source: { kind: 'ball', radius: 1, detail: 40 } }];
    for (const speed of [2, 40, 400]) {
      const shot = (position: number, way: number) =>
        runTo(
          scene(
            {
              transform: { position: [0.013, position, 0.017] },
              birth: { ...still, launchDirection: 'direction', direction: [0, way, 0], speed },
            },
            [{ shape: { kind: 'mesh', mesh: 'm' }, response: { kind: 'bounce', restitution: 0, tangentialGain: 1 } }],
            { meshes, fields: [], time: { fps: 24, substeps: 1 } },
          ),
          36,
        );
      const out = shot(3, -1);
      expect(Math.hypot(at(out, 'x'), at(out, 'y'), at(out, 'z'))).toBeGreaterThan(0.99);
      expect(Math.hypot(at(shot(0, 1), 'x'), at(shot(0, 1), 'y'), at(shot(0, 1), 'z'))).toBeLessThan(1);
    }
  });

  it('a deforming mesh pushes what it sweeps over, and gives it its velocity', () => {
    const positions = Float32Array.from([-2, 0, -2, 2, 0, -2, 2, 0, 2, -2, 0, 2]);
    const poses = new Float32Array(24);
    poses.set(positions);
    poses.set(
      positions.map((n, i) => (i % 3 === 1 ? 3 : n)),
      12,
    );
    const index = Uint32Array.from([0, 2, 1, 0, 3, 2]);
    const hash = 'd'.repeat(64);
    const plate = {
      positions,
      index,
      normals: smoothNormals(positions, index),
      groups: [],
      motion: { step: 1, poses },
    };
    const run = new Simulation(
      scene(
        { transform: { position: [0.1, 0.5, 0.2] }, birth: still },
        [{ shape: { kind: 'mesh', mesh: 'm' }, response: { kind: 'bounce', restitution: 0, tangentialGain: 1 } }],
        {
          meshes: [{ id: 'm', name: 'M', source: { kind: 'file', hash } }],
          fields: [],
          time: { fps: 24, substeps: 1 },
        },
      ),
      new Map([[hash, plate]]),
    );
    while (run.frame < 20) run.advance();
    expect(at(run, 'y')).toBeGreaterThan((3 * 20) / 24 - 1e-3);
    expect(at(run, 'vy')).toBeCloseTo(3, 3);
  });

  it('off a plate that comes to meet it, a resting particle flies with twice the speed of the plate (elastic collision with a moving wall)', () => {
    const positions = Float32Array.from([-2, 0, -2, 2, 0, -2, 2, 0, 2, -2, 0, 2]);
    const poses = new Float32Array(24);
    poses.set(positions);
    poses.set(
      positions.map((n, i) => (i % 3 === 1 ? 3 : n)),
      12,
    );
    const index = Uint32Array.from([0, 2, 1, 0, 3, 2]);
    const hash = 'e'.repeat(64);
    const plate = {
      positions,
      index,
      normals: smoothNormals(positions, index),
      groups: [],
      motion: { step: 1, poses },
    };
    const bounced = (from: number) => {
      const run = new Simulation(
        scene(
          { transform: { position: [0.1, from, 0.2] }, birth: still },
          [{ shape: { kind: 'mesh', mesh: 'm' }, response: { kind: 'bounce', restitution: 1, tangentialGain: 1 } }],
          {
            meshes: [{ id: 'm', name: 'M', source: { kind: 'file', hash } }],
            fields: [],
            time: { fps: 24, substeps: 4 },
          },
        ),
        new Map([[hash, plate]]),
      );
      while (run.frame < 12) run.advance();
      return run;
    };
    const run = bounced(0.5);
    expect(at(run, 'vy')).toBeCloseTo(6, 2);
    // Met at 0.5 m after a sixth of a second, and carried on at 6 m/s from there: within the thickness of the collider.
    expect(at(run, 'y')).toBeCloseTo(0.5 + 6 * (0.5 - 1 / 6), 1);
  });

  it('children of a death at a contact are born where it was, not where the step would have ended', () => {
    const run = runTo(
      completeScene({
        name: 'T',
        time: { fps: 24, last: 100, substeps: 1 },
        emitters: [
          {
            id: 'p',
            name: 'P',
            shape: { kind: 'point' },
            transform: { position: [0, 1, 0] },
            emission: [{ kind: 'burst', count: 1 }],
            birth: { speed: 20, launchDirection: 'direction', direction: [0, -1, 0], life: 1e3, drag: 0 },
          },
          {
            id: 'c',
            name: 'C',
            shape: { kind: 'particles', source: 'p', when: 'death', from: 3, to: 3 },
            birth: { speed: 0, life: 1e3, drag: 0 },
          },
        ],
        colliders: [{ id: 'k', name: 'K', shape: { kind: 'plane' }, thickness: 0, response: { kind: 'die' } }],
      }),
      4,
    );
    const { count, columns } = run.populations[1]!;
    expect(count).toBe(3);
    for (let i = 0; i < count; i++) expect(Math.abs(columns.y[i]!)).toBeLessThan(1e-3);
  });

  it('the scene box kills, bounces or holds what reaches its faces from inside', () => {
    const shot = (response: string) =>
      runTo(
        scene({ birth: { ...still, launchDirection: 'direction', direction: [1, 0, 0], speed: 6 } }, [], {
          fields: [],
          time: { fps: 24, substeps: 1 },
          bounds: { on: true, response, size: [2, 2, 2] },
        }),
        10,
      );
    expect(shot('die').populations[0]!.count).toBe(0);
    expect(at(shot('stick'), 'x')).toBeCloseTo(1, 3);
    expect([at(shot('stick'), 'vx'), Math.sign(at(shot('bounce'), 'vx'))]).toEqual([0, -1]);
  });

  it('a contact turns a particle towards rolling: ω = n × v / r', () => {
    const run = runTo(
      scene(
        {
          transform: { position: [0, 0.5, 0] },
          birth: { ...still, launchDirection: 'direction', direction: [1, 0, 0], speed: 2, size: 0.2 },
          look: { kind: 'flake' },
        },
        [{ ...floor({ kind: 'bounce', restitution: 0.2, tangentialGain: 1 }), addsSpin: 1 }],
      ),
      24,
    );
    const { wx, wy, wz, qx, qy, qz } = run.populations[0]!.columns;
    // (0, 1, 0) × (2, 0, 0) / 0.1 = (0, 0, −20).
    expect(wx[0]).toBeCloseTo(0, 6);
    expect(wy[0]).toBeCloseTo(0, 6);
    expect(wz[0]).toBeCloseTo(-20, 3);
    expect(qx[0]! ** 2 + qy[0]! ** 2 + qz[0]! ** 2).toBeLessThanOrEqual(1 + 1e-6);
  });

  it('spin goes on evenly: a quarter turn a second is half a turn in two', () => {
    const run = runTo(
      scene({ birth: { ...still, spin: 90, spinAbout: 'axis', spinAxis: [0, 1, 0] }, look: { kind: 'flake' } }, [], {
        fields: [],
        time: { fps: 24, substeps: 1 },
      }),
      48,
    );
    const { qx, qy, qz } = run.populations[0]!.columns;
    expect([qx[0], Math.abs(qy[0]!), qz[0]].map((n) => Number(n!.toFixed(4)))).toEqual([0, 1, 0]);
  });

  it('restitution and slip vary by particle, and threads agree on every bounce', () => {
    const rain = scene(
      { ...dropped, emission: [{ kind: 'burst', count: 400 }], shape: { kind: 'card' } },
      [
        floor({
          kind: 'bounce',
          restitution: 0.5,
          restitutionVariance: 0.3,
          tangentialGain: 0.8,
          tangentialVariation: 0.2,
        }),
      ],
      { time: { fps: 24, substeps: 1 } },
    );
    const heights = new Set([...runTo(rain, 16).populations[0]!.columns.y.slice(0, 400)].map((y) => y.toFixed(4)));
    expect(heights.size).toBeGreaterThan(300);
  });
});
