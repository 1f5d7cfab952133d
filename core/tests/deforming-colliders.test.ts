import { describe, expect, it } from 'vitest';
import { smoothNormals } from '../lib/meshes/mesh';
import { probe } from '../measure/probe';
import type { Written } from '../scene/read';
import { Simulation } from '../sim/step/simulation';
import { testScene } from './scenes';

const hash = 'a1'.repeat(32);
const meshes = [{ id: 'm', name: 'M', source: { kind: 'file', hash } }];

/** A slab of 2 × 0.4 × 2 m about the origin, that rises by 3 m in a second as it deforms. */
const assets = (() => {
  const positions = Float32Array.from(
    [0, 1, 2, 3, 4, 5, 6, 7].flatMap((c) => [c & 1 ? 1 : -1, c & 2 ? 0.2 : -0.2, c & 4 ? 1 : -1]),
  );
  const index = Uint32Array.from(
    [
      [0, 4, 6, 2],
      [1, 3, 7, 5],
      [0, 1, 5, 4],
      [2, 6, 7, 3],
      [0, 2, 3, 1],
      [4, 5, 7, 6],
    ].flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]),
  );
  const poses = new Float32Array(2 * positions.length);
  poses.set(positions);
  poses.set(
    positions.map((n, i) => (i % 3 === 1 ? n + 3 : n)),
    positions.length,
  );
  return new Map([
    [hash, { positions, index, normals: smoothNormals(positions, index), groups: [], motion: { step: 1, poses } }],
  ]);
})();

const rising: Written = { id: 'c', name: 'C', shape: { kind: 'mesh', mesh: 'm' }, response: { kind: 'bounce' } };

describe('a collider that deforms', () => {
  it('is met as it is at the end of a step, whatever a field has read of its mesh for other particles', () => {
    const heightOf = (fields: readonly Written[]) => {
      const resting = { emission: [{ kind: 'burst', count: 1, frame: 0 }], birth: { speed: 0, life: 9 } };
      const scene = testScene({
        emitter: { ...resting, transform: { position: [3, 0.2, 0] } },
        others: [
          { id: 'o', name: 'O', shape: { kind: 'point' }, ...resting, transform: { position: [0.1, 0.9, 0.2] } },
        ],
        meshes,
        colliders: [rising],
        fields,
      });
      const run = new Simulation(scene, assets);
      while (run.frame < 18) run.advance();
      return run.populations[1]!.columns.y[0]!;
    };
    const read = { settings: { kind: 'surface', of: 'mesh', mesh: 'm' }, strength: 1, sends: { o: 0 } };
    expect(heightOf([])).toBeGreaterThan(1.5);
    expect(heightOf([read])).toBe(heightOf([]));
  });

  it('pushes a flow that is led around it as fast as it rises', () => {
    const scene = testScene({
      groups: [{ id: 'g', name: 'G', mute: true }],
      meshes,
      colliders: [rising],
      fields: [
        { id: 'w', group: 'g', settings: { kind: 'wind' }, actsAs: 'flow', strength: 0 },
        {
          id: 'grid',
          actsAs: 'flow',
          transform: { position: [0, 1.5, 0] },
          settings: { kind: 'grid', group: 'g', width: 3, height: 2, depth: 3, cell: 0.1, around: true, at: 12 },
        },
      ],
    });
    const upAt = (y: number) =>
      probe(scene, assets, 12, scene.emitters[0]!, { position: [0, y, 0], velocity: [0, 0, 0], mass: 1, drag: 1 }).total
        .medium[1];
    // After half a second it is 1.5 m up, and what lies at its top and its bottom goes with it.
    expect(upAt(1.72)).toBeCloseTo(3, 0.7);
    expect(upAt(1.28)).toBeCloseTo(3, 0.7);
    expect(upAt(2.4)).toBeLessThan(2);
  });
});
