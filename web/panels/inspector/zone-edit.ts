import { mapVector } from '../../../core/lib/math/vector';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { completeZone } from '../../../core/scene/read';
import { withoutReferences } from '../../../core/scene/detach';
import { MOST } from '../../../core/document/scene';
import { freeIdentity } from '../../../core/scene/free-identity';
import { EMPTY_SCENE_BOX, freeSeed, identityOfCopy } from '../../../core/scene/starters';
import { particleBox } from '../../simulation/fit-edit';
import { changeScene, openedScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** Tints of new zones, one after another. */
const TINTS = ['#f2c84b', '#7fc6d6', '#e08a6a', '#a9c97a', '#c79ad6'] as const;

/** Adds a zone in the middle of the particles of the shot, half as large as they spread, and selects it. */
export function addZone(): void {
  const { zones } = openedScene();
  if (zones.length >= MOST.zones) return;
  const { centre, half } = particleBox() ?? EMPTY_SCENE_BOX;
  const inner = mapVector(half, (h) => h / 2);
  const zone = completeZone({
    ...freeIdentity('z', 'Zone', zones),
    seed: freeSeed(zones),
    tint: TINTS[zones.length % TINTS.length],
    transform: { position: centre },
    falloff: falloffShapes.defaults('ball', falloffShapes.get('ball').fitted(inner)),
  });
  changeScene((s) => ({ ...s, zones: [...s.zones, zone] }));
  select({ type: 'zone', id: zone.id });
}

/** A copy of a zone beside it. */
export function duplicateZone(id: string): void {
  const { zones } = openedScene();
  const original = zones.find((z) => z.id === id);
  if (!original || zones.length >= MOST.zones) return;
  const copy = { ...original, ...identityOfCopy('z', original, zones) };
  changeScene((s) => ({ ...s, zones: [...s.zones, copy] }));
  select({ type: 'zone', id: copy.id });
}

/** Takes a zone out of the scene, and lets go of it whatever asks for it. */
export function removeZone(id: string): void {
  changeScene((s) => {
    const without = withoutReferences(s, 'zone', [id]);
    return { ...without, zones: without.zones.filter((z) => z.id !== id) };
  });
  select({ type: 'scene' });
}
