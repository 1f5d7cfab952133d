import { joined } from '../../core/measure/fit';
import type { Bounds } from '../../core/measure/meters';

/**
 * The boxes around each emitter’s particles, frame by frame. A frame keeps the box of its last simulation until it is
 * simulated again, so that the box of the shot is known while a run is under way.
 */
export class ShotBounds {
  private readonly frames = new Map<number, readonly Bounds[]>();
  private emitters = 0;

  /** Takes the boxes of a frame, in the order of the scene’s emitters. */
  put(frame: number, bounds: readonly Bounds[]): void {
    if (bounds.length !== this.emitters) this.frames.clear();
    this.emitters = bounds.length;
    this.frames.set(frame, bounds);
  }

  /** For each emitter, the box around its particles on all known frames from one to another. */
  over(first: number, last: number): Bounds[] {
    const known = [...this.frames].flatMap(([frame, bounds]) => (frame >= first && frame <= last ? [bounds] : []));
    const nothing: Bounds = { count: 0, low: [0, 0, 0], high: [0, 0, 0] };
    return Array.from({ length: this.emitters }, (_, e) => joined(known.map((bounds) => bounds[e]!)) ?? nothing);
  }
}
