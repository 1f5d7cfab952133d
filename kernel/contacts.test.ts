import { describe, expect, it } from 'vitest';
import { testScene } from '../core/tests/scenes';
import type { Written } from '../core/scene/read';
import type { Scene } from '../core/document/scene';
import { Simulation } from '../core/sim/step/simulation';
import { makeKernel } from './kernel';

const kernel = makeKernel();

/** Particles that rain on colliders, some at rest in the end, some rolled off. */
const rain = (colliders: readonly Written[], more: Written = {}): Scene =>
  testScene({
    time: { substeps: 2 },
    emitter: {
      shape: { kind: 'card', width: 3, depth: 3 },
      transform: { position: [0, 1.5, 0] },
      emission: [{ kind: 'rate', rate: 1500 }],
      birth: { life: 1, lifeVariance: 0.5, speed: 0.4, spread: 60 },
      ...more,
    },
    fields: [{ settings: { kind: 'turbulence' }, strength: 1 }, { settings: { kind: 'gravity' } }],
    colliders: colliders.map((collider, i) => ({ id: `c${i}`, name: `C${i}`, ...collider })),
  });

const floor = { shape: { kind: 'plane' }, transform: { position: [0, -0.5, 0] } };

/** All that is known of the particles of some runs, by their numbers. */
function states(runs: readonly Simulation[]): Map<number, readonly number[]> {
  const found = new Map<number, readonly number[]>();
  for (const run of runs)
    for (const { id, count, columns, birth, generation } of run.populations)
      for (let i = 0; i < count; i++)
        found.set(id[i]!, [...Object.values(columns).map((column) => column[i]!), birth[i]!, generation[i]!]);
  return found;
}

describe('contacts of particles that the kernel steps', () => {
  it.each([
    ['that split, and can be seen to turn', [{ ...floor, split: true }], { look: { kind: 'flake' } }],
    [
      'that stick, pass, die and bounce',
      [
        { ...floor, response: { kind: 'stick' } },
        { shape: { kind: 'ball' }, response: { kind: 'die' } },
        { shape: { kind: 'box' }, transform: { position: [1, 0, 0] } },
      ],
      {},
    ],
  ] as const)('are the same to the bit in any number of slices: of particles %s', (_name, colliders, more) => {
    const scene = rain(colliders, more);
    const runsIn = (slices: number) =>
      Array.from(
        { length: slices },
        (_, slice) =>
          new Simulation(scene, new Map(), {
            backend: kernel,
            room: kernel.room,
            portion: { draftFraction: 1, slice, slices },
          }),
      );
    const [whole, parts] = [runsIn(1), runsIn(3)];
    for (let frame = 0; frame < 32; frame++) for (const run of [...whole, ...parts]) run.advance();
    const [one, three] = [states(whole), states(parts)];
    // More than fit into one block, so that pieces are added while there are others to come.
    expect(one.size).toBeGreaterThan(1100);
    expect([...one].filter(([id, state]) => three.get(id)?.join() !== state.join())).toEqual([]);
    expect(three.size).toBe(one.size);
    for (const run of [...whole, ...parts]) run.end();
  });

  // Each catches what falls on it, and holds at least a part of that by friction.
  it.each<readonly [string, readonly Written[], Written]>([
    ['a floor and a box on it', [floor, { shape: { kind: 'box', width: 1, depth: 1, height: 0.4 } }], {}],
    [
      'the lower side of a sheet that leans',
      [
        {
          shape: { kind: 'plane', sides: 'both' },
          transform: { position: [0, -0.3, 0.2], rotation: [0, 30, 188], scale: 1.5 },
        },
      ],
      {},
    ],
    ['a ball that is cut by a floor', [floor, { shape: { kind: 'ball', radius: 1 } }], {}],
    [
      'a rod that lies, and one that leans on it',
      [
        { shape: { kind: 'rod', radius: 0.7, length: 1 }, transform: { rotation: [90, 0, 0] } },
        { shape: { kind: 'rod', radius: 0.3, length: 2 }, transform: { rotation: [0, 0, 60] } },
      ],
      {},
    ],
    [
      'a container in a container',
      [
        { shape: { kind: 'box', width: 6, depth: 6, height: 4, inside: true } },
        { shape: { kind: 'rod', radius: 3, length: 2, inside: true } },
      ],
      {},
    ],
    [
      'a wall that lies, and terrain below it',
      [
        {
          shape: {
            kind: 'wall',
            points: [
              [-1, 0, 0],
              [1, 0, 0],
            ],
          },
          transform: { position: [0, 0, -0.5], rotation: [90, 0, 0] },
        },
        { shape: { kind: 'mesh', mesh: 'm' }, transform: { position: [0, -0.5, 0] } },
      ],
      {},
    ],
    [
      'a floor with pores under one that particles touch with their edge',
      [
        { ...floor, porosity: 0.5 },
        { ...floor, bySize: true, transform: { position: [0, -1, 0] } },
      ],
      {},
    ],
    ['the box of the scene', [], { bounds: { on: true, size: [5, 1.5, 5], centre: [0, 0.5, 0], response: 'bounce' } }],
  ])('leave particles at rest where the plain routines leave them: on %s', (_name, colliders, more) => {
    const scene = testScene({
      ...more,
      meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 12 } }],
      emitter: {
        shape: { kind: 'card', width: 2, depth: 2 },
        transform: { position: [0, 1.1, 0] },
        emission: [{ kind: 'burst', count: 300 }],
        birth: { life: 1000, speed: 0 },
      },
      fields: [{ settings: { kind: 'gravity' } }],
      colliders: colliders.map((collider, i) => ({
        id: `c${i}`,
        name: `C${i}`,
        response: { kind: 'slide', tangentialGain: 0.6 },
        ...collider,
      })),
    });
    const [fast, plain] = [new Simulation(scene, new Map(), { backend: kernel }), new Simulation(scene, new Map())];
    for (let frame = 0; frame < 48; frame++) {
      fast.advance();
      plain.advance();
    }
    const [a, b] = [states([fast]), states([plain])];
    let resting = 0;
    for (const [id, state] of a) {
      const other = b.get(id)!;
      const still = Math.hypot(other[3]!, other[4]!, other[5]!) === 0;
      if (still) resting++;
      // Positions and velocities; those that still roll are the further apart the longer they do.
      for (let k = 0; k < 6; k++) expect(Math.abs(state[k]! - other[k]!)).toBeLessThan(still ? 1e-5 : 2e-3);
    }
    expect(resting).toBeGreaterThan(40);
    const [found, wanted] = [fast.contacts(), plain.contacts()];
    found.forEach((n, c) => expect(Math.abs(n - wanted[c]!)).toBeLessThanOrEqual(0.002 * wanted[c]!));
  });
});
