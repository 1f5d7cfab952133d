import { thingAt } from '../keys/thing-at';
import type { Time } from '../scene';
import { lastRun } from './beyond';

/** What frames of the shot are in the scene’s own time, and back; both with fractions. */
export interface Clock {
  /** True where the two are the same. */
  readonly even: boolean;
  /** The frame of the scene’s time at a frame of the shot. */
  at(frame: number): number;
  /**
   * The first frame of the shot at which the scene’s time has come that far; the frame after the last where it never
   * does.
   */
  back(sceneFrame: number): number;
}

/** Sums of scales come this close to whole frames, and are meant to be them. */
const NEAR = 1e-9;

const nearWhole = (frame: number): number => (Math.abs(frame - Math.round(frame)) < NEAR ? Math.round(frame) : frame);

/** Where the scene’s time is that of the shot. */
export const EVEN: Clock = { even: true, at: (frame) => frame, back: (frame) => frame };

/**
 * The scene’s time is the integral of the time scale over the frames of the shot, from its first on; the pre-roll
 * before that runs at full speed. Within a frame the scale is what it is in its middle: between keys on whole frames
 * that is exact for straight lines and for steps.
 */
export function clockFrom(time: Time): Clock {
  const { first } = time;
  const end = lastRun(time) + 1;
  const moves = Object.keys(time.keys).length > 0;
  if (!moves) {
    const { scale } = time;
    if (scale === 1) return EVEN;
    return {
      even: false,
      at: (frame) => (frame <= first ? frame : nearWhole(first + (frame - first) * scale)),
      back: (sceneFrame) => (sceneFrame <= first ? sceneFrame : scale > 0 ? first + (sceneFrame - first) / scale : end),
    };
  }
  const scaleOf = (frame: number) => Math.max(0, thingAt(time, frame + 0.5).scale);
  const sums = [first];
  const reach = (index: number) => {
    for (let i = sums.length; i <= index; i++) sums.push(nearWhole(sums[i - 1]! + scaleOf(first + i - 1)));
  };
  return {
    even: false,
    at(frame) {
      if (frame <= first) return frame;
      const index = Math.floor(frame - first);
      reach(index + 1);
      const [a, b] = [sums[index]!, sums[index + 1]!];
      return a + (frame - first - index) * (b - a);
    },
    back(sceneFrame) {
      if (sceneFrame <= first) return sceneFrame;
      reach(end - first);
      const index = sums.findIndex((sum) => sum >= sceneFrame);
      if (index < 0) return end;
      const [a, b] = [sums[index - 1]!, sums[index]!];
      return first + index - 1 + (sceneFrame - a) / (b - a);
    },
  };
}

/**
 * The steps of a stretch of the scene’s time, as [from, to): cut where a frame of the scene begins, and no step longer
 * than a frame divided by `substeps`.
 */
export function stepsOf(from: number, to: number, substeps: number): [number, number][] {
  const steps: [number, number][] = [];
  for (let a = from; a < to; ) {
    const b = Math.min(to, Math.floor(a) + 1);
    const n = Math.max(1, Math.ceil((b - a) * substeps - NEAR));
    for (let i = 0; i < n; i++)
      steps.push([i === 0 ? a : a + ((b - a) * i) / n, i + 1 === n ? b : a + ((b - a) * (i + 1)) / n]);
    a = b;
  }
  return steps;
}
