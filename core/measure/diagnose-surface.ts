import { isHeard } from '../document/groups';
import type { Field, Scene } from '../document/scene';
import { motionOf } from '../document/keys/motion';
import { rotate } from '../lib/math/rotation';
import { dot, normalised, type Vector } from '../lib/math/vector';
import { changedField as changed, type Diagnosis } from './diagnosis';

/**
 * Why a surface lets particles through: gravity pulls onto it with more than it can push, which is its strength, right
 * at the surface. Undefined for anything but a plane that pushes.
 */
export function outweighed(scene: Scene, field: Field, frame: number): Diagnosis | undefined {
  const { settings, actsAs, strength } = field;
  if (settings.kind !== 'surface' || settings['of'] !== 'plane' || actsAs !== 'acceleration' || strength <= 0)
    return undefined;
  const inWorld = (one: Field, direction: Vector) =>
    rotate(motionOf(scene.carriers, one).at(frame).rotation, direction);
  const normal = inWorld(field, [0, 1, 0]);
  const pulls = scene.fields
    .filter((one) => one.settings.kind === 'gravity' && one.actsAs === 'acceleration' && isHeard(one, scene))
    .map((one) => {
      const down = inWorld(one, normalised(one.settings['direction'] as Vector));
      return { one, pull: -one.strength * dot(down, normal) };
    })
    .filter(({ pull }) => pull > 0);
  const total = pulls.reduce((sum, { pull }) => sum + pull, 0);
  if (total <= strength) return undefined;
  const puller = pulls.length === 1 ? `“${pulls[0]!.one.name}”` : 'gravity';
  const digits = (n: number) => String(Number(n.toPrecision(2)));
  const enough = Number((2 * total).toPrecision(2));
  return {
    code: 'outweighed',
    words: `it pushes with up to ${digits(strength)} m/s², and ${puller} pulls with ${digits(total)} m/s²: particles fall through`,
    fix: { label: `Set its strength to ${enough}`, change: changed(field, () => ({ strength: enough })) },
  };
}
