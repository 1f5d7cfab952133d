import { pageBackend } from './page-backend';
import { create } from 'zustand';
import { inWorld } from '../../core/document/camera/shot';
import { motionOf, type Motion, type Placed } from '../../core/document/keys/motion';
import { hasPrecomputedPaths, movedCarriers } from '../../core/sim/step/precomputed-paths';
import type { Carrier, Scene } from '../../core/document/scene';
import { MOVABLE_LISTS, withThings } from '../../core/scene/numbers';
import { thingAt } from '../../core/document/keys/thing-at';
import { automated } from '../../core/scene/automated';
import { frameOf } from '../state/key-frame';
import { useAssets } from './scene-assets';

/** How long nothing must change before carriers that fields or strands move are run anew, milliseconds. */
const QUIET = 250;

/** The scenes that drawn ones were made from. */
const origins = new WeakMap<Scene, Scene>();

/** Counts how often carriers have been run anew, so that what draws them looks again. */
export const usePrecomputedPaths = create<{ readonly runs: number }>(() => ({ runs: 0 }));

let last: { readonly scene: Scene; readonly assets: number; readonly carriers: readonly Carrier[] } | undefined;
/** What is to be run when it has rested. */
let waiting: Scene | undefined;
let due: ReturnType<typeof setTimeout> | undefined;

function run(scene: Scene): readonly Carrier[] {
  const { assets } = useAssets.getState();
  last = { scene, assets: assets.size, carriers: movedCarriers(automated(scene), assets, pageBackend) };
  return last.carriers;
}

/**
 * The carriers of a scene as they move, also those that fields or strands move. While a scene is being changed, those
 * are where they were before, and follow when it rests: they are only drawn from this; the simulation has its own.
 */
export function carriersIn(drawn: Scene): readonly Carrier[] {
  const scene = origins.get(drawn) ?? drawn;
  if (!hasPrecomputedPaths(scene)) return automated(scene).carriers;
  const fresh = last?.scene === scene && last.assets === useAssets.getState().assets.size;
  if (fresh) return last!.carriers;
  const known = new Map(last?.carriers.map((c) => [c.id, c]));
  if (!scene.carriers.every((c) => c.motion === 'keyframes' || known.has(c.id))) return run(scene);
  if (waiting !== scene) {
    clearTimeout(due);
    waiting = scene;
    due = setTimeout(() => {
      run(scene);
      usePrecomputedPaths.setState(({ runs }) => ({ runs: runs + 1 }));
    }, QUIET);
  }
  return scene.carriers.map((c) => (c.motion === 'keyframes' ? c : known.get(c.id)!));
}

/**
 * A thing with all its numbers as they are at a frame of the scene’s time; the thing itself where none moves. Its place
 * stays its motion.
 */
export function nowOf<T extends Placed>(scene: Scene, thing: T, frame: number): T {
  return thingAt(asAutomated(scene, thing), frame);
}

/** Things whose own numbers show; what moves carriers and the whole is their motion. */
const DRAWN = [
  'emitters',
  'fields',
  'groups',
  'colliders',
  'zones',
  'desk',
  'bounds',
  'camera',
  'output',
  'light',
] as const;

/**
 * A scene whose things have their numbers as they are at a frame of the shot, to be drawn; the scene itself where
 * nothing moves.
 */
export function sceneNow(scene: Scene, frame: number, carriers: readonly Carrier[] = carriersIn(scene)): Scene {
  const moved = withThings(automated(scene), (thing, sort) => thingAt(thing, frameOf(scene, sort, frame)), DRAWN);
  const camera = inWorld(moved.camera, carriers, frameOf(scene, 'carriers', frame));
  const now = camera === moved.camera ? moved : { ...moved, camera };
  if (now !== scene) origins.set(now, scene);
  return now;
}

/** A thing as it is automated. */
function asAutomated<T extends Placed>(scene: Scene, thing: T): T {
  const moved = automated(scene);
  if (moved === scene) return thing;
  // An automated thing is of the sort of the one that it was made from.
  if ((thing as Placed) === scene.sceneTransform) return moved.sceneTransform as unknown as T;
  for (const list of MOVABLE_LISTS) {
    const index = (scene[list] as readonly unknown[]).indexOf(thing);
    if (index >= 0) return moved[list][index]! as unknown as T;
  }
  return thing;
}

/** The motion of a thing in a scene, as it is drawn. */
export const drawnMotion = (scene: Scene, thing: Placed): Motion =>
  motionOf(carriersIn(scene), asAutomated(scene, thing));

/**
 * The motion of a thing by its own place and keys; what automates it, and what moves a carrier beside keys, is left out.
 */
export const motionIn = (scene: Scene, thing: Placed): Motion => motionOf(carriersIn(scene), thing);
