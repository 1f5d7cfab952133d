import { describe, expect, it } from 'vitest';
import { Mesh, MeshBasicMaterial, BufferGeometry, BufferAttribute, DoubleSide, Raycaster, Vector3 } from 'three';
import { uniform } from '../random/lookup';
import { resourcesOf } from '../../scene/resources';
import { testScene } from '../../tests/scenes';
import type { MeshHit } from './face-walk';
import { treeOf } from './tree';

const scene = testScene({ meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 20 } }] });
const mesh = resourcesOf(scene, new Map()).mesh('m')!;

describe('short ways to a mesh', () => {
  it('have the first hit that three.js’s own search through all faces finds', () => {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3));
    geometry.setIndex(new BufferAttribute(Uint32Array.from(mesh.index), 1));
    const solid = new Mesh(geometry, new MeshBasicMaterial({ side: DoubleSide }));
    const tree = treeOf(mesh);
    const hit: MeshHit = { distance: 0, nx: 0, ny: 0, nz: 0, face: 0 };
    const at = new Float64Array(3);
    let hits = 0;
    for (let n = 0; n < 600; n++) {
      const random = (k: number) => uniform(3, n, k) - 0.5;
      // Near the surface, from either side, in any direction.
      tree.nearestPoint(4 * random(0), random(1), 4 * random(2), at);
      const from = new Vector3(at[0]! + 0.1 * random(3), at[1]! + 0.1 * random(4), at[2]! + 0.1 * random(5));
      const way = new Vector3(random(6), random(7), random(8)).normalize();
      const far = 0.15;
      const met = tree.cast(from.x, from.y, from.z, way.x, way.y, way.z, far, hit);
      const [first] = new Raycaster(from, way, 0, far).intersectObject(solid);
      expect(met).toBe(first !== undefined);
      if (!first) continue;
      hits++;
      expect(hit.distance).toBeCloseTo(first.distance, 6);
      expect(hit.nx * way.x + hit.ny * way.y + hit.nz * way.z).toBeLessThan(0);
      const { normal } = first.face!;
      expect(Math.abs(hit.nx * normal.x + hit.ny * normal.y + hit.nz * normal.z)).toBeCloseTo(1, 5);
    }
    expect(hits).toBeGreaterThan(100);
  });

  it('do not slip through between two faces', () => {
    const tree = treeOf(mesh);
    const hit: MeshHit = { distance: 0, nx: 0, ny: 0, nz: 0, face: 0 };
    for (let face = 0; face < mesh.index.length / 3; face++) {
      // Down through the middle of an edge, and through a corner, of a face that is not at the rim.
      const [a, b] = [3 * mesh.index[3 * face]!, 3 * mesh.index[3 * face + 1]!];
      for (const share of [0, 0.5, 0.37]) {
        const [x, y, z] = [0, 1, 2].map(
          (k) => mesh.positions[a + k]! * (1 - share) + mesh.positions[b + k]! * share,
        ) as [number, number, number];
        expect(tree.cast(x, y + 0.05, z, 0, -1, 0, 0.1, hit), `face ${face}`).toBe(true);
      }
    }
  });
});
