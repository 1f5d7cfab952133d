import { amounts } from '../amounts';
import type { Births } from '../amounts/amount';
import type { Scene } from '../scene/document';
import { startFrame } from './simulation';

const countOf = ({ first, last }: Births) => Math.max(0, last - first + 1);

/** What a run of a scene up to a frame is expected to amount to, all particles taken. */
export interface Estimate {
  /** Particles alive at the frame. */
  readonly alive: number;
  /** Particle steps from the start to the frame. */
  readonly steps: number;
}

/** Expects every particle to live for its mean life. Frames before the start give nothing. */
export function estimateRun(scene: Scene, frame: number): Estimate {
  const start = startFrame(scene);
  const clock = { fps: scene.time.fps, start };
  let alive = 0;
  let steps = 0;
  for (const emitter of scene.emitters) {
    if (!emitter.on) continue;
    const lasting = Math.max(1, Math.round(emitter.birth.life * scene.time.fps));
    for (let f = start; f <= frame; f++) {
      const born = emitter.amounts.reduce((n, amount) => {
        const kind = amounts.get(amount.kind);
        return n + countOf(kind.atFrame(amount, clock, f)) + (f > start ? countOf(kind.during(amount, clock, f - 1, f)) : 0);
      }, 0);
      steps += born * Math.min(lasting, frame - f);
      if (frame - f < lasting) alive += born;
    }
  }
  return { alive, steps: steps * scene.time.substeps };
}
