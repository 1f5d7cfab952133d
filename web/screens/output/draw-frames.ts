import type { Scene } from '../../../core/document/scene';
import type { Frame } from '../../../engine/frame';
import { runFrames } from '../../simulation/run-frames';
import { loadAssets, useAssets } from '../../simulation/scene-assets';
import type { Pixels } from '../../view/camera/taking';
import { loadImages, loadFrameImages } from '../../view/layers/image-textures';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import { History } from '../../view/layers/history';
import { shotAt } from '../../view/camera/shot';
import { Easel } from './easel';
import { Encoder } from './encoder';
import { formatOf } from '../../../formats/render-formats';
import { picturesOf, type RenderSettings } from '../../../formats/render-settings';

/** Frames that are being encoded while the next is drawn, so that memory stays small. */
const AHEAD = 3;

/** Width and height as they can be encoded: video wants even numbers. */
export function encodableSize(
  { width, height }: { width: number; height: number },
  { format }: Pick<RenderSettings, 'format'>,
) {
  const { evenSize } = formatOf(format);
  const even = (n: number) => (evenSize ? n - (n % 2) : n);
  return { width: even(width), height: even(height) };
}

/** How pixels are read for a format. */
const pixelsFor = ({ format, bits, alpha }: RenderSettings): Pixels => ({
  alpha,
  linear: formatOf(format).linear,
  exact: bits !== '8',
});

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
 * Simulates all particles and draws the pictures of a render from its `begin`-th on; hands each over as a file, one
 * after another: the next comes when `use` is done. Ends early where the signal says so. Where the graphics of the
 * machine are lost on the way, the picture is drawn anew. Throws a sentence where the browser can't do it.
 */
export async function drawFrames(
  scene: Scene,
  settings: RenderSettings,
  begin: number,
  signal: AbortSignal,
  use: (index: number, file: Blob, canvas: HTMLCanvasElement) => Promise<void>,
): Promise<void> {
  const pictures = picturesOf(settings, scene.emitters);
  if (begin >= pictures.length) return;
  await Promise.all([loadAssets(scene), loadImages(scene)]);
  const { assets } = useAssets.getState();
  const { output, time } = scene;
  const size = encodableSize(output, settings);
  const easel = new Easel(scene, assets, size);
  const encoder = new Encoder();
  const own = new AbortController();
  signal.addEventListener('abort', () => own.abort(), { once: true });
  const inWork: Promise<void>[] = [];
  let failed: Error | undefined;
  // Files are used in their order, however long each takes to write.
  let turn: Promise<void> = Promise.resolve();
  try {
    const aspect = size.width / size.height;
    const channels = settings.alpha === 'none' ? 3 : 4;
    const { frames: asPictures, type: ownType } = formatOf(settings.format);
    // The pictures of a clip are kept as PNG until it is put together.
    const type = asPictures ? ownType : formatOf('png').type;
    const past = new History(scene);
    let next = begin;
    const draw = async (index: number, frame: Frame): Promise<void> => {
      const { emitter } = pictures[index]!;
      await loadFrameImages(scene, frame.frame);
      const shot = shotAt(scene, frame.frame, aspect);
      const { rgba, seen, canvas } = await easel.draw((picture) => {
        picture.showEmitters((e) => (emitter === undefined ? scene.emitters[e]!.rendered : e === emitter));
        picture.setFrame(frame, past.at);
        const numbers = settings.layers && {
          motion: picture.readNumbers(shot, 'motion'),
          number: picture.readNumbers(shot, 'number'),
        };
        const read = picture.read(shot, pixelsFor(settings));
        picture.showRead(shot);
        return { rgba: read, seen: numbers || undefined };
      });
      const pixels = channels === 3 ? withoutAlpha(rgba) : rgba;
      const fps = time.fps / settings.every;
      const writing = encoder.encode({ number: index, ...size, channels, bits: settings.bits, pixels, fps, seen });
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
    };
    const first = pictures[begin]!.frame;
    await runFrames(
      {
        scene,
        assets,
        draftFraction: 1,
        from: drawnFrom(scene, first),
        through: pictures.at(-1)!.frame,
        bake: settings.bake,
      },
      own.signal,
      async (frame) => {
        past.add(frame);
        while (!own.signal.aborted && pictures[next]?.frame === frame.frame) await draw(next++, frame);
      },
    );
    await Promise.all(inWork);
    if (failed) throw failed;
  } finally {
    easel.dispose();
    encoder.dispose();
  }
}
