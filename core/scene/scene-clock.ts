import { lastRun } from '../document/time/beyond';
import { clockFrom, type Clock } from '../document/time/clock';
import type { Scene, Time } from '../document/scene';
import { automated } from './automated';

const known = new WeakMap<Time, Clock>();

/** How the scene’s own time runs beside the frames of the shot. */
export function clockIn(scene: Scene): Clock {
  const { time } = automated(scene);
  let clock = known.get(time);
  if (!clock) {
    clock = clockFrom(time);
    known.set(time, clock);
  }
  return clock;
}

/** A scene whose shot runs by its own time. */
export function inOwnTime(scene: Scene): Scene {
  const clock = clockIn(scene);
  if (clock.even) return scene;
  const last = Math.ceil(clock.at(scene.time.last));
  return {
    ...scene,
    time: { ...scene.time, last, beyond: lastSceneFrame(scene) - last, scale: 1, keys: {}, automations: {} },
  };
}

/**
 * The frame of the scene’s time with which a run of it ends: that of the shot, or one beyond that it is tried on to.
 */
export function lastSceneFrame(scene: Scene): number {
  return Math.max(scene.time.first - scene.time.preRoll, Math.ceil(clockIn(scene).at(lastRun(scene.time))));
}
