import { Box3, Vector3 } from 'three';
import { joined } from '../../../core/measure/fit';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { drawnMotion } from '../../simulation/motions';
import { openedScene, thingOf } from '../../state/scene-store';
import type { Selection } from '../../state/selection-store';
import { usePlayer } from '../../state/player-store';
import { sceneFrame } from '../../state/scene-clock';
import { radiiOf } from '../../../core/kinds/falloff-shapes/falloff-shape';

/** The box round a thing: a field's falloff shape, an emitter's living particles, a place; for all else, round everything. */
export function selectionBounds(selection: Selection): Box3 {
  const scene = openedScene();
  const box = new Box3();
  const { meters } = usePlayer.getState();
  const frame = sceneFrame();
  const at = (thing: Parameters<typeof drawnMotion>[1]) => drawnMotion(scene, thing).at(frame);
  if ('id' in selection && selection.type !== 'emitter') {
    const thing = thingOf(scene, selection.type, selection.id);
    if (thing) {
      const falloff =
        'falloff' in thing && falloffShapes.get(thing.falloff.kind).bounded ? radiiOf(thing.falloff).outer : 1;
      const { position, scale } = at(thing);
      box.setFromCenterAndSize(new Vector3(...position), new Vector3(1, 1, 1).multiplyScalar(2 * falloff * scale));
    }
    return box;
  }
  const own =
    selection.type === 'emitter'
      ? meters.bounds.filter((_, e) => scene.emitters[e]?.id === selection.id)
      : meters.bounds;
  const living = joined(own);
  if (living) box.set(new Vector3(...living.low), new Vector3(...living.high));
  for (const emitter of scene.emitters)
    if (selection.type !== 'emitter' || emitter.id === selection.id)
      box.expandByPoint(new Vector3(...at(emitter).position));
  return box;
}
