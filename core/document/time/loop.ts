import type { Scene } from '../scene';

/** A stretch of a scene’s own time after which it is the same again. */
export interface Loop {
  readonly from: number;
  readonly frames: number;
}

/** The loop of a scene; undefined where it has none. */
export function loopOf({ time }: Pick<Scene, 'time'>): Loop | undefined {
  return time.loop > 0 ? { from: time.first, frames: time.loop } : undefined;
}

/** How often the loop has come round at a frame, before its first time below 0. */
export const roundOf = ({ from, frames }: Loop, frame: number): number => Math.floor((frame - from) / frames);

/** The frame of the first round that a frame is the same as; the frame itself where there is no loop. */
export const wrapped =
  (loop: Loop | undefined) =>
  (frame: number): number =>
    loop ? frame - loop.frames * roundOf(loop, frame) : frame;
