import { useEffect, useRef, useState } from 'react';
import type { Scene } from '../../core/scene/document';
import { runFrames } from '../stage/run-frames';
import { loadAssets, useAssets } from '../stage/scene-assets';
import { useScene } from '../store/scene-store';
import { drawnFrom, History } from '../view/history';
import { loadImages } from '../view/image-textures';
import { Picture } from '../view/picture';
import { shotAt } from '../view/shot';

/** The side of the crop, pixels of the picture. */
const SIDE = 96;
/** Samples that a number of them is held against. */
const REFERENCE = 256;

/** What a number of samples comes to. */
interface Trial {
  readonly samples: number;
  readonly image: ImageData;
  /** Root of the mean square of how far its pixels are from those of many samples, of 255. */
  readonly noise: number;
  /** Seconds that a whole picture would take, from how long the crop did. */
  readonly seconds: number;
}

/** How far pictures are apart: the root of the mean square over all channels but alpha, of 255. */
export function distanceOf(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) if (i % 4 !== 3) sum += (a[i]! - b[i]!) ** 2;
  return Math.sqrt(sum / (a.length * 0.75));
}

/** Draws the middle of a frame with several numbers of samples. */
async function tried(scene: Scene, frame: number, counts: readonly number[], signal: AbortSignal): Promise<Trial[]> {
  await Promise.all([loadAssets(scene), loadImages(scene)]);
  const { assets } = useAssets.getState();
  const { width, height } = scene.output;
  const [w, h] = [Math.min(SIDE, width), Math.min(SIDE, height)];
  const picture = new Picture(document.createElement('canvas'));
  const past = new History(scene);
  const trials: Trial[] = [];
  try {
    picture.setSize(w, h);
    picture.setScene(scene, assets);
    picture.show((e) => scene.emitters[e]!.rendered);
    await runFrames({ scene, assets, share: 1, from: drawnFrom(scene, frame), through: frame }, signal, async (made) => {
      past.add(made);
      if (made.frame < frame) return;
      picture.setFrame(made, past.at);
      const taken = (samples: number) => {
        const shot = shotAt(scene, frame, width / height);
        shot.camera.setViewOffset(width, height, Math.round((width - w) / 2), Math.round((height - h) / 2), w, h);
        const begin = performance.now();
        const rgba = picture.read({ ...shot, samples }, { alpha: 'none', linear: false, exact: false }) as Uint8Array<ArrayBuffer>;
        return { rgba, seconds: (performance.now() - begin) / 1000 };
      };
      taken(1);
      const { rgba: reference } = taken(REFERENCE);
      for (const samples of counts) {
        if (signal.aborted) return;
        // The page stays alive between them.
        await new Promise((later) => setTimeout(later));
        const { rgba, seconds } = taken(samples);
        trials.push({
          samples,
          image: new ImageData(new Uint8ClampedArray(rgba), w, h),
          noise: distanceOf(rgba, reference),
          seconds: seconds * ((width * height) / (w * h)),
        });
      }
    });
  } finally {
    picture.dispose();
  }
  return trials;
}

function Crop({ image }: { image: ImageData }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => canvas.current?.getContext('2d')?.putImageData(image, 0, 0), [image]);
  return <canvas ref={canvas} width={image.width} height={image.height} className="w-full [image-rendering:pixelated]" aria-hidden />;
}

/** Seconds for a person: of one frame. */
const told = (seconds: number): string => (seconds < 1 ? `${Math.round(1000 * seconds)} ms` : `${seconds.toFixed(1)} s`);

/** A small piece from the middle of the first frame with fewer and more samples, how noisy each is and how long a frame takes. */
export function SampleTrial({ frame, samples, onChoose }: { frame: number; samples: number; onChoose: (samples: number) => void }) {
  const scene = useScene();
  const [trials, setTrials] = useState<readonly Trial[]>();
  const [going, setGoing] = useState(false);
  const stop = useRef<AbortController>(undefined);
  useEffect(() => {
    setTrials(undefined);
    return () => stop.current?.abort();
  }, [scene, frame]);
  const counts = [...new Set([4, 16, 64].map((n) => (samples > 1 && n === 16 ? samples : n)))].sort((a, b) => a - b);
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
        <ul className="mt-1 grid grid-cols-3 gap-2" aria-label="Samples tried">
          {trials.map((trial) => (
            <li key={trial.samples}>
              <button className="block w-full text-left" title="Take so many samples" onClick={() => onChoose(trial.samples)}>
                <Crop image={trial.image} />
                <span className={`num block text-xs ${trial.samples === samples ? 'text-lamp' : ''}`}>{trial.samples} samples</span>
                <span className="num block text-xs text-second">noise {trial.noise.toFixed(1)}</span>
                <span className="num block text-xs text-second">{told(trial.seconds)} a frame</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
