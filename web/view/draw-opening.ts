import type { Scene } from '../../core/document/scene';
import { drawnFrom } from '../../core/kinds/looks/look-back';
import { clockIn } from '../../core/scene/scene-clock';
import { draftFractionFor } from '../../core/sim/step/estimate';
import { sceneNow } from '../simulation/motions';
import { openingLayout } from '../../formats/opening-layout';
import { runFrames } from '../simulation/run-frames';
import { loadAssets, useAssets } from '../simulation/scene-assets';
import { firstSelection } from '../state/selection-store';
import { workShotAt } from './camera/shot';
import { History } from './layers/history';
import { loadImages, loadFrameImages } from './layers/image-textures';
import { Surfaces } from './layers/surfaces';
import { Picture } from './picture';

/** An opening has at most about so many particles. */
const ENOUGH = 6000;

/**
 * Draws the opening of a scene’s shot as the view shows it when the scene is opened; undefined where the signal says
 * that it is not wanted any more.
 */
export async function drawOpening(scene: Scene, signal: AbortSignal): Promise<Blob | undefined> {
  const { width, height, first, count } = openingLayout(scene);
  const last = first + count - 1;
  await Promise.all([loadAssets(scene), loadImages(scene), loadFrameImages(scene, first).catch(() => undefined)]);
  const { assets } = useAssets.getState();
  const draftFraction = Math.min(scene.draftFraction, draftFractionFor(scene, assets, last, ENOUGH));
  const canvas = document.createElement('canvas');
  const sheet = document.createElement('canvas');
  [sheet.width, sheet.height] = [width, height * count];
  const picture = new Picture(canvas);
  const surfaces = new Surfaces();
  try {
    const past = new History(scene);
    picture.setSize(width, height);
    picture.setScene(scene, assets);
    picture.showEmitters((e) => scene.emitters[e]!.drawn);
    await runFrames(
      { scene, assets, draftFraction, from: drawnFrom(scene, first), through: last },
      signal,
      async (made) => {
        past.add(made);
        if (made.frame < first || signal.aborted) return;
        await loadFrameImages(scene, made.frame).catch(() => undefined);
        picture.setFrame(made, past.at);
        surfaces.update({
          scene: sceneNow(scene, made.frame),
          assets,
          selection: firstSelection(scene),
          direction: undefined,
          filled: 0,
          frame: clockIn(scene).at(made.frame),
        });
        const shot = { ...workShotAt(scene, made.frame, width / height), samples: 1 };
        picture.draw(shot, surfaces.placed(picture.wholeMatrix));
        sheet.getContext('2d')?.drawImage(canvas, 0, (made.frame - first) * height, width, height);
      },
    );
    const webp = await new Promise<Blob | null>((resolve) => sheet.toBlob(resolve, 'image/webp', 0.75));
    return signal.aborted ? undefined : (webp ?? undefined);
  } finally {
    surfaces.clear();
    picture.dispose();
  }
}
