import { drawnFrom } from '../../core/kinds/looks/look-back';
import type { Scene } from '../../core/document/scene';
import { draftFractionFor } from '../../core/sim/step/estimate';
import { runFrames } from '../simulation/run-frames';
import { loadAssets, useAssets } from '../simulation/scene-assets';
import { shotAt } from './camera/shot';
import { History } from './layers/history';
import { loadImages, loadFrameImages } from './layers/image-textures';
import { Picture } from './picture';

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A picture of a scene, `width` pixels wide, ready to be drawn; it is given up with the signal. */
export async function shotPicture(
  scene: Scene,
  canvas: HTMLCanvasElement,
  width: number,
  signal: AbortSignal,
): Promise<Picture> {
  await Promise.all([
    loadAssets(scene),
    loadImages(scene),
    loadFrameImages(scene, scene.time.first).catch(() => undefined),
  ]);
  const picture = new Picture(canvas);
  signal.addEventListener('abort', () => picture.dispose());
  picture.setSize(width, Math.round((width * scene.output.height) / scene.output.width));
  picture.setScene(scene, useAssets.getState().assets);
  picture.showEmitters((e) => scene.emitters[e]!.rendered);
  return picture;
}

interface Playing {
  /** About as many particles are alive as this, at most. */
  readonly most: number;
  /** True to draw one frame from the middle of the shot only. */
  readonly still?: boolean;
  /** Waited for before a frame is shown, beside its time. */
  meet?(frame: number): Promise<void>;
}

/** Plays the shot of a scene once, at its rate or as fast as frames come. */
export async function playOnce(
  scene: Scene,
  picture: Picture,
  { most, still = false, meet }: Playing,
  signal: AbortSignal,
): Promise<void> {
  const { first, last, fps } = scene.time;
  const begin = still ? Math.round(first + 0.65 * (last - first)) : first;
  const through = still ? begin : last;
  const { assets } = useAssets.getState();
  const past = new History(scene);
  const draftFraction = draftFractionFor(scene, assets, through, most);
  await runFrames({ scene, assets, draftFraction, from: drawnFrom(scene, begin), through }, signal, async (made) => {
    past.add(made);
    if (made.frame < begin) return;
    if (!still) await Promise.all([meet?.(made.frame), pause(1000 / fps)]);
    if (signal.aborted) return;
    picture.setFrame(made, past.at);
    picture.draw(shotAt(scene, made.frame, scene.output.width / scene.output.height));
  });
}
