import type { Frame } from '../../engine/frame';
import { bodiesObj } from '../../formats/bodies-obj';
import { particlesCsv, tablesOf } from '../../formats/particles';
import { fileStem, saveFile } from '../widgets/save-file';
import { useAssets } from '../simulation/scene-assets';
import { openedScene } from '../state/scene-store';

/** Hands out the particles of the frame on the screen as CSV: what `bathyclast simulate` writes for it. */
export function saveParticles(frame: Frame): void {
  const scene = openedScene();
  const csv = particlesCsv(
    tablesOf(
      frame.emitters,
      scene.emitters.map((e) => e.id),
    ),
  );
  saveFile(csv, `${fileStem(scene.name)}-frame-${frame.frame}.csv`, 'text/csv');
}

/** Hands out the strands and bent meshes of the frame on the screen as OBJ. */
export function saveBodies(frame: Frame): void {
  const scene = openedScene();
  const obj = bodiesObj(scene, useAssets.getState().assets, frame.emitters);
  saveFile(obj, `${fileStem(scene.name)}-frame-${frame.frame}.obj`, 'model/obj');
}
