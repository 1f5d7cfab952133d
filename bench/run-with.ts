import type { Scene } from '../core/document/scene';
import { useTwins, type Twins } from '../core/sim/stack/twins';
import { Simulation, WHOLE } from '../core/sim/step/simulation';

/** A run of a scene by twins, in their room; by the plain routines where they are undefined. */
export function runWith(twins: Twins | undefined, scene: Scene): Simulation {
  useTwins(twins);
  const run = new Simulation(scene, new Map(), WHOLE, undefined, twins?.room);
  useTwins(undefined);
  return run;
}
