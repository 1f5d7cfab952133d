import { editScene } from '../store/scene-store';
import type { ViewRig } from './view-rig';

/** Makes the present view the shot. */
export function placeAtShot(rig: ViewRig): void {
  const camera = rig.asShot();
  editScene((scene) => void (scene.camera = { ...camera, position: [...camera.position], target: [...camera.target] }));
}
