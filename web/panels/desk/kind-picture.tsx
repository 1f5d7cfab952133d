import { useEffect, useRef } from 'react';
import { exampleOf } from '../../../core/handbook/example';
import { pointDrawing } from '../handbook/point-drawing';
import { paced, roundsOf } from '../handbook/rounds';

/** Frames of one round. */
const ROUND = 72;
/** Frames over which a picture that stands still shows the paths of the particles. */
const STILL = [4, 20] as const;

/** Pictures that stand still, drawn once and kept. */
const drawn = new Map<string, HTMLCanvasElement>();

function stillOf(kind: string): HTMLCanvasElement {
  const known = drawn.get(kind);
  if (known) return known;
  const canvas = document.createElement('canvas');
  const drawing = pointDrawing(canvas);
  const scene = exampleOf('field', kind);
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
  drawn.set(kind, paths);
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

/** A small picture of a kind of field at work, by the simulation itself; it plays while `live`. */
export function KindPicture({ kind, live }: { kind: string; live: boolean }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => oneAFrame(() => canvas.current && show(canvas.current, stillOf(kind))), [kind]);
  useEffect(() => {
    if (!live || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const target = canvas.current!;
    const source = document.createElement('canvas');
    const drawing = pointDrawing(source);
    const scene = exampleOf('field', kind);
    const next = roundsOf(scene, ROUND);
    drawing.setScene(scene);
    const end = paced(scene.time.fps, () => {
      drawing.draw(next());
      show(target, source);
    });
    return () => {
      end();
      show(target, stillOf(kind));
    };
  }, [kind, live]);
  return <canvas ref={canvas} className="night block aspect-[460/260] w-full bg-surround object-cover" aria-hidden />;
}
