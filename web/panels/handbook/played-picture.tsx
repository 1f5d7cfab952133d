import { useEffect, useRef } from 'react';
import type { Scene } from '../../../core/document/scene';
import { pointDrawing } from './point-drawing';
import { paced, roundsOf } from './rounds';

/** Frames of one round. */
const ROUND = 72;
/** Frames over which a picture that stands still shows the paths of the particles. */
const STILL = [4, 20] as const;

/** Pictures that stand still, drawn once and kept. */
const drawn = new Map<string, HTMLCanvasElement>();

/** Makes the small scene of a name. */
type SceneOf = (name: string) => Scene;

function stillOf(name: string, sceneOf: SceneOf): HTMLCanvasElement {
  const known = drawn.get(name);
  if (known) return known;
  const canvas = document.createElement('canvas');
  const drawing = pointDrawing(canvas);
  const scene = sceneOf(name);
  const next = roundsOf(scene, ROUND);
  drawing.setScene(scene);
  const paths = document.createElement('canvas');
  [paths.width, paths.height] = [canvas.width, canvas.height];
  const context = paths.getContext('2d')!;
  // The brighter of both: each particle leaves a path that grows brighter towards where it is.
  context.globalCompositeOperation = 'lighten';
  const [first, last] = STILL;
  for (let run = next(); run.frame < last; ) {
    run = next();
    if (run.frame < first) continue;
    drawing.draw(run);
    context.globalAlpha = run.frame === last ? 1 : (0.6 * (run.frame - first + 1)) / (last - first);
    context.drawImage(canvas, 0, 0);
  }
  drawn.set(name, paths);
  return paths;
}

/** Work that waits for a free moment, one piece a frame, so that the page answers in between. */
const waiting: (() => void)[] = [];
function oneAFrame(work: () => void): () => void {
  const next = () => {
    waiting.shift()?.();
    if (waiting.length > 0) requestAnimationFrame(next);
  };
  waiting.push(work);
  if (waiting.length === 1) requestAnimationFrame(next);
  return () => {
    const at = waiting.indexOf(work);
    if (at >= 0) waiting.splice(at, 1);
  };
}

function show(target: HTMLCanvasElement, source: HTMLCanvasElement): void {
  const context = target.getContext('2d')!;
  [target.width, target.height] = [source.width / 2, source.height / 2];
  context.drawImage(source, 0, 0, target.width, target.height);
}

/** A small picture of the scene of a name, by the simulation itself; it plays while `live`. */
export function PlayedPicture({ name, sceneOf, live }: { name: string; sceneOf: SceneOf; live: boolean }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => oneAFrame(() => canvas.current && show(canvas.current, stillOf(name, sceneOf))), [name, sceneOf]);
  useEffect(() => {
    if (!live || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const target = canvas.current!;
    const source = document.createElement('canvas');
    const drawing = pointDrawing(source);
    const scene = sceneOf(name);
    const next = roundsOf(scene, ROUND);
    drawing.setScene(scene);
    const end = paced(scene.time.fps, () => {
      drawing.draw(next());
      show(target, source);
    });
    return () => {
      end();
      show(target, stillOf(name, sceneOf));
    };
  }, [name, sceneOf, live]);
  return <canvas ref={canvas} className="night block aspect-[460/260] w-full bg-surround object-cover" aria-hidden />;
}
