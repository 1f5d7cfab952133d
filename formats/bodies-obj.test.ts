import type { LineSegments, Mesh } from 'three';
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import { describe, expect, it } from 'vitest';
import { completeScene } from '../core/scene/read';
import { runTo, testScene } from '../core/tests/scenes';
import { snapshot } from '../engine/frame';
import { bodiesObj, hasBodies } from './bodies-obj';

const still = { immortal: true, speed: 0 };

const scene = completeScene({
  name: 'Two',
  meshes: [{ id: 'm', name: 'M', source: { kind: 'ball', radius: 0.5, detail: 6 } }],
  emitters: [
    {
      id: 'weed',
      name: 'Tall weed',
      shape: { kind: 'lattice', nx: 3, nz: 1 },
      emission: [{ kind: 'burst', count: 3, timing: 'start' }],
      birth: still,
      body: { kind: 'strands', points: 5 },
    },
    {
      id: 'jelly',
      name: 'Jelly',
      shape: { kind: 'mesh', mesh: 'm' },
      emission: [{ kind: 'burst', count: 2, timing: 'start' }],
      birth: still,
      body: { kind: 'soft-mesh' },
    },
  ],
  fields: [{ id: 'f', name: 'F', settings: { kind: 'turbulence' }, strength: 2 }],
});

describe('strands and bent meshes as OBJ', () => {
  const frame = snapshot(runTo(scene, 12), 1);
  const [weed, jelly] = new OBJLoader().parse(bodiesObj(scene, new Map(), frame.emitters)).children as [
    LineSegments,
    Mesh,
  ];

  it('are read by three.js: each strand a line from root to tip, at the places of its particles', () => {
    expect(weed.name).toBe('Tall_weed');
    const at = weed.geometry.getAttribute('position');
    // Three lines of four segments, two ends each.
    expect(at.count).toBe(3 * 4 * 2);
    const { id, columns } = frame.emitters[0]!;
    for (let strand = 0; strand < 3; strand++)
      for (let j = 0; j < 4; j++) {
        const slot = id.indexOf((strand + 1) * 5 + j);
        const vertex = 8 * strand + 2 * j;
        expect([at.getX(vertex), at.getY(vertex), at.getZ(vertex)]).toEqual([
          columns.x[slot],
          columns.y[slot],
          columns.z[slot],
        ]);
      }
  });

  it('each mesh with its triangles, bent as it is', () => {
    expect(jelly.name).toBe('Jelly');
    const at = jelly.geometry.getAttribute('position');
    const { count, columns } = frame.emitters[1]!;
    // A ball of meridians: 2·(V − 2) triangles each.
    expect(at.count / 3).toBe(2 * 2 * (count / 2 - 2));
    const places = new Set(Array.from({ length: count }, (_, i) => `${columns.x[i]} ${columns.y[i]} ${columns.z[i]}`));
    for (let i = 0; i < at.count; i++) expect(places.has(`${at.getX(i)} ${at.getY(i)} ${at.getZ(i)}`)).toBe(true);
  });

  it('a scene of free particles has none', () => {
    expect(hasBodies(scene)).toBe(true);
    expect(hasBodies(testScene())).toBe(false);
  });
});
