import type { Scene } from '../../core/document/scene';
import { draftFractionFor } from '../../core/sim/step/estimate';
import { api, type StoredScene } from '../state/api';
import { loadAssets, useAssets } from '../simulation/scene-assets';
import { runFrames } from '../simulation/run-frames';
import { drawOpening } from './draw-opening';
import { Picture } from './picture';
import { loadImages, loadFrameImages } from './layers/image-textures';
import { drawnFrom } from '../../core/kinds/looks/look-back';
import { History } from './layers/history';
import { shotAt } from './camera/shot';

const WIDTH = 480;
const HEIGHT = 270;
/** A picture is drawn from at most about this many particles. */
const ENOUGH = 6000;

/**
 * Draws a frame of a scene from its shot camera, with some thousand particles; undefined where the signal says that it
 * is not wanted any more.
 */
export async function pictureOf(scene: Scene, frame: number, signal: AbortSignal): Promise<Blob | undefined> {
  await Promise.all([loadAssets(scene), loadImages(scene), loadFrameImages(scene, frame).catch(() => undefined)]);
  const draftFraction = draftFractionFor(scene, useAssets.getState().assets, frame, ENOUGH);
  const canvas = document.createElement('canvas');
  const picture = new Picture(canvas);
  try {
    const past = new History(scene);
    picture.setSize(WIDTH, HEIGHT);
    picture.setScene(scene, useAssets.getState().assets);
    picture.showEmitters((e) => scene.emitters[e]!.rendered);
    await runFrames(
      { scene, assets: useAssets.getState().assets, draftFraction, from: drawnFrom(scene, frame), through: frame },
      signal,
      (made) => {
        past.add(made);
        if (made.frame < frame) return;
        picture.setFrame(made, past.at);
        picture.draw({ ...shotAt(scene, frame, WIDTH / HEIGHT), samples: 1, open: 0 });
      },
    );
    const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    return signal.aborted ? undefined : (png ?? undefined);
  } finally {
    picture.dispose();
  }
}

/** Draws a picture of a scene somewhat after the middle of the shot, and gives it to the server. */
export async function makeThumbnail({ id, revision, scene }: StoredScene, signal: AbortSignal): Promise<void> {
  const { first, last } = scene.time;
  const png = await pictureOf(scene, Math.round(first + 0.65 * (last - first)), signal);
  if (png) await api.setPicture(id, revision, png);
}

/** Draws the opening of a scene’s shot, and gives it to the server. */
export async function makeOpening({ id, revision, scene }: StoredScene, signal: AbortSignal): Promise<void> {
  const opening = await drawOpening(scene, signal);
  if (opening) await api.setOpening(id, revision, opening);
}
