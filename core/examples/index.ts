import { completeScene } from '../scene/read';
import type { Scene } from '../document/scene';
import { cableRun } from './cable-run';
import { chartInRelief } from './chart-in-relief';
import { kelpStand } from './kelp-stand';
import { landerTouchdown } from './lander-touchdown';
import { letters } from './letters';
import { lanternSwarm } from './lantern-swarm';
import { mooredFloat } from './moored-float';
import { sedimentFall } from './sediment-fall';
import { sonarMembrane } from './sonar-membrane';
import { soundingSweep } from './sounding-sweep';
import { ventPlume } from './vent-plume';

/** An example scene under a name that can be typed. */
export interface Example {
  readonly slug: string;
  readonly scene: Scene;
}

/** The example scenes that ship with the application. */
export const examples: readonly Example[] = [
  ventPlume,
  lanternSwarm,
  landerTouchdown,
  sedimentFall,
  letters,
  chartInRelief,
  cableRun,
  sonarMembrane,
  kelpStand,
  mooredFloat,
  soundingSweep,
].map((written) => {
  const scene = completeScene(written);
  return { slug: scene.name.toLowerCase().replace(/ /g, '-'), scene };
});

/** The example of that slug or name. */
export function findExample(name: string): Example | undefined {
  return examples.find((e) => e.slug === name || e.scene.name === name);
}
