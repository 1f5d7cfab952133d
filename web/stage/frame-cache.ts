import type { Peak } from './player-store';
import { bytesOf, type Frame } from '../../engine/frame';

/** Memory for simulated frames, bytes. */
const BUDGET = 768 * 1024 * 1024;

/** Simulated frames of one state of the scene, in memory. */
export class FrameCache {
  private readonly frames = new Map<number, Frame>();
  private bytes = 0;
  private most: Peak[] = [];
  /** The first frame that is still on its way; frames behind it are not. */
  private coming = Infinity;

  get(frame: number): Frame | undefined {
    return this.frames.get(frame);
  }

  clear(): void {
    this.frames.clear();
    this.bytes = 0;
    this.most = [];
    this.coming = Infinity;
  }

  /** Lets go of that frame and all after it. */
  keepBefore(frame: number): void {
    if (frame === Infinity) return;
    for (const [at, held] of this.frames)
      if (at >= frame) {
        this.frames.delete(at);
        this.bytes -= bytesOf(held);
      }
    this.most = [];
    for (const held of this.frames.values()) this.countIn(held);
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

  /** Keeps a frame; false where the memory for frames is used up. */
  add(frame: Frame): boolean {
    const old = this.frames.get(frame.frame);
    this.frames.set(frame.frame, frame);
    this.bytes += bytesOf(frame) - (old ? bytesOf(old) : 0);
    this.countIn(frame);
    this.coming = frame.frame + 1;
    return this.bytes < BUDGET;
  }

  private countIn(frame: Frame): void {
    this.most = frame.emitters.map((emitter, e) => {
      const count = Math.round(emitter.count / frame.share);
      const old = this.most[e];
      return old && old.count >= count ? old : { count, frame: frame.frame };
    });
  }

  /** Of each emitter, the frame on which most of its particles are alive. */
  get peaks(): readonly Peak[] {
    return this.most;
  }

  /** The frames that are held, as spans [first, last] in order. */
  spans(): (readonly [number, number])[] {
    const spans: [number, number][] = [];
    for (const frame of [...this.frames.keys()].sort((a, b) => a - b)) {
      const last = spans.at(-1);
      if (last && last[1] === frame - 1) last[1] = frame;
      else spans.push([frame, frame]);
    }
    return spans;
  }
}
