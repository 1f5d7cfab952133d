import { completeCollider } from '../../../core/scene/read';
import { EMPTY_SCENE_BOX, freeIdentity } from '../../../core/scene/starters';
import { fittedTo, joined } from '../../../core/measure/fit';
import { usePlayer } from '../../state/player-store';
import { changeScene, openedScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** Adds a collider under the particles on the screen, and selects it. */
export function addCollider(): void {
  const { colliders } = openedScene();
  const living = joined(usePlayer.getState().meters.bounds);
  const { centre, half } = living ? fittedTo(living) : EMPTY_SCENE_BOX;
  const collider = completeCollider({
    ...freeIdentity('c', 'Collider', colliders),
    seed: colliders.length + 1,
    shape: { kind: 'plane' },
    bySize: true,
    transform: { position: [centre[0], Math.round((centre[1] - half[1]) * 100) / 100, centre[2]] },
  });
  changeScene((s) => ({ ...s, colliders: [...s.colliders, collider] }));
  select({ type: 'collider', id: collider.id });
}

/** A copy of a collider beside it. */
export function duplicateCollider(id: string): void {
  const { colliders } = openedScene();
  const original = colliders.find((c) => c.id === id);
  if (!original) return;
  const copy = {
    ...original,
    ...freeIdentity('c', original.name, colliders),
  };
  changeScene((s) => ({ ...s, colliders: [...s.colliders, copy] }));
  select({ type: 'collider', id: copy.id });
}

/** Takes a collider out of the scene. */
export function removeCollider(id: string): void {
  changeScene((s) => ({ ...s, colliders: s.colliders.filter((c) => c.id !== id) }));
  select({ type: 'scene' });
}
