import { PerspectiveCamera } from 'three';
import { clockIn } from '../../core/scene/clock';
import { withDrives } from '../../core/scene/drives';
import type { Scene } from '../../core/scene/document';
import { isMoving } from '../../core/scene/moved';
import { sceneNow } from '../stage/motions';
import { placeShotCamera, type Shot } from './picture';

/** How the picture of a frame of the shot is taken, for a picture of that shape. */
export function shotAt(scene: Scene, frame: number, aspect: number): Shot {
  const { fps } = scene.time;
  const camera = new PerspectiveCamera();
  const place = (back: number) => placeShotCamera(camera, sceneNow(scene, frame - back * fps), aspect);
  place(0);
  const { background, samples, shutter } = sceneNow(scene, frame).output;
  const clock = clockIn(scene);
  return {
    camera,
    background,
    samples,
    open: shutter / 360 / fps,
    rate: clock.at(frame) - clock.at(frame - 1),
    ...(isMoving(withDrives(scene).camera) && { place }),
  };
}
