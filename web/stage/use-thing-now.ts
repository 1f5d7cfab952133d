import type { Placed } from '../../core/places/motion';
import { isMoving } from '../../core/scene/moved';
import { useSceneOf } from '../store/scene-store';
import { nowOf } from './motions';
import { usePlayer } from './player-store';

/** A thing with its numbers as they are at the playhead; what is plain is not drawn again as frames go by. */
export function useThingNow<T extends Placed & { readonly drives: Readonly<Record<string, unknown>> }>(thing: T): T {
  const plain = !isMoving(thing) && Object.keys(thing.drives).length === 0;
  const scene = useSceneOf((now) => (plain ? undefined : now));
  const frame = usePlayer((player) => (plain ? 0 : player.frame));
  return scene ? nowOf(scene, thing, frame) : thing;
}
