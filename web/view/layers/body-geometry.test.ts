import { describe, expect, it } from 'vitest';
import { meshOfScene } from '../../../core/scene/scene-meshes';
import { runTo, testScene } from '../../../core/tests/scenes';
import { snapshot } from '../../../engine/frame';
import { ribbonGeometry, skinGeometry, STRIDE } from './body-geometry';

const still = { immortal: true, speed: 0, size: 0.2 };
const strands = testScene({
  emitter: {
    shape: { kind: 'lattice', nx: 2, nz: 1 },
    emission: [{ kind: 'burst', count: 2, timing: 'start' }],
    birth: still,
    body: { kind: 'strands', points: 6, length: 2 },
  },
  fields: [{ settings: { kind: 'turbulence' }, strength: 2 }],
});

describe('the band along a strand', () => {
  const frame = snapshot(runTo(strands, 10), 1).emitters[0]!;
  const { vertices, index } = ribbonGeometry(frame, 6, () => 0.5);
  const number = (vertex: number, at: number) => vertices[vertex * STRIDE + at]!;

  it('passes through its particles, as wide as they are, and runs from 0 to 1', () => {
    const perStrand = 2 * (5 * 4 + 1);
    expect(vertices.length).toBe(2 * perStrand * STRIDE);
    expect(index.length).toBe(2 * 5 * 4 * 6);
    for (let j = 0; j < 6; j++) {
      const slot = frame.id.indexOf(6 + j);
      const vertex = 8 * j;
      expect(number(vertex, 0)).toBeCloseTo(frame.columns.x[slot]!, 5);
      expect(number(vertex, 1)).toBeCloseTo(frame.columns.y[slot]!, 5);
      expect(number(vertex, 10)).toBeCloseTo(0.1, 6);
      expect(number(vertex, 11)).toBeCloseTo(j / 5, 6);
      expect([number(vertex, 9), number(vertex + 1, 9)]).toEqual([-1, 1]);
    }
  });

  it('joins each strand with itself alone', () => {
    for (let t = 0; t < index.length; t += 3) {
      const strand = [0, 1, 2].map((k) => Math.floor(index[t + k]! / 42));
      expect(new Set(strand).size).toBe(1);
    }
  });
});

it('the skin of a ball at rest has all its triangles, and normals that point outward', () => {
  const scene = testScene({
    meshes: [{ id: 'm', name: 'M', source: { kind: 'ball', radius: 1, detail: 8 } }],
    emitter: { shape: { kind: 'mesh', mesh: 'm' }, birth: still, body: { kind: 'soft-mesh' } },
  });
  const frame = snapshot(runTo(scene, 2), 1).emitters[0]!;
  const mesh = meshOfScene(scene, new Map(), 'm')!;
  const { vertices, index } = skinGeometry(frame, mesh);
  expect(index.length).toBe(mesh.index.length);
  for (let v = 0; v < frame.count; v++) {
    const [x, y, z] = vertices.subarray(v * STRIDE, v * STRIDE + 3) as unknown as [number, number, number];
    const [nx, ny, nz] = vertices.subarray(v * STRIDE + 6, v * STRIDE + 9) as unknown as [number, number, number];
    expect(x * nx + y * ny + z * nz).toBeGreaterThan(0.95);
  }
});
