import type { Frame } from '../../engine/frame';
import { usePlayer } from '../state/player-store';
import type { FrameCache } from './frame-cache';

/** Milliseconds between two times that the page is told which frames are held, while they come one after another. */
const PAUSE = 80;

/** The frame that is on the screen, those who look at it, and the frames that are told to be held. */
export class Screen {
  private readonly listeners = new Set<(frame: Frame) => void>();
  private current: Frame | undefined;
  private toldAt = 0;
  private readonly boundsOver = (first: number, last: number) => this.cache.bounds.over(first, last);

  constructor(private readonly cache: FrameCache) {
    usePlayer.setState({ shotBounds: this.boundsOver });
  }

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
   * Tells which frames from the first of the shot on are held, and the memory they take; not too often, but for `now`.
   */
  tellCached(first: number, now: boolean): void {
    const { cache } = this;
    const time = performance.now();
    if (!now && time - this.toldAt < PAUSE) return;
    this.toldAt = time;
    // Those before the first are held for trails to look back at.
    const cached = cache
      .spans()
      .flatMap(([from, through]) => (through < first ? [] : [[Math.max(first, from), through] as const]));
    usePlayer.setState({ cached, peaks: cache.peaks, memory: { used: cache.used, budget: cache.budget } });
  }

  dispose(): void {
    // Another scene may have been opened in the meantime.
    if (usePlayer.getState().shotBounds === this.boundsOver) usePlayer.setState({ shotBounds: () => [] });
    this.listeners.clear();
  }
}
