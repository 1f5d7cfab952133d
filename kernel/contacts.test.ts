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

  it('leave particles at rest where the plain routines leave them', () => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'card', width: 2, depth: 2 },
        transform: { position: [0, 1, 0] },
        emission: [{ kind: 'burst', count: 300 }],
        birth: { life: 1000, speed: 0 },
      },
      fields: [{ settings: { kind: 'gravity' } }],
      colliders: [
        { id: 'f', name: 'Floor', ...floor, response: { kind: 'slide' } },
        { id: 'b', name: 'Box', shape: { kind: 'box', width: 1, depth: 1, height: 0.4 }, response: { kind: 'slide' } },
      ],
    });
    const [fast, plain] = [new Simulation(scene, new Map(), { backend: kernel }), new Simulation(scene, new Map())];
    for (let frame = 0; frame < 48; frame++) {
      fast.advance();
      plain.advance();
    }
    const [a, b] = [states([fast]), states([plain])];
    for (const [id, state] of a) {
      const other = b.get(id)!;
      // Positions and velocities.
      for (let k = 0; k < 6; k++) expect(Math.abs(state[k]! - other[k]!)).toBeLessThan(1e-5);
      expect(Math.hypot(state[3]!, state[4]!, state[5]!)).toBeLessThan(1e-6);
    }
    expect(fast.contacts()).toEqual(plain.contacts());
  });
});
