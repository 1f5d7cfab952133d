import { PerspectiveCamera, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { examples } from '../../../core/examples';
import type { Vector } from '../../../core/lib/math/vector';
import { alongAxis, hundredths, onFacingPlane } from './drag-geometry';
import { placeShotCamera } from '../camera/taking';
import { shotCorners } from '../camera/shot-frame';
import type { ViewRig } from '../camera/view-rig';

const camera = new PerspectiveCamera(40, 1.5, 0.1, 100);
camera.position.set(3, 2, 6);
camera.lookAt(0, 0, 0);
camera.updateMatrixWorld();

/** A rig whose screen is 300 × 200. */
const rig = {
  camera,
  sight: camera.getWorldDirection(new Vector3()),
  sightThrough: (x: number, y: number) => ({
    origin: camera.position.clone(),
    direction: new Vector3((x / 300) * 2 - 1, 1 - (y / 200) * 2, 0.5)
      .unproject(camera)
      .sub(camera.position)
      .normalize(),
  }),
} as unknown as ViewRig;

const onScreen = (point: Vector) => {
  const v = new Vector3(...point).project(camera);
  return [((v.x + 1) / 2) * 300, ((1 - v.y) / 2) * 200] as const;
};

describe('dragging in the view', () => {
  it('along an axis: the point under the pointer is the one that is found', () => {
    const axis: Vector = [0.6, 0, 0.8];
    for (const distance of [-1.5, 0, 0.4, 2]) {
      const at: Vector = [0.2 + axis[0] * distance, 0.1, axis[2] * distance];
      expect(alongAxis(rig, ...onScreen(at), [0.2, 0.1, 0], axis)).toBeCloseTo(distance, 6);
    }
  });

  it('along the line of sight nothing moves', () => {
    const sight = new Vector3(0, 0, 0).sub(camera.position).normalize();
    expect(alongAxis(rig, 150, 100, [0, 0, 0], [sight.x, sight.y, sight.z])).toBe(0);
  });

  it('freely: the point stays under the pointer, at its depth', () => {
    const [x, y] = onScreen([0.5, 0.2, 0.1]);
    onFacingPlane(rig, x, y, [0.5, 0.2, 0.1]).forEach((n, i) => expect(n).toBeCloseTo([0.5, 0.2, 0.1][i]!, 6));
    const moved = onFacingPlane(rig, x + 30, y - 10, [0.5, 0.2, 0.1]);
    const [mx, my] = onScreen(moved);
    expect(mx).toBeCloseTo(x + 30, 4);
    expect(my).toBeCloseTo(y - 10, 4);
  });

  it('dragged numbers are rounded to hundredths', () =>
    expect([0.12345, -1.005, 2].map(hundredths)).toEqual([0.12, -1, 2]));
});

describe('the shot camera', () => {
  it('sees the corners of its frame exactly in the corners of its picture', () => {
    for (const { scene } of examples) {
      const shot = new PerspectiveCamera();
      placeShotCamera(shot, scene, scene.output.width / scene.output.height);
      const seen = shotCorners(scene).corners.map((corner) => new Vector3(...corner).project(shot));
      [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
      ].forEach(([x, y], i) => {
        expect(seen[i]!.x).toBeCloseTo(x!, 6);
        expect(seen[i]!.y).toBeCloseTo(y!, 6);
      });
    }
  });

  it('takes its vertical angle, and looks somewhere even where target and eye are one', () => {
    const { scene } = examples[0]!;
    const shot = new PerspectiveCamera();
    placeShotCamera(shot, { ...scene, camera: { ...scene.camera, angle: 50 } }, 2);
    expect([shot.fov, shot.aspect]).toEqual([50, 2]);
    placeShotCamera(shot, { ...scene, camera: { ...scene.camera, position: [1, 1, 1], target: [1, 1, 1] } }, 2);
    expect(Number.isFinite(shot.matrixWorld.elements[0])).toBe(true);
  });
});
