import type { Scene } from '../../core/document/scene';
import { triedOn } from '../../core/document/time/beyond';
import { isByShot, type MovableSort } from '../../core/scene/numbers';
import { clockIn } from '../../core/scene/scene-clock';

/** The playhead, and the frames for which the shot is played past its end. */
export interface Playhead {
  readonly frame: number;
  readonly beyond: number;
}

/** The frame by which numbers of a sort of thing go, at a frame of the shot. */
export const frameOf = (scene: Scene, sort: MovableSort, shotFrame: number): number =>
  isByShot(sort) ? shotFrame : clockIn(scene).at(shotFrame);

/** The whole frame on which a key at the playhead stands. */
export const keyFrameAt = (scene: Scene, { frame, beyond }: Playhead, sort: MovableSort): number =>
  Math.round(frameOf(triedOn(scene, beyond), sort, frame));
