import { mapVector } from '../../../core/lib/math/vector';
import { ofAnotherKind } from '../../../core/document/change-kind';
import type { Collider } from '../../../core/document/scene';
import { colliderShapes } from '../../../core/kinds/colliders';
import { completeCollider } from '../../../core/scene/read';
import { freeIdentity } from '../../../core/scene/free-identity';
import { EMPTY_SCENE_BOX, freeSeed, identityOfCopy } from '../../../core/scene/starters';
import { fittedTo, joined } from '../../../core/measure/fit';
import { usePlayer } from '../../state/player-store';
import { withKind } from '../../state/kind-switch';
import { changeScene, openedScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** Adds a collider under the particles on the screen, and selects it. */
export function addCollider(): void {
  const { colliders } = openedScene();
  const living = joined(usePlayer.getState().meters.bounds);
  const { centre, half } = living ? fittedTo(living) : EMPTY_SCENE_BOX;
  const collider = completeCollider({
    ...freeIdentity('c', 'Collider', colliders),
    seed: freeSeed(colliders),
    shape: { kind: 'plane' },
    bySize: true,
    transform: { position: [centre[0], Math.round((centre[1] - half[1]) * 100) / 100, centre[2]] },
  });
  changeScene((s) => ({ ...s, colliders: [...s.colliders, collider] }));
  select({ type: 'collider', id: collider.id });
}

/**
 * Gives a collider a shape of another kind. In a flat scene a wall that was not rotated lies down: its line runs in the
 * plane in which the particles move, and its height reaches to both sides of that plane.
 */
export function changeColliderShape(id: string, kind: string): void {
  const place = {
    sort: 'colliders',
    ids: [id],
    path: 'shape',
    also: ['transform.position', 'transform.rotation'],
  } as const;
  changeScene((scene) =>
    withKind<Collider>(scene, place, kind, (collider, was) => {
      const shape = ofAnotherKind(colliderShapes, was, kind);
      const { position, rotation } = collider.transform;
      const lying = scene.keepFlat === 'x' || scene.keepFlat === 'z' ? LYING[scene.keepFlat] : undefined;
      if (kind !== 'wall' || !lying || rotation.some((angle) => angle !== 0)) return { ...collider, shape };
      const middle = mapVector(position, (n, axis) => (axis === lying.axis ? n - (shape['height'] as number) / 2 : n));
      return {
        ...collider,
        shape,
        transform: { ...collider.transform, position: middle, rotation: lying.rotation },
      };
    }),
  );
}

/** How a wall stands that rises along the axis of a flat scene, by that axis; along Y it does so by itself. */
const LYING = {
  x: { axis: 0, rotation: [0, 0, -90] },
  z: { axis: 2, rotation: [90, 0, 0] },
} as const;

/** A copy of a collider beside it. */
export function duplicateCollider(id: string): void {
  const { colliders } = openedScene();
  const original = colliders.find((c) => c.id === id);
  if (!original) return;
  const copy = {
    ...original,
    ...identityOfCopy('c', original, colliders),
  };
  changeScene((s) => ({ ...s, colliders: [...s.colliders, copy] }));
  select({ type: 'collider', id: copy.id });
}

/** Takes a collider out of the scene. */
export function removeCollider(id: string): void {
  changeScene((s) => ({ ...s, colliders: s.colliders.filter((c) => c.id !== id) }));
  select({ type: 'scene' });
}
