import { api } from '../../state/api';
import { playOnce, shotPicture } from '../../view/play-shot';

/** The width of the moving picture on a card, pixels. */
const WIDTH = 352;
/** About so many particles are alive on a card, at most. */
const ENOUGH = 1500;

/** Plays the shot of a scene over and over in a canvas that it puts into `box`, until the signal says to stop. */
export async function playCard(id: string, box: HTMLElement, signal: AbortSignal): Promise<void> {
  const { scene: whole } = await api.open(id);
  // One sample a frame: it is small, and it moves.
  const scene = { ...whole, output: { ...whole.output, samples: 1 } };
  const canvas = document.createElement('canvas');
  canvas.className = 'h-full w-full object-cover';
  signal.addEventListener('abort', () => canvas.remove());
  const picture = await shotPicture(scene, canvas, WIDTH, signal);
  while (!signal.aborted)
    await playOnce(
      scene,
      picture,
      {
        most: ENOUGH,
        meet: async () => {
          // The still picture stays until the first frame is there.
          if (!canvas.isConnected && !signal.aborted) box.append(canvas);
        },
      },
      signal,
    );
}
