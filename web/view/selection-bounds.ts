import { Box3, Vector3 } from 'three';
import { joined } from '../../core/measure/fit';
import { extents } from '../../core/extents';
import { openedScene } from '../store/scene-store';
import type { Selection } from '../store/selection-store';
import { usePlayer } from '../stage/player-store';

/** The box round a thing: a field's extent, an emitter's living particles; for all else, round everything. */
export function selectionBounds(selection: Selection): Box3 {
  const scene = openedScene();
  const box = new Box3();
  const { bounds } = usePlayer.getState().meters;
  if (selection.type === 'field') {
    const field = scene.fields.find((f) => f.id === selection.id);
    if (field) {
      const extent = extents.get(field.extent.kind);
      const size = extent.bounded ? (field.extent['reach'] as number) : 1;
      box.setFromCenterAndSize(new Vector3(...field.place.position), new Vector3(1, 1, 1).multiplyScalar(2 * size));
    }
    return box;
  }
  const own = selection.type === 'emitter' ? bounds.filter((_, e) => scene.emitters[e]?.id === selection.id) : bounds;
  const living = joined(own);
  if (living) box.set(new Vector3(...living.low), new Vector3(...living.high));
  for (const emitter of scene.emitters)
    if (selection.type !== 'emitter' || emitter.id === selection.id) box.expandByPoint(new Vector3(...emitter.place.position));
  return box;
}
