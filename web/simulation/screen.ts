import type { Frame } from '../../engine/frame';
import { usePlayer } from '../state/player-store';
import type { FrameCache } from './frame-cache';

/** Milliseconds between two times that the page is told which frames are held, while they come one after another. */
const PAUSE = 80;

/**
 * The frame that is on the screen, those who look at it, and the frames that can be shown: those that are held and, until
 * they come, those of a draft of the shot.
 */
export class Screen {
  private readonly drafts = new Map<number, Frame>();
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

  /** The frame as it can be shown at once. */
  find(frame: number): Frame | undefined {
    return this.cache.get(frame) ?? this.drafts.get(frame);
  }

  /** Whether the frame can be shown at once, if only as a draft or by the opening. */
  has(frame: number): boolean {
    return this.cache.has(frame) || this.drafts.has(frame) || usePlayer.getState().opening?.shows(frame) === true;
  }

  /**
   * A frame of the same state of the scene, and of the same share of the particles, as the one on the screen; undefined
   * where there is none.
   */
  at(frame: number): Frame | undefined {
    const isAlike = (held: Frame | undefined) => held?.draftFraction === this.current?.draftFraction;
    return [this.cache.get(frame), this.drafts.get(frame)].find(isAlike);
  }

  /** Whether the frame on the screen is one of the draft. */
  get isDraft(): boolean {
    return this.current !== undefined && this.drafts.get(this.current.frame) === this.current;
  }

  /** Takes a frame of the draft, unless the frame itself is held. */
  putDraft(made: Frame): void {
    if (this.cache.has(made.frame)) return;
    this.cache.bounds.put(made.frame, made.meters.bounds);
    this.drafts.set(made.frame, made);
  }

  /** Holds a frame from now on, in place of its draft; false where the memory for frames is used up. */
  hold(made: Frame): boolean {
    if (!this.cache.add(made)) return false;
    this.drafts.delete(made.frame);
    return true;
  }

  /** Lets go of the draft. */
  dropDrafts(): void {
    this.drafts.clear();
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
