import { actionOf, groupsAround } from '../../../core/document/groups';
import type { Scene } from '../../../core/document/scene';
import { boxAroundColliders, sourceBox } from '../../../core/measure/fit';
import { canBeLedAround, isLedAround, withFlowAround } from '../../../core/scene/around-colliders';
import { grid } from '../../../core/kinds/fields/grid';
import { particleBox } from '../../simulation/fit-edit';
import { useAssets } from '../../simulation/scene-assets';
import { changeScene, openedScene, useSceneOf } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** Where a flow is led around an endless floor alone, and no particle lives. */
const EMPTY_BOX = { centre: [0, 0, 0], sides: [2, 2, 2] } as const;

/** Whether a field or group is there that could be led around the colliders of a scene, and is not yet. */
function offers(scene: Scene, sort: 'fields' | 'groups', id: string): boolean {
  const thing = scene[sort].find((one) => one.id === id);
  if (!thing || !scene.colliders.some(isLedAround)) return false;
  const around = [...('rule' in thing ? [thing] : []), ...groupsAround(scene.groups, thing)].map((g) => g.id);
  const led = scene.fields.some(
    ({ settings: s }) => s.kind === grid.kind && s['around'] === true && around.includes(String(s['group'])),
  );
  if (led) return false;
  if ('rule' in thing) return canBeLedAround(actionOf(scene, thing));
  return thing.settings.kind !== grid.kind && canBeLedAround(thing.actsAs);
}

/** Leads a field or group around the colliders: one step of undo. */
export function LeadAround({ sort, id }: { sort: 'fields' | 'groups'; id: string }) {
  const { assets } = useAssets();
  const offered = useSceneOf((scene) => offers(scene, sort, id));
  if (!offered) return null;
  function lead(): void {
    const before = openedScene();
    const particles = particleBox();
    const box = boxAroundColliders(before, assets) ?? (particles ? sourceBox(particles) : EMPTY_BOX);
    if (!changeScene((scene) => withFlowAround(scene, sort, id, box))) return;
    const made = openedScene().fields.find((f) => !before.fields.some((other) => other.id === f.id));
    if (made) select({ type: 'field', id: made.id });
  }
  return (
    <div className="py-1.5">
      <button
        className="line-button"
        title="A flow grid takes its place: nothing flows through the scene’s colliders, and those that move push it"
        onClick={lead}
      >
        Lead it around the colliders
      </button>
    </div>
  );
}
