import { inWorld } from '../../../core/document/camera/shot';
import { completeCarrier } from '../../../core/scene/read';
import { withoutReferences } from '../../../core/scene/detach';
import type { Scene } from '../../../core/document/scene';
import { freeIdentity } from '../../../core/scene/starters';
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

/** Everything that stands on a carrier. */
export function riders(scene: Scene, id: string): { readonly type: ThingType; readonly thing: Thing }[] {
  return (Object.keys(LISTS) as ThingType[]).flatMap((type) =>
    (scene[LISTS[type]] as readonly Thing[])
      .filter((thing) => thing.transform.carrier === id)
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

/** Takes a carrier away; what stood on it stays where it is. */
export function removeCarrier(id: string): void {
  const scene = openedScene();
  const outer = scene.carriers.find((c) => c.id === id)?.transform.carrier;
  if (outer === undefined) return;
  beginGesture();
  for (const { type, thing } of riders(scene, id)) mount({ type, id: thing.id }, outer);
  if (scene.sceneTransform.transform.carrier === id) mount({ type: 'sceneTransform' }, '');
  changeScene((s) => ({
    ...withoutReferences(s, 'carrier', [id]),
    camera: cameraOff(s, id),
    carriers: s.carriers.filter((c) => c.id !== id),
  }));
  endGesture();
  select({ type: 'scene' });
}
