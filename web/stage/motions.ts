import { create } from 'zustand';
import { motionOf, type Motion, type Placed } from '../../core/places/motion';
import { hasCourses, movedCarriers } from '../../core/step/courses';
import type { Carrier, Scene } from '../../core/scene/document';
import { useAssets } from './scene-assets';

/** How long nothing must change before carriers that fields or strands move are run anew, milliseconds. */
const QUIET = 250;

/** Counts how often carriers have been run anew, so that what draws them looks again. */
export const useCourses = create<{ readonly runs: number }>(() => ({ runs: 0 }));

let last: { readonly scene: Scene; readonly assets: number; readonly carriers: readonly Carrier[] } | undefined;
/** What is to be run when it has rested. */
let waiting: Scene | undefined;
let due: ReturnType<typeof setTimeout> | undefined;

function run(scene: Scene): readonly Carrier[] {
  const { assets } = useAssets.getState();
  last = { scene, assets: assets.size, carriers: movedCarriers(scene, assets) };
  return last.carriers;
}

/**
 * The carriers of a scene as they move, also those that fields or strands move. While a scene is being changed, those are where they
 * were before, and follow when it rests: they are only drawn from this; the simulation has its own.
 */
export function carriersIn(scene: Scene): readonly Carrier[] {
  if (!hasCourses(scene)) return scene.carriers;
  const fresh = last?.scene === scene && last.assets === useAssets.getState().assets.size;
  if (fresh) return last!.carriers;
  const known = new Map(last?.carriers.map((c) => [c.id, c]));
  if (!scene.carriers.every((c) => c.moved === 'keys' || known.has(c.id))) return run(scene);
  if (waiting !== scene) {
    clearTimeout(due);
    waiting = scene;
    due = setTimeout(() => {
      run(scene);
      useCourses.setState(({ runs }) => ({ runs: runs + 1 }));
    }, QUIET);
  }
  return scene.carriers.map((c) => (c.moved === 'keys' ? c : known.get(c.id)!));
}

/** The motion of a thing in a scene; of a carrier that more than keys move, that of its own place. */
export const motionIn = (scene: Scene, thing: Placed): Motion => motionOf(carriersIn(scene), thing);
