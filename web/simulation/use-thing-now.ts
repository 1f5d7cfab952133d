import type { Placed } from '../../core/document/keys/motion';
import { clockIn } from '../../core/scene/scene-clock';
import { isMoving } from '../../core/document/keys/thing-at';
import { hasAutomations } from '../../core/scene/automated';
import type { Scene } from '../../core/document/scene';
import { triedOn } from '../../core/document/time/beyond';
import { useSceneOf } from '../state/scene-store';
import { useRunningScene } from '../state/running-scene';
import { nowOf, sceneNow } from './motions';
import { usePlayer } from '../state/player-store';

/** A thing with its numbers as they are at the playhead; what is plain is not drawn again as frames go by. */
export function useThingNow<T extends Placed & { readonly automations: Readonly<Record<string, unknown>> }>(
  thing: T,
): T {
  const plain = !isMoving(thing) && Object.keys(thing.automations).length === 0;
  const whole = useSceneOf((now) => (plain ? undefined : now));
  const beyond = usePlayer((player) => player.beyond);
  const scene = whole && triedOn(whole, beyond);
  const frame = usePlayer((player) => (plain ? 0 : player.frame));
  return scene ? nowOf(scene, thing, clockIn(scene).at(frame)) : thing;
}

/**
 * The scene with its strips as they are at the playhead; where none of them moves it is not drawn again as frames go
 * by.
 */
export function useSceneNow(): Scene {
  const scene = useRunningScene();
  const moves = hasAutomations(scene) || [...scene.fields, ...scene.groups].some((strip) => isMoving(strip));
  const frame = usePlayer((player) => (moves ? player.frame : 0));
  return moves ? sceneNow(scene, frame) : scene;
}
