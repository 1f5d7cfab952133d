import { Matrix4, PerspectiveCamera, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import type { Frame } from '../../engine/frame';
import type { Vector } from '../../core/lib/math/vector';
import { nearestParticle } from './nearest-particle';

const SIZE = { width: 800, height: 600 };

/** A camera at (0, 0, 10) that looks down −Z. */
const camera = new PerspectiveCamera(40, SIZE.width / SIZE.height, 0.1, 100);
camera.position.set(0, 0, 10);
camera.updateMatrixWorld();
const matrix = new Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse).toArray();

const frameOf = (...emitters: readonly (readonly Vector[])[]): Frame =>
  ({
    emitters: emitters.map((places) => ({
      count: places.length,
      columns: {
        x: Float32Array.from(places, ([x]) => x),
        y: Float32Array.from(places, ([, y]) => y),
        z: Float32Array.from(places, ([, , z]) => z),
      },
    })),
  }) as unknown as Frame;

/** Where the camera draws a point, by the graphics library’s own projection. */
function drawnAt(at: Vector): { x: number; y: number } {
  const { x, y } = new Vector3(...at).project(camera);
  return { x: ((1 + x) / 2) * SIZE.width, y: ((1 - y) / 2) * SIZE.height };
}

describe('the particle under the pointer', () => {
  const places: readonly Vector[] = [
    [0, 0, 0],
    [1, 0.5, -3],
    [-1, 1, 2],
  ];

  it('is the one that is drawn nearest, within reach', () => {
    for (const [slot, place] of places.entries()) {
      const { x, y } = drawnAt(place);
      const found = nearestParticle(frameOf([], places), matrix, SIZE, { x: x + 3, y: y - 2 }, 6);
      expect(found).toMatchObject({ emitter: 1, slot });
      expect(found!.x).toBeCloseTo(x, 3);
      expect(found!.y).toBeCloseTo(y, 3);
    }
    const { x, y } = drawnAt([0, 0, 0]);
    expect(nearestParticle(frameOf(places), matrix, SIZE, { x: x + 9, y }, 6)).toBeUndefined();
  });

  it('is the one in front where two are drawn in one place, never one behind the eye or one that is hidden', () => {
    const row: readonly Vector[] = [
      [0, 0, -5],
      [0, 0, 4],
      [0, 0, 1],
      [0, 0, 14],
    ];
    const at = drawnAt([0, 0, 0]);
    expect(nearestParticle(frameOf(row), matrix, SIZE, at, 6)).toMatchObject({ slot: 1 });
    expect(nearestParticle(frameOf([[0, 0, 14]]), matrix, SIZE, at, 6)).toBeUndefined();
    const hidden = nearestParticle(frameOf([[0, 0, 4]], [[0, 0, 1]]), matrix, SIZE, at, 6, (e) => e === 0);
    expect(hidden).toMatchObject({ emitter: 1 });
  });
});
