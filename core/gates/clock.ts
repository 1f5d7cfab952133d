import { dialsOf } from '../scene/dials';
import { lastSceneFrame } from '../scene/clock';
import type { Scene } from '../scene/document';
import type { GateClock } from './gate';

/** What the gates of a scene know beside their own values. */
export function clockOf(scene: Scene): GateClock {
  const { fps, first } = scene.time;
  return { fps, first, last: lastSceneFrame(scene), dials: dialsOf(scene) };
}
