import { describe, expect, it } from 'vitest';
import { springsOf } from '../kinds/bodies/springs';
import { weldedOf } from '../lib/meshes/weld';
import type { TriangleMesh } from '../lib/meshes/mesh';
import { meshOfScene } from '../scene/scene-meshes';
import { Simulation } from '../sim/step/simulation';
import { runTo, testScene } from './scenes';

const G = 9.80665;

const mesh = (source: object) => [{ id: 'm', name: 'M', source }];

/** A scene with one mesh whose vertices are particles. */
function bent(source: object, body: object, more: Parameters<typeof testScene>[0] = {}) {
  return testScene({
    ...more,
    meshes: mesh(source),
    emitter: {
      shape: { kind: 'mesh', mesh: 'm' },
      birth: { immortal: true, speed: 0, drag: 0.5 },
      body: { kind: 'soft-mesh', ...body },
      ...more.emitter,
    },
  });
}

/** Distinct places of the vertices of a mesh. */
function placesOf(body: TriangleMesh): Float32Array {
  const { vertexOf } = weldedOf(body);
  return Float32Array.from(
    { length: 3 * vertexOf.length },
    (_, i) => body.positions[3 * vertexOf[Math.floor(i / 3)]! + (i % 3)]!,
  );
}

/** Where the particles of the only body of a run are, in the order of the places of its mesh. */
function verticesOf(run: Simulation): Float64Array {
  const { id, columns, count } = run.populations[0]!;
  const out = new Float64Array(3 * count);
  for (let slot = 0; slot < count; slot++) {
    const v = (id[slot]! & 0x0fffffff) % count;
    out.set([columns.x[slot]!, columns.y[slot]!, columns.z[slot]!], 3 * v);
  }
  return out;
}

describe('a mesh bent by its vertices', () => {
  const BALL = { kind: 'ball', radius: 0.5, detail: 12 };

  it('has one particle a place of its vertices, and stays as it is where nothing acts on it', () => {
    const scene = bent(BALL, {});
    const rest = placesOf(meshOfScene(scene, new Map(), 'm')!);
    const run = runTo(scene, 24);
    expect(run.populations[0]!.count).toBe(rest.length / 3);
    verticesOf(run).forEach((n, i) => expect(n).toBeCloseTo(rest[i]!, 5));
  });

  it('sinks, kept by its form alone, by g/(2πf)² (Hooke’s law)', () => {
    const scene = bent(
      BALL,
      { shapeStiffness: 1.5, edgeStiffness: 0, foldStiffness: 0, damping: 1 },
      { fields: [{ settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: G }] },
    );
    const rest = placesOf(meshOfScene(scene, new Map(), 'm')!);
    const sunk = verticesOf(runTo(scene, 200));
    const wanted = G / (2 * Math.PI * 1.5) ** 2;
    for (let i = 1; i < sunk.length; i += 3) expect((rest[i]! - sunk[i]!) / wanted).toBeCloseTo(1, 3);
  });

  it('keeps its edges: in a fall onto the ground it gives, comes back, and never goes through', () => {
    const scene = bent(
      BALL,
      { shapeStiffness: 0, edgeStiffness: 20, foldStiffness: 20, rounds: 16 },
      {
        fields: [{ settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: G }],
        time: { substeps: 2 },
        colliders: [
          {
            id: 'c',
            name: 'C',
            transform: { position: [0, -1, 0] },
            shape: { kind: 'plane' },
            response: { kind: 'bounce' },
          },
        ],
      },
    );
    const body = meshOfScene(scene, new Map(), 'm')!;
    const { edges } = springsOf(body);
    const rest = placesOf(body);
    const run = new Simulation(scene, new Map());
    let least = Infinity;
    for (let frame = 0; frame < 60; frame++) {
      run.advance();
      const at = verticesOf(run);
      for (let i = 1; i < at.length; i += 3) least = Math.min(least, at[i]!);
    }
    expect(least).toBeGreaterThan(-1.001);
    const at = verticesOf(run);
    let off = 0;
    for (let e = 0; e < edges.length; e += 2) {
      const long = (p: ArrayLike<number>) =>
        Math.hypot(...[0, 1, 2].map((k) => p[3 * edges[e]! + k]! - p[3 * edges[e + 1]! + k]!));
      off += Math.abs(long(at) / long(rest) - 1);
    }
    expect(off / (edges.length / 2)).toBeLessThan(0.05);
    expect(run.contacts()[0]).toBeGreaterThan(0);
  });
});

it('a mesh held by one end hangs from it, and what is held goes with the emitter', () => {
  const flat = { kind: 'terrain', size: 1, mount: 0, relief: 0, detail: 8 };
  const scene = bent(
    flat,
    {
      shapeStiffness: 0,
      edgeStiffness: 40,
      foldStiffness: 0,
      hold: 'end',
      end: [1, 0, 0],
      pinnedAmount: 0,
      rounds: 24,
    },
    {
      fields: [{ settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: G }],
      emitter: {
        birth: { immortal: true, speed: 0, drag: 4 },
        keys: {
          'transform.position': [
            { frame: 0, value: [0, 0, 0], ease: 'linear' },
            { frame: 24, value: [0, 1, 0], ease: 'linear' },
          ],
        },
      },
    },
  );
  const rest = placesOf(meshOfScene(scene, new Map(), 'm')!);
  const at = verticesOf(runTo(scene, 200));
  for (let i = 0; i < rest.length; i += 3)
    if (rest[i]! > 0.5 - 1e-6) expect([at[i], at[i + 1], at[i + 2]]).toEqual([rest[i], rest[i + 1]! + 1, rest[i + 2]]);
    else if (rest[i]! < -0.5 + 1e-6) {
      expect(at[i]).toBeCloseTo(0.5, 1);
      // The whole of it below, and a little longer for its weight.
      expect(at[i + 1]).toBeLessThan(0.05);
      expect(at[i + 1]).toBeGreaterThan(-0.3);
    }
});

describe('the springs of a mesh', () => {
  it('are each of its edges once, and each pair of corners that face each other over one (Euler: V − E + F = 2)', () => {
    const scene = bent({ kind: 'ball', radius: 1, detail: 8 }, {});
    const body = meshOfScene(scene, new Map(), 'm')!;
    const { edges, folds } = springsOf(body);
    expect(edges.length / 2).toBe(folds.length / 2);
    const { count, placeOf } = weldedOf(body);
    let faces = 0;
    for (let t = 0; t < body.index.length; t += 3)
      if (new Set([0, 1, 2].map((k) => placeOf[body.index[t + k]!])).size === 3) faces++;
    expect(count - edges.length / 2 + faces).toBe(2);
  });
});
