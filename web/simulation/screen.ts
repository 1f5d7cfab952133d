import type { Frame } from '../../engine/frame';
import type { Scene } from '../../core/document/scene';
import { usePlayer } from '../state/player-store';
import type { FrameCache } from './frame-cache';

/** Milliseconds between two times that the page is told which frames are held, while they come one after another. */
const PAUSE = 80;

/** The frame that is on the screen, those who look at it, and the frames that are told to be held. */
export class Screen {
  private readonly listeners = new Set<(frame: Frame) => void>();
  private current: Frame | undefined;
  private toldAt = 0;

  get frame(): Frame | undefined {
    return this.current;
  }

  /**
   * Calls the listener with every frame that is to be seen, beginning with the present one; gives the way to end that.
   */
  onShow(listener: (frame: Frame) => void): () => void {
    this.listeners.add(listener);
    if (this.current) listener(this.current);
    return () => this.listeners.delete(listener);
  }

  show(frame: Frame): void {
    this.current = frame;
    for (const listener of this.listeners) listener(frame);
  }

  /**
   * Tells which frames of the shot are held, the memory they take and the boxes around their particles; not too often,
   * but for `now`.
   */
  tellCached(cache: FrameCache, { first, last }: Pick<Scene['time'], 'first' | 'last'>, now: boolean): void {
    const time = performance.now();
    if (!now && time - this.toldAt < PAUSE) return;
    this.toldAt = time;
    // Those before the first are held for trails to look back at.
    const cached = cache
      .spans()
      .flatMap(([from, through]) => (through < first ? [] : [[Math.max(first, from), through] as const]));
    const memory = { used: cache.used, budget: cache.budget };
    usePlayer.setState({ cached, peaks: cache.peaks, shotBounds: cache.bounds.over(first, last), memory });
  }

  dispose(): void {
    this.listeners.clear();
  }
}
