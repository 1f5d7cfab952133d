import type { Peak } from '../state/player-store';
import { type Frame } from '../../engine/frame';
import { bytesOf } from '../../engine/joined-frame';
import { ShotBounds } from './shot-bounds';
import { bytesOfReduced, FrameReducer, type ReducedFrame } from '../../engine/reduced-frame';

const MEGABYTE = 1024 * 1024;
/** Memory for simulated frames where nobody has set it, and the least that can be set; bytes. */
export const USUAL_BUDGET = 768 * MEGABYTE;
export const LEAST_BUDGET = 32 * MEGABYTE;

/** A frame that is held: as it was made, or reduced. */
type Held =
  | { readonly whole: Frame; readonly bytes: number }
  | { readonly reduced: ReducedFrame; readonly bytes: number };

/**
 * Simulated frames of one state of the scene, in memory. Where the memory for them is used up, frames are reduced to
 * about 16 bytes a particle, good enough to look at, those that came first to begin with.
 */
export class FrameCache {
  private readonly frames = new Map<number, Held>();
  /** The boxes around the particles, also of frames that are let go of. */
  readonly bounds = new ShotBounds();
  private reducer: FrameReducer | undefined;
  private bytes = 0;
  private most: Peak[] = [];
  /** The first frame that is still on its way; frames behind it are not. */
  private coming = Infinity;
  /** The one that was restored last. */
  private restored: Frame | undefined;

  constructor(
    /** Scene time of a frame of the shot, seconds. */
    private readonly timeOf: (frame: number) => number,
    private room = USUAL_BUDGET,
  ) {}

  get(frame: number): Frame | undefined {
    const held = this.frames.get(frame);
    if (!held || 'whole' in held) return held?.whole;
    if (this.restored?.frame !== frame) this.restored = this.reducer!.restore(held.reduced);
    return this.restored;
  }

  has(frame: number): boolean {
    return this.frames.has(frame);
  }

  /** Whether a frame is only held reduced. */
  isReduced(frame: number): boolean {
    const held = this.frames.get(frame);
    return held !== undefined && 'reduced' in held;
  }

  clear(): void {
    this.frames.clear();
    this.reducer = this.restored = undefined;
    this.bytes = 0;
    this.most = [];
    this.coming = Infinity;
  }

  /** Lets go of that frame and all after it. */
  keepBefore(frame: number): void {
    if (frame === Infinity) return;
    if (frame === -Infinity) return this.clear();
    for (const at of [...this.frames.keys()]) if (at >= frame) this.drop(at);
    this.restored = undefined;
    this.most = [];
    for (const held of this.frames.values()) this.countIn('whole' in held ? held.whole : held.reduced);
    this.coming = Infinity;
  }

  /** The first frame from one on that is not held. */
  firstMissing(from: number): number {
    let frame = from;
    while (this.frames.has(frame)) frame++;
    return frame;
  }

  /** Frames from this one on are on their way. */
  expect(from: number): void {
    this.coming = from;
  }

  expectNone(): void {
    this.coming = Infinity;
  }

  /** Whether the frame will come without being asked for. */
  isComing(frame: number): boolean {
    return frame >= this.coming;
  }

  /** Memory that is taken, bytes. */
  get used(): number {
    return this.bytes + (this.reducer?.bytes ?? 0);
  }

  get budget(): number {
    return this.room;
  }

  /** Sets the memory for frames, bytes; where it is less than what is taken, those farthest from a frame go. */
  setBudget(bytes: number, playhead: number): void {
    this.room = bytes;
    if (this.makeRoom()) return;
    const far = [...this.frames.keys()].toSorted((a, b) => Math.abs(b - playhead) - Math.abs(a - playhead));
    for (const frame of far) {
      if (this.used <= this.room) break;
      this.drop(frame);
    }
  }

  /** Keeps a frame; false where the memory for frames is used up. */
  add(frame: Frame): boolean {
    this.drop(frame.frame);
    this.put(frame.frame, { whole: frame, bytes: bytesOf(frame) });
    if (this.restored?.frame === frame.frame) this.restored = undefined;
    this.countIn(frame);
    this.bounds.put(frame.frame, frame.meters.bounds);
    this.coming = frame.frame + 1;
    return this.makeRoom();
  }

  /** Reduces frames until they fit; false where they do not. */
  private makeRoom(): boolean {
    if (this.used <= this.room) return true;
    for (const [at, held] of this.frames) {
      if ('reduced' in held) continue;
      this.reducer ??= new FrameReducer(this.timeOf);
      const reduced = this.reducer.reduce(held.whole);
      this.bytes -= held.bytes;
      this.put(at, { reduced, bytes: bytesOfReduced(reduced) });
      if (this.used <= this.room) return true;
    }
    return false;
  }

  private put(frame: number, held: Held): void {
    this.frames.set(frame, held);
    this.bytes += held.bytes;
  }

  private drop(frame: number): void {
    this.bytes -= this.frames.get(frame)?.bytes ?? 0;
    this.frames.delete(frame);
  }

  private countIn({
    emitters,
    draftFraction,
    frame,
  }: Pick<Frame, 'draftFraction' | 'frame'> & { readonly emitters: readonly { readonly count: number }[] }): void {
    this.most = emitters.map((emitter, e) => {
      const count = Math.round(emitter.count / draftFraction);
      const old = this.most[e];
      return old && old.count >= count ? old : { count, frame };
    });
  }

  /** Of each emitter, the frame on which most of its particles are alive. */
  get peaks(): readonly Peak[] {
    return this.most;
  }

  /** The frames that are held, as spans [first, last] in order. */
  spans(): (readonly [number, number])[] {
    const spans: [number, number][] = [];
    for (const frame of [...this.frames.keys()].toSorted((a, b) => a - b)) {
      const last = spans.at(-1);
      if (last && last[1] === frame - 1) last[1] = frame;
      else spans.push([frame, frame]);
    }
    return spans;
  }
}
