import { clockFrom, type Clock } from '../time/clock';
import type { Scene, Time } from './document';
import { withDrives } from './drives';

const known = new WeakMap<Time, Clock>();

/** How the scene’s own time runs beside the frames of the shot. */
export function clockIn(scene: Scene): Clock {
  const { time } = withDrives(scene);
  let clock = known.get(time);
  if (!clock) {
    clock = clockFrom(time);
    known.set(time, clock);
  }
  return clock;
}

/** A scene whose shot runs by its own time. */
export function inOwnTime(scene: Scene): Scene {
  return clockIn(scene).even ? scene : { ...scene, time: { ...scene.time, last: lastSceneFrame(scene), scale: 1, keys: {}, drives: {} } };
}

/** The frame of the scene’s time with which a run of it ends. */
export function lastSceneFrame(scene: Scene): number {
  return Math.max(scene.time.first - scene.time.preRoll, Math.ceil(clockIn(scene).at(scene.time.last)));
}
