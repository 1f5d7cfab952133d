import type { Scene } from '../../core/scene/document';
import { runFrames } from '../stage/run-frames';
import { loadAssets, useAssets } from '../stage/scene-assets';
import { Picture } from '../view/picture';
import type { Pixels } from '../view/taking';
import { loadImages } from '../view/image-textures';
import { drawnFrom, History } from '../view/history';
import { shotAt } from '../view/shot';
import { Encoder } from './encoder';
import { formatOf, framesOf, type RenderSettings } from '../../formats/render-settings';

/** Frames that are being encoded while the next is drawn, so that memory stays small. */
const AHEAD = 3;

/** Width and height as they can be encoded: video wants even numbers. */
export function encodableSize({ width, height }: { width: number; height: number }, { format }: Pick<RenderSettings, 'format'>) {
  const even = (n: number) => (format === 'mp4' || format === 'webm' ? n - (n % 2) : n);
  return { width: even(width), height: even(height) };
}

/** How pixels are read for a format. */
const pixelsFor = ({ format, bits, alpha }: RenderSettings): Pixels => ({ alpha, linear: format === 'exr', exact: bits !== '8' });

/** Fewer channels: the first three of four. */
function withoutAlpha<T extends Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer>>(rgba: T): T {
  const rgb = new (rgba.constructor as { new (n: number): T })((rgba.length / 4) * 3);
  for (let i = 0, j = 0; i < rgba.length; i += 4, j += 3) {
    rgb[j] = rgba[i]!;
    rgb[j + 1] = rgba[i + 1]!;
    rgb[j + 2] = rgba[i + 2]!;
  }
  return rgb;
}

/**
 * Simulates all particles and draws the frames of a render from its `begin`-th on; hands each over as a file, one after another: the next comes when `use` is
 * done. Ends early where the signal says so. Throws a sentence where the browser can't do it.
 */
export async function drawFrames(
  scene: Scene,
  settings: RenderSettings,
  begin: number,
  signal: AbortSignal,
  use: (index: number, file: Blob, canvas: HTMLCanvasElement) => Promise<void>,
): Promise<void> {
  const frames = framesOf(settings);
  if (begin >= frames.length) return;
  await Promise.all([loadAssets(scene), loadImages(scene)]);
  const { assets } = useAssets.getState();
  const { output, time } = scene;
  const size = encodableSize(output, settings);
  const canvas = document.createElement('canvas');
  const picture = new Picture(canvas);
  const encoder = new Encoder();
  const own = new AbortController();
  signal.addEventListener('abort', () => own.abort(), { once: true });
  const inWork: Promise<void>[] = [];
  let failed: Error | undefined;
  // Files are used in their order, however long each takes to write.
  let turn: Promise<void> = Promise.resolve();
  try {
    picture.setSize(size.width, size.height);
    picture.setScene(scene, assets);
    picture.show((e) => scene.emitters[e]!.rendered);
    const aspect = size.width / size.height;
    const channels = settings.alpha === 'none' ? 3 : 4;
    const type = settings.format === 'exr' ? formatOf('exr').type : 'image/png';
    let next = begin;
    const past = new History(scene);
    await runFrames(
      { scene, assets, share: 1, from: drawnFrom(scene, frames[begin]!), through: frames.at(-1)! },
      own.signal,
      async (frame) => {
        past.add(frame);
        if (own.signal.aborted || frame.frame !== frames[next]) return;
        const index = next++;
        picture.setFrame(frame, past.at);
        const shot = shotAt(scene, frame.frame, aspect);
        const rgba = picture.read(shot, pixelsFor(settings));
        picture.showRead(shot);
        const pixels = channels === 3 ? withoutAlpha(rgba) : rgba;
        const writing = encoder.encode({ number: index, ...size, channels, bits: settings.bits, pixels, fps: time.fps / settings.every });
        const used = (turn = turn.then(async () => {
          const bytes = await writing;
          if (!own.signal.aborted) await use(index, new Blob([bytes], { type }), canvas);
        }));
        inWork.push(
          used.catch((error: Error) => {
            failed ??= error;
            own.abort();
          }),
        );
        if (inWork.length >= AHEAD) await inWork.shift();
      },
    );
    await Promise.all(inWork);
    if (failed) throw failed;
  } finally {
    picture.dispose();
    encoder.dispose();
  }
}
