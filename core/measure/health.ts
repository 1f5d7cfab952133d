import { AXES } from '../lib/math/vector';
import type { KernelBackend } from '../sim/stack/stack';
import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import type { Portion } from '../sim/step/spawner';
import { Simulation } from '../sim/step/simulation';

/** How far apart the particles of two runs are, by number; metres. */
export interface Apart {
  /** In both runs. */
  readonly compared: number;
  readonly mean: number;
  /** Root of the mean square. */
  readonly rms: number;
  readonly most: number;
}

/** Compares two runs of the same emitters, particle by particle. */
export function apart(a: Simulation, b: Simulation): Apart {
  let [compared, sum, squares, most] = [0, 0, 0, 0];
  a.populations.forEach((p, e) => {
    const q = b.populations[e];
    if (!q) return;
    const slots = new Map<number, number>();
    for (let i = 0; i < q.count; i++) slots.set(q.id[i]!, i);
    for (let i = 0; i < p.count; i++) {
      const j = slots.get(p.id[i]!);
      if (j === undefined) continue;
      const square = AXES.reduce((s, axis) => s + (p.columns[axis][i]! - q.columns[axis][j]!) ** 2, 0);
      const far = Math.sqrt(square);
      compared++;
      sum += far;
      squares += square;
      if (far > most) most = far;
    }
  });
  const n = Math.max(1, compared);
  return { compared, mean: sum / n, rms: Math.sqrt(squares / n), most };
}

/** What a run with twice the substeps makes of the same particles, frame by frame. */
export interface StepAdvice {
  readonly substeps: number;
  readonly frames: readonly (Apart & { readonly frame: number })[];
  /** Particles retired by each run, by the name of the field. */
  readonly retired: readonly (readonly [string, number])[];
  readonly retiredAtTwice: readonly (readonly [string, number])[];
}

/**
 * Runs a scene as it is and with twice the substeps, and compares them on every frame through one. What a chaotic scene
 * makes of a small difference is not the fault of the step; where the difference grows by jumps, the step is too long
 * for what it goes through.
 *
 * `onFrame` hears of each frame, and ends both runs by saying false.
 */
export function stepAdvice(
  scene: Scene,
  assets: Assets,
  portion: Portion,
  through: number,
  onFrame: (frame: number) => boolean = () => true,
  backend?: KernelBackend,
): StepAdvice {
  const { substeps } = scene.time;
  const run = new Simulation(scene, assets, { portion, backend });
  const twice = new Simulation({ ...scene, time: { ...scene.time, substeps: 2 * substeps } }, assets, {
    portion,
    backend,
  });
  const frames = [];
  for (;;) {
    frames.push({ frame: run.frame, ...apart(run, twice) });
    if (run.frame >= through || !onFrame(run.frame)) break;
    run.advance();
    twice.advance();
  }
  return { substeps, frames, retired: [...run.blamed], retiredAtTwice: [...twice.blamed] };
}
