import type { Scene } from '../../document/scene';
import { looksOf } from '.';

/** How many frames before the one that is drawn a picture of the scene looks at. */
export function framesBack(scene: Scene): number {
  const trails = scene.emitters
    .flatMap(looksOf)
    .flatMap((look) => (look.kind === 'trail' ? [Number(look['length'])] : []));
  return Math.max(scene.output.samples > 1 ? 1 : 0, ...trails);
}

/** The first frame of a run that draws from a frame on. */
export const drawnFrom = (scene: Scene, frame: number): number =>
  Math.min(frame, Math.max(scene.time.first - scene.time.preRoll, frame - framesBack(scene)));
