import { setIfKeyed } from '../store/movement';
import { beginGesture, editScene, endGesture } from '../store/scene-store';
import type { ViewRig } from './view-rig';

/** Makes the present view the shot, in one step of undo: by keys at the playhead where the camera is keyed. */
export function placeAtShot(rig: ViewRig): void {
  beginGesture();
  for (const [name, value] of Object.entries(rig.asShot()))
    if (!setIfKeyed({ sort: 'camera', id: '' }, name, value))
      editScene((scene) => void ((scene.camera as Record<string, unknown>)[name] = typeof value === 'number' ? value : [...value]));
  endGesture();
}
