import type { Scene } from '../../core/document/scene';
import { firstChange, startStays } from '../../core/sim/first-change';
import { simulationKey } from '../../core/scene/simulation-key';
import { startFrame } from '../../core/sim/step/counters';

/** Frames and states of runs that an edit leaves as they were: those before these frames. */
interface Stays {
  /** Before it, simulated frames are as good as new. */
  readonly frames: number;
  /** Before it, runs can be gone on with. */
  readonly runs: number;
}

/** Everything of a scene that changes the particles one sees while working on it. */
export const workKey = (scene: Scene): string => `${scene.draftFraction} ${simulationKey(scene)}`;

export const NOTHING_STAYS: Stays = { frames: -Infinity, runs: -Infinity };

/** What an edit leaves as it was. */
export function whatStays(before: Scene | undefined, after: Scene): Stays {
  if (!before) return NOTHING_STAYS;
  const changed = firstChange(before, after, workKey);
  const start = startFrame(after);
  if (changed > start) return { frames: changed, runs: changed };
  // The state at the start itself may be good where no frame after it is.
  return { frames: -Infinity, runs: startStays(before, after, workKey) ? start + 1 : -Infinity };
}
