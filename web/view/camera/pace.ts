/** Milliseconds that a drawing may take before pictures that follow one another are drawn coarsely. */
const SLOW = 40;
/** Milliseconds of a coarse drawing after which a full one may be quick as well. */
const QUICK = 20;
/** Milliseconds of rest after which a picture is drawn in full again. */
export const REST = 300;
/** Milliseconds that a coarse drawing may take before it leaves out more particles, or may have more. */
const AIM = [30, 55] as const;
/** So many particles are drawn in any case: fewer show nothing, and save little. */
const FEW = 400;

/**
 * Decides how the view is drawn, by the time that a picture takes: in full where it is short or nothing moves;
 * coarsely, with as many particles as they can keep up with, while pictures follow one another. A view that begins by
 * playing begins coarsely, since nothing is known of the graphics yet.
 */
export class DrawingPace {
  private speed: 'unknown' | 'quick' | 'slow' = 'unknown';
  private drawnAt = -Infinity;
  private kept = 1;

  /** Whether the next picture is drawn coarsely. */
  isCoarse(now: number, playing: boolean): boolean {
    return this.speed !== 'quick' && (playing || now - this.drawnAt < REST);
  }

  /** Part of so many particles that a coarse picture of them has. */
  partOf(count: number): number {
    this.kept = Math.max(this.kept, Math.min(1, FEW / Math.max(1, count)));
    return this.kept;
  }

  /** Whether a picture, drawn in full, keeps the page waiting. */
  get isSlow(): boolean {
    return this.speed === 'slow';
  }

  /** Takes the time of a drawing, milliseconds; of one with new shaders nothing can be told. */
  took(milliseconds: number, now: number, coarse: boolean, fresh: boolean): void {
    this.drawnAt = now;
    if (fresh) return;
    if (!coarse) this.speed = milliseconds > SLOW ? 'slow' : 'quick';
    else if (this.speed === 'unknown') this.speed = milliseconds > QUICK ? 'slow' : 'quick';
    else if (milliseconds > AIM[1]) this.kept *= Math.max(0.5, AIM[1] / milliseconds);
    else if (milliseconds < AIM[0]) this.kept = Math.min(1, this.kept * 1.1);
  }
}
