import type { Scene } from '../../../core/document/scene';
import type { Simulation } from '../../../core/sim/step/simulation';

/** The size of a live example, pixels. */
export const WIDTH = 460;
export const HEIGHT = 300;

/** Draws the frames of live examples to a canvas. */
export interface Drawing {
  /** Takes another scene. */
  setScene(scene: Scene): void;
  /** Takes the frame that a run of the scene is at; frames come one after another. */
  take(run: Simulation): void;
  /** Draws the frame that was taken last. */
  draw(run: Simulation): void;
  dispose(): void;
}
