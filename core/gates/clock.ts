import { dialsOf } from '../scene/dials';
import type { Scene } from '../scene/document';
import type { GateClock } from './gate';

/** What the gates of a scene know beside their own values. */
export function clockOf(scene: Pick<Scene, 'time' | 'dials'>): GateClock {
  const { fps, first, last } = scene.time;
  return { fps, first, last, dials: dialsOf(scene) };
}
