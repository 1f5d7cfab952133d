import { looksOf } from '../../core/looks';
import type { Scene } from '../../core/scene/document';
import type { Frame } from '../../engine/frame';

/** How many frames before the one that is drawn a picture of the scene looks at. */
export function framesBack(scene: Scene): number {
  const trails = scene.emitters.flatMap(looksOf).flatMap((look) => (look.kind === 'trail' ? [look['length'] as number] : []));
  return Math.max(scene.output.samples > 1 ? 1 : 0, ...trails);
}

/** The first frame of a run that draws from a frame on. */
export const drawnFrom = (scene: Scene, frame: number): number =>
  Math.min(frame, Math.max(scene.time.first - scene.time.preRoll, frame - framesBack(scene)));

/** The last frames of a run, as many as its pictures look at. */
export class History {
  private readonly frames = new Map<number, Frame>();
  private readonly back: number;

  constructor(scene: Scene) {
    this.back = framesBack(scene);
  }

  add(frame: Frame): void {
    this.frames.set(frame.frame, frame);
    for (const at of this.frames.keys()) if (at < frame.frame - this.back) this.frames.delete(at);
  }

  readonly at = (frame: number): Frame | undefined => this.frames.get(frame);
}
