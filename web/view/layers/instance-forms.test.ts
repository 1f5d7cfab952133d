import { Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { SMALL_BODIES } from '../../../core/document/descriptions/small-body';
import { formGeometry, meshGeometry } from './instance-forms';

const vectors = (array: ArrayLike<number>) =>
  Array.from({ length: array.length / 3 }, (_, i) => new Vector3(array[3 * i], array[3 * i + 1], array[3 * i + 2]));

/** The triangles of a geometry as corners. */
function triangles(geometry: ReturnType<typeof formGeometry>): Vector3[][] {
  const places = vectors(geometry.getAttribute('position').array);
  const index = geometry.index?.array ?? places.map((_, i) => i);
  return Array.from({ length: index.length / 3 }, (_, t) => [0, 1, 2].map((k) => places[index[3 * t + k]!]!));
}

describe.each(SMALL_BODIES)('the form %s', (form) => {
  const geometry = formGeometry(form);

  it('is about one metre in size', () => {
    geometry.computeBoundingBox();
    const size = geometry.boundingBox!.getSize(new Vector3());
    expect(Math.max(size.x, size.y, size.z)).toBeGreaterThan(0.8);
    expect(Math.max(size.x, size.y, size.z)).toBeLessThan(1.1);
  });

  it('has a normal of length 1 and a texture coordinate for each corner, and no triangle without area', () => {
    const count = geometry.getAttribute('position').count;
    expect(geometry.getAttribute('uv').count).toBe(count);
    for (const normal of vectors(geometry.getAttribute('normal').array)) expect(normal.length()).toBeCloseTo(1, 4);
    const area = ([a, b, c]: Vector3[]) => b!.clone().sub(a!).cross(c!.clone().sub(a!)).length();
    for (const triangle of triangles(geometry)) expect(area(triangle)).toBeGreaterThan(1e-6);
  });
});

describe('a mesh of the scene as a form', () => {
  const long = {
    positions: Float64Array.from([10, 0, 0, 14, 0, 0, 10, 2, 0]),
    index: Uint32Array.from([0, 1, 2]),
    uvs: Float64Array.from([0, 0, 1, 0, 0, 1]),
  };

  it('is brought to a size of one metre about its middle, in proportion', () => {
    const geometry = meshGeometry(long as never);
    geometry.computeBoundingBox();
    const { min, max } = geometry.boundingBox!;
    expect([...min.toArray(), ...max.toArray()]).toEqual([-0.5, -0.25, 0, 0.5, 0.25, 0]);
  });

  it('has its textures’ v from the top down, as pictures are read; without coordinates all are 0', () => {
    expect([...meshGeometry(long as never).getAttribute('uv').array]).toEqual([0, 1, 1, 1, 0, 0]);
    expect([...meshGeometry({ ...long, uvs: undefined } as never).getAttribute('uv').array]).toEqual([
      0, 0, 0, 0, 0, 0,
    ]);
  });

  it('without any size stays finite', () => {
    const dot = { positions: new Float64Array(9).fill(3), index: Uint32Array.from([0, 1, 2]) };
    expect([...meshGeometry(dot as never).getAttribute('position').array].every(Number.isFinite)).toBe(true);
  });
});
