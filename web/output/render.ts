import type { Scene } from '../../core/scene/document';
import { useAssets } from '../stage/scene-assets';
import { runFrames } from '../stage/run-frames';
import { fileStem } from '../parts/save-file';
import { Picture } from '../view/picture';
import { shotAt } from '../view/shot';
import { FORMATS, pngTarget, videoTarget, type FormatName, type Target } from './targets';

export interface RenderOrder {
  readonly scene: Scene;
  readonly format: FormatName;
  readonly from: number;
  readonly through: number;
}

export interface Clip {
  readonly blob: Blob;
  readonly name: string;
  readonly frames: number;
  /** Anything the person should know, such as a size that was mended. */
  readonly notice: string | undefined;
}

/** Width and height as they can be encoded: video wants even numbers. */
export function encodableSize({ width, height }: { width: number; height: number }, format: FormatName): { width: number; height: number } {
  const even = (n: number) => (format === 'png' || format === 'png-alpha' ? n : n - (n % 2));
  return { width: even(width), height: even(height) };
}

/**
 * Simulates all particles and draws frames `from` … `through` from the shot camera into a clip. `progress` hears of each
 * frame that is done. Gives undefined where the signal stopped it. Throws a sentence where the browser can't do it.
 */
export async function renderClip(
  { scene, format, from, through }: RenderOrder,
  signal: AbortSignal,
  progress: (done: number, canvas: HTMLCanvasElement) => void,
): Promise<Clip | undefined> {
  const { output, time } = scene;
  const size = encodableSize(output, format);
  const canvas = document.createElement('canvas');
  const picture = new Picture(canvas);
  let target: Target | undefined;
  try {
    const { assets } = useAssets.getState();
    picture.setSize(size.width, size.height);
    picture.setScene(scene, assets);
    const aspect = size.width / size.height;
    let shot = shotAt(scene, from, aspect);
    const alpha = format === 'png-alpha';
    const frames = Array.from({ length: through - from + 1 }, (_, i) => from + i);
    const stem = fileStem(scene.name);
    target =
      format === 'webm' || format === 'mp4'
        ? await videoTarget(format, canvas, time.fps)
        : pngTarget(stem, frames, size, alpha, () => picture.read(shot, alpha));
    await runFrames({ scene, assets, share: 1, from, through }, signal, async (frame) => {
      if (signal.aborted) return;
      picture.setFrame(frame);
      shot = shotAt(scene, frame.frame, aspect);
      picture.draw(shot);
      await target!.add(frame.frame - from);
      progress(frame.frame - from + 1, canvas);
    });
    if (signal.aborted) {
      target.abandon();
      return undefined;
    }
    const blob = await target.finish();
    const mended = size.width !== output.width || size.height !== output.height;
    const { extension } = FORMATS.find((f) => f.value === format)!;
    return {
      blob,
      name: `${stem}.${extension}`,
      frames: frames.length,
      notice: mended ? `Video wants even sizes: rendered at ${size.width} × ${size.height}.` : undefined,
    };
  } catch (error) {
    target?.abandon();
    throw error;
  } finally {
    picture.dispose();
  }
}
