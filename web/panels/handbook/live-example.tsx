import { Pause, Play } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Scene } from '../../../core/document/scene';
import { HEIGHT, WIDTH, type Drawing } from './drawing';
import { pointDrawing } from './point-drawing';
import { paced, roundsOf } from './rounds';

/** Frames of one round. */
const ROUND = 96;

/** Plays a scene round and round; gives the way to end that. */
function play(drawing: Drawing, scene: Scene, playing: boolean): (() => void) | undefined {
  const step = roundsOf(scene, ROUND);
  const next = () => {
    const run = step();
    drawing.take(run);
    return run;
  };
  drawing.setScene(scene);
  let run = next();
  // What stands still shows the middle of the round.
  while (!playing && run.frame < ROUND / 2) run = next();
  drawing.draw(run);
  return playing ? paced(scene.time.fps, () => drawing.draw(next())) : undefined;
}

/** A way to draw on a new canvas in a place of the page, as points or through the shot camera. */
function useDrawing(place: React.RefObject<HTMLElement | null>, taken: boolean): Drawing | undefined {
  const [drawing, setDrawing] = useState<Drawing>();
  useEffect(() => {
    // A canvas is drawn on in one way for good.
    const canvas = document.createElement('canvas');
    canvas.className = 'block size-full';
    place.current!.replaceChildren(canvas);
    let ended = false;
    let made: Drawing | undefined;
    const take = (drawn: Drawing) => {
      if (ended) return drawn.dispose();
      made = drawn;
      setDrawing(drawn);
    };
    // What draws pictures is a large part of the program.
    if (taken) import('./shot-drawing').then(({ shotDrawing }) => take(shotDrawing(canvas))).catch(reportError);
    else take(pointDrawing(canvas));
    return () => {
      ended = true;
      setDrawing(undefined);
      made?.dispose();
    };
  }, [place, taken]);
  return drawing;
}

/**
 * A small scene that plays round and round, by the same simulation as the Studio’s. `taken` shows it through the shot
 * camera, in the looks of its emitters.
 */
export function LiveExample({ scene, title, taken }: { scene: Scene; title: string; taken: boolean }) {
  const place = useRef<HTMLDivElement>(null);
  const [playing, setPlaying] = useState(() => !window.matchMedia('(prefers-reduced-motion: reduce)').matches);
  const drawing = useDrawing(place, taken);
  useEffect(() => drawing && play(drawing, scene, playing), [drawing, scene, playing]);
  return (
    <figure className="night relative self-start">
      <div
        ref={place}
        className="w-full border border-rule"
        style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}
        role="img"
        aria-label={`${title}: a small scene that plays`}
        data-testid="live-example"
      />
      <button
        className="text-button absolute right-1 bottom-1 bg-panel/70"
        aria-pressed={playing}
        aria-label={playing ? 'Pause' : 'Play'}
        onClick={() => setPlaying(!playing)}
      >
        {playing ? <Pause size={14} /> : <Play size={14} />}
      </button>
    </figure>
  );
}
