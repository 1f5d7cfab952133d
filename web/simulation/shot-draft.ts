import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { lastRun } from '../../core/document/time/beyond';
import type { Bounds } from '../../core/measure/meters';
import { estimateRun } from '../../core/sim/step/estimate';
import { webPool } from '../../engine/web-pool';
import type { WorkerPool } from '../../engine/worker-pool';
import { startWorker } from '../state/start-worker';

/** Particles of the draft at the end of the shot, about. */
const PARTICLES = 400;

/** Shots with fewer particles than this are themselves soon simulated. */
const FEW = 4 * PARTICLES;

/** Milliseconds that the run of the shot is given to be done without a draft. */
const PATIENCE = 500;

/**
 * Runs ahead through the shot with few particles, in a thread of its own, so that the box around the particles of the
 * shot is known long before all of its frames are simulated.
 */
export class ShotDraft {
  private pool: WorkerPool | undefined;
  private wait: ReturnType<typeof setTimeout> | undefined;

  /** `onBounds` is told the boxes around the particles of each emitter, frame by frame. */
  constructor(private readonly onBounds: (frame: number, bounds: readonly Bounds[]) => void) {}

  /** Begins with a scene in a moment, unless {@link end} comes first; an earlier draft ends. */
  begin(scene: Scene, assets: Assets): void {
    this.end();
    this.wait = setTimeout(() => this.run(scene, assets), PATIENCE);
  }

  private run(scene: Scene, assets: Assets): void {
    const through = lastRun(scene.time);
    const { alive } = estimateRun(scene, assets, through);
    if (alive <= FEW) return;
    this.pool = webPool(() => startWorker('simulation'), 1);
    this.pool.start({
      scene,
      assets,
      draftFraction: Math.min(scene.draftFraction, PARTICLES / alive),
      from: scene.time.first,
      through,
      onFrame: ({ frame, meters }) => this.onBounds(frame, meters.bounds),
      onDone: () => this.end(),
      // The run itself says it where the page can show it.
      onFailed: () => this.end(),
    });
  }

  /** Ends a draft that is waited for or under way. */
  end(): void {
    clearTimeout(this.wait);
    this.pool?.end();
    this.pool = undefined;
  }
}
