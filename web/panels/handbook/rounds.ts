import type { Scene } from '../../../core/document/scene';
import { Simulation } from '../../../core/sim/step/simulation';
import { pageBackend } from '../../simulation/page-backend';

/** Steps through the frames of a small scene, the first of them first, and begins again after so many. */
export function roundsOf(scene: Scene, frames: number): () => Simulation {
  let run: Simulation | undefined;
  return () => {
    if (!run || run.frame >= frames) run = new Simulation(scene, new Map(), { backend: pageBackend });
    else run.advance();
    return run;
  };
}

/** Draws at a frame rate, but no more than half of the time, however slow that is; gives the way to end it. */
export function paced(fps: number, draw: () => void): () => void {
  let [due, asked] = [0, 0];
  const step = (now: number) => {
    asked = requestAnimationFrame(step);
    if (now < due) return;
    const begun = performance.now();
    draw();
    due = now + Math.max(1000 / fps, 2 * (performance.now() - begun));
  };
  asked = requestAnimationFrame(step);
  return () => cancelAnimationFrame(asked);
}
