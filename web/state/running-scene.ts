import type { Scene } from '../../core/document/scene';
import { triedOn } from '../../core/document/time/beyond';
import { openedScene, useScene } from './scene-store';
import { usePlayer } from './player-store';

/** Fewest frames that a shot is tried on for. */
const LEAST_ON = 48;

/** The open scene as it runs: tried on past its last frame where that is wanted. */
export const runningScene = (): Scene => triedOn(openedScene(), usePlayer.getState().beyond);

/** The open scene as it runs; draws anew as it changes. */
export function useRunningScene(): Scene {
  const scene = useScene();
  return triedOn(
    scene,
    usePlayer((player) => player.beyond),
  );
}

/** Frames for which a shot is tried on: once more its length. */
export const lengthBeyond = ({ first, last }: Scene['time']): number => Math.max(LEAST_ON, last - first + 1);
