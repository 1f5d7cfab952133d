import { PerspectiveCamera, Vector3 } from 'three';
import type { Vector } from '../../../core/lib/math/vector';
import type { Scene } from '../../../core/document/scene';
import { placeShotCamera } from './taking';

const triple = (v: Vector3): Vector => [v.x, v.y, v.z];

/** The frame of the shot in the plane of its target, corner by corner, and the eye that sees it. */
export function shotCorners(scene: Scene): { corners: Vector[]; eye: Vector } {
  const camera = new PerspectiveCamera();
  placeShotCamera(camera, scene, scene.output.width / scene.output.height);
  const target = new Vector3(...scene.camera.target);
  const distance = Math.max(0.1, target.distanceTo(camera.position));
  const { projection, height } = scene.camera;
  const half = projection === 'flat' ? height / 2 : distance * Math.tan((camera.fov * Math.PI) / 360);
  const corners = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([x, y]) => triple(camera.localToWorld(new Vector3(x! * half * camera.aspect, y! * half, -distance))));
  return { corners, eye: triple(camera.position) };
}
