import type { Scene } from '../../../core/document/scene';
import { framesBack } from '../../../core/kinds/looks/look-back';
import type { Frame } from '../../../engine/frame';

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
