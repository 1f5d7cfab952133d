import type { Scene, Time } from '../scene';

/** The frame of the shot with which a run ends: its last, or as many frames after it as it is tried on. */
export const lastRun = ({ last, beyond = 0 }: Pick<Time, 'last' | 'beyond'>): number => last + beyond;

/** The frame of a run that is nearest to one. */
export const nearestIn = (time: Time, frame: number): number => Math.min(Math.max(frame, time.first), lastRun(time));

const known = new WeakMap<Scene, Scene>();

/** The scene, tried on for so many frames past the last of its shot; up to that it is what it was, to the bit. */
export function triedOn(scene: Scene, beyond: number): Scene {
  if (beyond === 0) return scene;
  let made = known.get(scene);
  if (made?.time.beyond !== beyond) {
    made = { ...scene, time: { ...scene.time, beyond } };
    known.set(scene, made);
  }
  return made;
}
