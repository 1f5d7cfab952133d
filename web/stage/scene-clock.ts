import { clockIn } from '../../core/scene/scene-clock';
import type { Scene } from '../../core/document/scene';
import { isByShot, type MovableSort } from '../../core/scene/numbers';
import type { Clock } from '../../core/document/time/clock';
import { runningScene, useRunningScene } from './running';
import { usePlayer } from './player-store';

/** How the scene’s own time runs beside the frames of the shot. */
export const useClock = (): Clock => clockIn(useRunningScene());

/** The frame of the scene’s time at the playhead, with fraction. */
export function useSceneFrame(): number {
  const clock = useClock();
  return clock.at(usePlayer((player) => player.frame));
}

/** The frame of the scene’s time at the playhead, with fraction, outside of what is drawn. */
export const sceneFrame = (): number => clockIn(runningScene()).at(usePlayer.getState().frame);

/** The frame by which numbers of a sort of thing go, at a frame of the shot. */
export const frameOf = (scene: Scene, sort: MovableSort, shotFrame: number): number =>
  isByShot(sort) ? shotFrame : clockIn(scene).at(shotFrame);

/** The frame on which a key at the playhead stands. */
export const keyFrame = (sort: MovableSort): number => Math.round(frameOf(runningScene(), sort, usePlayer.getState().frame));
