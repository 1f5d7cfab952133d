import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { startFrame } from '../../core/sim/step/counters';
import { estimateRun } from '../../core/sim/step/estimate';

/** Seconds of threads' work that a deeper draft may take. */
const DRAFT_BUDGET = 0.03;
/**
 * A run to the playhead that takes longer than this shows a deeper draft first: where it is waited for, and where a
 * control is moved and pictures are to keep coming.
 */
const PATIENCE = 0.15;
const LIVE_PATIENCE = 0.06;
/** Fewest particles a deeper draft goes down to. */
const LEAST = 300;
const FIRST_GUESS = 1.2e-6;

/** How long runs take on this machine, learnt from those that were made. */
export class RunEstimate {
  private secondsAStep = FIRST_GUESS;

  /** Takes the seconds of one thread's work a particle and step of a run that is done. */
  learn(secondsAStep: number): void {
    if (secondsAStep > 0) this.secondsAStep += 0.5 * (secondsAStep - this.secondsAStep);
  }

  /**
   * The share of a deeper draft to show first on the way to a frame, of runs that go on from `reached`, `live` while a
   * control is moved; undefined where the whole is soon there.
   */
  deeperShare(
    scene: Scene,
    assets: Assets,
    frame: number,
    reached: number,
    threads: number,
    live: boolean,
  ): number | undefined {
    const { steps, alive } = estimateRun(scene, assets, frame);
    // Runs go on from where earlier ones were.
    const saved = reached > startFrame(scene) ? estimateRun(scene, assets, Math.min(frame, reached)).steps : 0;
    const seconds = ((steps - saved) * scene.draftFraction * this.secondsAStep) / threads;
    if (seconds <= (live ? LIVE_PATIENCE : PATIENCE)) return undefined;
    return Math.min(
      scene.draftFraction,
      Math.max(LEAST / Math.max(1, alive), (scene.draftFraction * DRAFT_BUDGET) / seconds),
    );
  }
}
