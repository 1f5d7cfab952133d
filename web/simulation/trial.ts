import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import type { Checkpoint } from '../../core/sim/step/run';
import { lastRun } from '../../core/document/time/beyond';
import type { WorkerPool } from '../../engine/worker-pool';
import type { Frame } from '../../engine/frame';

interface TrialListener {
  /** A frame that is not the scene’s: it went on from another state. */
  onFrame(frame: Frame): void;
  onFailed(): void;
}

/**
 * Goes on from the state on one frame with the scene as it is edited, without a run from the start: what a hand on a
 * fader does is seen at once, in motion.
 */
export class Trial {
  /** Where each thread is, on which frame. */
  private state: { readonly frame: number; readonly threads: readonly Checkpoint[] } | undefined;
  private edited: Scene | undefined;
  private beat: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly pool: WorkerPool,
    /** The scene before any edit, and the frame that is gone on from. */
    scene: Scene,
    private readonly assets: Assets,
    frame: number,
    private readonly listener: TrialListener,
  ) {
    pool.start({
      scene,
      assets,
      draftFraction: scene.draftFraction,
      from: frame,
      through: frame,
      keeps: true,
      tells: true,
      onFrame: () => undefined,
      onCheckpoint: (threads) => {
        this.state = { frame, threads };
        if (this.edited) this.goOn(this.edited);
      },
      onFailed: () => listener.onFailed(),
    });
  }

  /** Takes the scene after an edit, and goes on with it from where the trial is. */
  edit(scene: Scene): void {
    this.edited = scene;
    if (this.state) this.goOn(scene);
  }

  end(): void {
    clearTimeout(this.beat);
    this.pool.stop();
  }

  private goOn(scene: Scene): void {
    clearTimeout(this.beat);
    const { frame, threads } = this.state!;
    if (frame >= lastRun(scene.time)) return;
    let begun = performance.now();
    let made = frame;
    this.pool.start({
      scene,
      assets: this.assets,
      draftFraction: scene.draftFraction,
      from: frame + 1,
      through: lastRun(scene.time),
      resume: threads,
      tells: true,
      paced: true,
      onFrame: (next) => {
        made = next.frame;
        this.listener.onFrame(next);
      },
      onCheckpoint: (now) => {
        this.state = { frame: made, threads: now };
        const rest = 1000 / scene.time.fps - (performance.now() - begun);
        this.beat = setTimeout(
          () => {
            begun = performance.now();
            this.pool.allow(made + 1);
          },
          Math.max(0, rest),
        );
      },
      onFailed: () => this.listener.onFailed(),
    });
  }
}
