import { estimateRun } from '../../core/step/estimate';
import { api, type StoredScene } from '../api';
import { loadAssets, useAssets } from '../stage/scene-assets';
import { runFrames } from '../stage/run-frames';
import { Picture } from '../view/picture';
import { shotAt } from '../view/shot';

const WIDTH = 480;
const HEIGHT = 270;
/** A picture is drawn from at most about this many particles. */
const ENOUGH = 6000;

/** Draws a picture of a scene, from its shot camera somewhat after the middle of the shot, and gives it to the server. */
export async function makeThumbnail({ id, revision, scene }: StoredScene, signal: AbortSignal): Promise<void> {
  await loadAssets(scene);
  const { first, last } = scene.time;
  const frame = Math.round(first + 0.65 * (last - first));
  const share = Math.min(1, ENOUGH / Math.max(1, estimateRun(scene, useAssets.getState().assets, frame).alive));
  const canvas = document.createElement('canvas');
  const picture = new Picture(canvas);
  try {
    picture.setSize(WIDTH, HEIGHT);
    picture.setScene(scene, useAssets.getState().assets);
    await runFrames({ scene, assets: useAssets.getState().assets, share, from: frame, through: frame }, signal, (made) => {
      picture.setFrame(made);
      picture.draw({ ...shotAt(scene, frame, WIDTH / HEIGHT), samples: 1, open: 0 });
    });
    const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (png && !signal.aborted) await api.setPicture(id, revision, png);
  } finally {
    picture.dispose();
  }
}
