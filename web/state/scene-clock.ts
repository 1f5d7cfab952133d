import { clockIn } from '../../core/scene/scene-clock';
import { type MovableSort } from '../../core/scene/numbers';
import type { Clock } from '../../core/document/time/clock';
import { openedScene } from './scene-store';
import { keyFrameAt } from './key-frame';
import { runningScene, useRunningScene } from './running-scene';
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

/** The whole frame on which a key at the playhead stands. */
export const keyFrame = (sort: MovableSort): number => keyFrameAt(openedScene(), usePlayer.getState(), sort);
