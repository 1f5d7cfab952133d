import { useEffect, useRef, useState } from 'react';
import type { Scene } from '../../../core/document/scene';
import { runFrames } from '../../simulation/run-frames';
import { loadAssets, useAssets } from '../../simulation/scene-assets';
import { useScene } from '../../state/scene-store';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import { History } from '../../view/layers/history';
import { loadImages, loadFrameImages } from '../../view/layers/image-textures';
import { Picture } from '../../view/picture';
import { shotAt } from '../../view/camera/shot';

/** The side of the crop, pixels of the picture. */
const SIDE = 96;
/** Samples that a number of them is held against. */
const REFERENCE = 256;
/** Samples of the whole picture whose time is taken. */
const TIMED = 2;

/** What a number of samples comes to. */
interface Trial {
  readonly samples: number;
  readonly image: ImageData;
  /** Root of the mean square of how far its pixels are from those of many samples, of 255. */
  readonly noise: number;
  /** Seconds that a whole picture would take, from how long a few samples of it did. */
  readonly seconds: number;
}

/** How far pictures are apart: the root of the mean square over all channels but alpha, of 255. */
function distanceOf(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) if (i % 4 !== 3) sum += (a[i]! - b[i]!) ** 2;
  return Math.sqrt(sum / (a.length * 0.75));
}

/** The corner of the piece of a picture in which it is least even. */
function liveliest(rgba: Uint8Array, width: number, height: number, side: number): readonly [number, number] {
  let [best, x, y] = [-1, 0, 0];
  for (let top = 0; top + side <= height; top += side / 2)
    for (let left = 0; left + side <= width; left += side / 2) {
      let [sum, squares] = [0, 0];
      for (let j = top; j < top + side; j += 3)
        for (let i = left; i < left + side; i += 3) {
          const at = 4 * (j * width + i);
          const light = rgba[at]! + rgba[at + 1]! + rgba[at + 2]!;
          sum += light;
          squares += light * light;
        }
      const n = Math.ceil(side / 3) ** 2;
      const variance = squares / n - (sum / n) ** 2;
      if (variance > best) [best, x, y] = [variance, left, top];
    }
  return [x, y];
}

/** Draws the liveliest piece of a frame with several numbers of samples. */
async function tried(scene: Scene, frame: number, counts: readonly number[], signal: AbortSignal): Promise<Trial[]> {
  await Promise.all([loadAssets(scene), loadImages(scene), loadFrameImages(scene, frame)]);
  const { assets } = useAssets.getState();
  const { width, height } = scene.output;
  const [w, h] = [Math.min(SIDE, width), Math.min(SIDE, height)];
  const picture = new Picture(document.createElement('canvas'));
  const past = new History(scene);
  const trials: Trial[] = [];
  try {
    picture.setScene(scene, assets);
    picture.showEmitters((e) => scene.emitters[e]!.rendered);
    await runFrames(
      { scene, assets, draftFraction: 1, from: drawnFrom(scene, frame), through: frame },
      signal,
      async (made) => {
        past.add(made);
        if (made.frame < frame) return;
        picture.setFrame(made, past.at);
        const taken = (samples: number) => {
          const shot = shotAt(scene, frame, width / height);
          if (piece) shot.camera.setViewOffset(width, height, ...piece, w, h);
          return picture.read(
            { ...shot, samples },
            { alpha: 'none', linear: false, exact: false },
          ) as Uint8Array<ArrayBuffer>;
        };
        // The whole picture tells how long a sample takes, and where there is something to see.
        let piece: readonly [number, number] | undefined;
        picture.setSize(width, height);
        taken(1);
        const begin = performance.now();
        const whole = taken(TIMED);
        const each = (performance.now() - begin) / 1000 / TIMED;
        piece = liveliest(whole, width, height, Math.min(w, h));
        picture.setSize(w, h);
        const reference = taken(REFERENCE);
        for (const samples of counts) {
          if (signal.aborted) return;
          // The page stays alive between them.
          await new Promise((later) => setTimeout(later));
          const rgba = taken(samples);
          trials.push({
            samples,
            image: new ImageData(new Uint8ClampedArray(rgba), w, h),
            noise: distanceOf(rgba, reference),
            seconds: each * samples,
          });
        }
      },
    );
  } finally {
    picture.dispose();
  }
  return trials;
}

function Crop({ image }: { image: ImageData }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => canvas.current?.getContext('2d')?.putImageData(image, 0, 0), [image]);
  return (
    <canvas
      ref={canvas}
      width={image.width}
      height={image.height}
      className="w-full [image-rendering:pixelated]"
      aria-hidden
    />
  );
}

/** Seconds for a person: of one frame. */
const inSeconds = (seconds: number): string =>
  seconds < 1 ? `${Math.round(1000 * seconds)} ms` : `${seconds.toFixed(1)} s`;

/** A small piece of the first frame with fewer and more samples, how noisy each is and how long a frame takes. */
export function SampleTrial({
  frame,
  samples,
  onChoose,
}: {
  frame: number;
  samples: number;
  onChoose: (samples: number) => void;
}) {
  const scene = useScene();
  const [trials, setTrials] = useState<readonly Trial[]>();
  const [going, setGoing] = useState(false);
  const stop = useRef<AbortController>(undefined);
  useEffect(() => {
    setTrials(undefined);
    return () => stop.current?.abort();
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- what was tried is of one scene and frame
  }, [scene, frame]);
  const counts = [...new Set([4, 16, 64].map((n) => (samples > 1 && n === 16 ? samples : n)))].toSorted(
    (a, b) => a - b,
  );
  const start = async () => {
    stop.current = new AbortController();
    setGoing(true);
    const made = await tried(scene, frame, counts, stop.current.signal).catch(() => undefined);
    setGoing(false);
    setTrials(made);
  };
  return (
    <div className="pt-2">
      <button className="text-button px-0 text-xs" disabled={going} onClick={() => void start()}>
        {going ? 'drawing a piece …' : 'try samples on a piece of the picture'}
      </button>
      {trials && (
        <ul className="mt-1 grid grid-cols-3 gap-2" aria-label="Compared samples">
          {trials.map((trial) => (
            <li key={trial.samples}>
              <button
                className="block w-full text-left"
                title="Click a row to use its number of samples. Noise is the difference from very many samples, out of 255."
                onClick={() => onChoose(trial.samples)}
              >
                <Crop image={trial.image} />
                <span className={`num block text-xs ${trial.samples === samples ? 'text-lamp' : ''}`}>
                  {trial.samples} samples
                </span>
                <span className="num block text-xs text-second">noise {trial.noise.toFixed(1)}</span>
                <span className="num block text-xs text-second">≈ {inSeconds(trial.seconds)}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
