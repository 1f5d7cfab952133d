import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { lastRun } from '../../core/document/time/beyond';
import { estimateRun } from '../../core/sim/step/estimate';
import type { Frame } from '../../engine/frame';
import { webPool } from '../../engine/web-pool';
import type { WorkerPool } from '../../engine/worker-pool';
import { usePlayer } from '../state/player-store';
import { startWorker } from '../state/start-worker';
import type { Screen } from './screen';

/**
 * Particles of the draft at the end of the shot, about: few, so that something moves soon; more, where the opening moves
 * until they are there.
 */
const PARTICLES = 400;
const BEHIND_OPENING = 2000;

/** Shots with fewer particles than this are themselves soon simulated. */
const FEW = 4 * PARTICLES;

/** Milliseconds that the run of the shot is given to be done without a draft. */
const PATIENCE = 500;

/**
 * Runs ahead through the shot with few particles, in a thread of its own, so that the box around the particles of the
 * shot is known, and a draft of each frame can be seen, long before all of its frames are simulated.
 */
export class ShotDraft {
  private pool: WorkerPool | undefined;
  private wait: ReturnType<typeof setTimeout> | undefined;
  /** The scene that was begun with. */
  private of: Scene | undefined;

  /** The screen holds the frames of the draft until it ends; `onFrame` is told of each. */
  constructor(
    private readonly screen: Screen,
    private readonly onFrame: (frame: Frame) => void,
  ) {}

  /**
   * Begins with a scene, at once or in a moment, unless {@link end} comes first; a draft of another scene ends.
   */
  begin(scene: Scene, assets: Assets, atOnce: boolean): void {
    if (scene === this.of) return;
    this.end();
    this.of = scene;
    this.wait = setTimeout(() => this.run(scene, assets), atOnce ? 0 : PATIENCE);
  }

  private run(scene: Scene, assets: Assets): void {
    const through = lastRun(scene.time);
    const { alive } = estimateRun(scene, assets, through);
    if (alive <= FEW) return;
    const { opening } = usePlayer.getState();
    this.pool = webPool(() => startWorker('simulation'), 1);
    this.pool.start({
      scene,
      assets,
      draftFraction: Math.min(scene.draftFraction, (opening ? BEHIND_OPENING : PARTICLES) / alive),
      from: scene.time.first,
      through,
      onFrame: (made) => {
        this.screen.putDraft(made);
        this.onFrame(made);
      },
      onDone: () => this.stop(),
      // The run itself says it where the page can show it.
      onFailed: () => this.stop(),
    });
  }

  /** Ends a draft that is waited for or under way, and lets go of its frames. */
  end(): void {
    clearTimeout(this.wait);
    this.of = undefined;
    this.screen.dropDrafts();
    this.stop();
  }

  private stop(): void {
    this.pool?.end();
    this.pool = undefined;
  }
}
