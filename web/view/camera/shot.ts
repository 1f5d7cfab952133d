import { pageBackend } from '../../simulation/page-backend';
import { PerspectiveCamera } from 'three';
import { plateAt } from '../../../core/document/camera/sequence';
import { lensOf } from '../../../core/document/camera/shot';
import { clockIn } from '../../../core/scene/scene-clock';
import { automated } from '../../../core/scene/automated';
import type { Scene } from '../../../core/document/scene';
import { isMoving } from '../../../core/document/keys/thing-at';
import { movedCarriers } from '../../../core/sim/step/precomputed-paths';
import { sceneNow } from '../../simulation/motions';
import { useAssets } from '../../simulation/scene-assets';
import { finishOf, placeShotCamera, type Shot } from './taking';

/** How the picture of a frame of the shot is taken, for a picture of that shape. */
export function shotAt(scene: Scene, frame: number, aspect: number): Shot {
  const { fps } = scene.time;
  const moved = automated(scene);
  const { carrier, aims } = scene.camera;
  // Exactly, as it is written to files; few cameras stand on a carrier.
  const carriers =
    carrier === '' && aims === '' ? moved.carriers : movedCarriers(moved, useAssets.getState().assets, pageBackend);
  const camera = new PerspectiveCamera();
  const place = (back: number) => placeShotCamera(camera, sceneNow(scene, frame - back * fps, carriers), aspect);
  const now = sceneNow(scene, frame, carriers);
  placeShotCamera(camera, now, aspect);
  const { samples, shutter } = now.output;
  const clock = clockIn(scene);
  const moves = isMoving(moved.camera) || carrier !== '' || aims !== '';
  return {
    ...finishOf(now.output, plateAt(now, frame)),
    camera,
    samples,
    open: shutter / 360 / fps,
    rate: clock.at(frame) - clock.at(frame - 1),
    lens: now.camera.projection === 'flat' ? undefined : lensOf(now.camera),
    light: now.light,
    sizes: now.output.particleScale,
    ...(moves && { place }),
  };
}

/**
 * How the working view takes a frame of the shot: before its own background, where the scene has one. A camera that is
 * looked through moves with its frames, not within them.
 */
export function workShotAt(scene: Scene, frame: number, aspect: number): Shot {
  const { plain, background } = scene.work;
  const { place: _moves, ...taken } = shotAt(scene, frame, aspect);
  return { ...taken, ...(plain && { background, behind: 'colour' as const }) };
}
