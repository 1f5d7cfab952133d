import { inWorld } from '../../../core/document/camera/shot';
import { completeCarrier } from '../../../core/scene/read';
import { withoutReferences } from '../../../core/scene/detach';
import type { Scene } from '../../../core/document/scene';
import { newPath } from '../../../core/scene/on-path';
import { pathsUnder, withoutSharedPath } from '../../../core/scene/shared-paths';
import { freeIdentity } from '../../../core/scene/free-identity';
import { carriersIn } from '../../simulation/motions';
import { sceneFrame } from '../../state/scene-clock';
import {
  beginGesture,
  changeScene,
  endGesture,
  LISTS,
  openedScene,
  type Thing,
  type ThingType,
} from '../../state/scene-store';
import { select } from '../../state/selection-store';
import { mount } from '../../simulation/transform-edit';

/** Adds a carrier in the origin, and selects it. */
export function addCarrier(): void {
  const { carriers } = openedScene();
  const carrier = completeCarrier({
    ...freeIdentity('k', 'Carrier', carriers),
  });
  changeScene((s) => ({ ...s, carriers: [...s.carriers, carrier] }));
  select({ type: 'carrier', id: carrier.id });
}

/** Adds a path in the origin, drawn, and selects it. */
export function addPath(): void {
  const path = newPath(openedScene());
  changeScene((s) => ({ ...s, carriers: [...s.carriers, path] }));
  select({ type: 'carrier', id: path.id });
}

/** Everything that stands on a carrier, or is on the path that it holds. */
export function riders(scene: Scene, id: string): { readonly type: ThingType; readonly thing: Thing }[] {
  return (Object.keys(LISTS) as ThingType[]).flatMap((type) =>
    (scene[LISTS[type]] as readonly Thing[])
      .filter((thing) => thing.transform.carrier === id || pathsUnder(thing, LISTS[type]).includes(id))
      .map((thing) => ({ type, thing })),
  );
}

/** The shot camera off a carrier, where it is at the playhead. */
function cameraOff(scene: Scene, id: string): Scene['camera'] {
  const { camera } = scene;
  const world = inWorld(camera, carriersIn(scene), sceneFrame());
  return {
    ...camera,
    ...(camera.carrier === id && { carrier: '' as const, position: world.position }),
    ...(camera.aims === id && { aims: '' as const, target: world.target }),
  };
}

/** Takes a carrier away; what stood on it stays where it is, and what was on its path keeps a path of its own. */
export function removeCarrier(id: string): void {
  const scene = openedScene();
  const outer = scene.carriers.find((c) => c.id === id)?.transform.carrier;
  if (outer === undefined) return;
  beginGesture();
  for (const { type, thing } of riders(scene, id))
    if (thing.transform.carrier === id) mount({ type, id: thing.id }, outer);
  if (scene.sceneTransform.transform.carrier === id) mount({ type: 'sceneTransform' }, '');
  changeScene((s) => ({
    ...withoutReferences(withoutSharedPath(s, id), 'carrier', [id]),
    camera: cameraOff(s, id),
    carriers: s.carriers.filter((c) => c.id !== id),
  }));
  endGesture();
  select({ type: 'scene' });
}
