import { setIfKeyed } from '../../state/movement';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import { inward } from '../../../core/lib/math/similarity';
import { drawnMotion } from '../../simulation/motions';
import { sceneFrame } from '../../state/scene-clock';
import { beginGesture, editScene, endGesture, openedScene } from '../../state/scene-store';
import type { SceneView } from '../../simulation/stage';

const thousandths = (n: number): number => Math.round(n * 1000) / 1000;

/** Makes the present view the shot, in one step of undo: by keys at the playhead where the camera is keyed. */
export function placeAtShot(rig: SceneView): void {
  const { camera } = openedScene();
  const seen = rig.asShot();
  const within = (id: string, at: Vector) => {
    const carrier = openedScene().carriers.find((c) => c.id === id);
    return carrier ? mapVector(inward(drawnMotion(openedScene(), carrier).at(sceneFrame()), at), thousandths) : at;
  };
  const shot = { ...seen, position: within(camera.carrier, seen.position), target: within(camera.aims, seen.target) };
  beginGesture();
  for (const [name, value] of Object.entries(shot))
    if (!setIfKeyed({ sort: 'camera', id: '' }, name, value))
      editScene(
        (scene) =>
          void ((scene.camera as Record<string, unknown>)[name] = typeof value === 'number' ? value : [...value]),
      );
  endGesture();
}
