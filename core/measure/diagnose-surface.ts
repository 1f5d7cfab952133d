import { isHeard } from '../document/groups';
import type { Field, Scene } from '../document/scene';
import { motionOf } from '../document/keys/motion';
import { rotate } from '../lib/math/rotation';
import { dot, normalised, type Vector } from '../lib/math/vector';
import { changedField as changed, type Diagnosis } from './diagnosis';
import type { Meter } from './meters';

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

/** The most damping that is offered, 1/s: at 24 frames per second a frame takes no more than a third of the speed. */
const MOST_DAMPING = 8;

/** Why particles get through a field that should keep them off: they come too fast. Undefined where none does. */
export function letsThrough(field: Field, { passing, passingAt }: Meter): Diagnosis | undefined {
  if (passing === 0) return undefined;
  // Damping alone takes c·s of the speed on a way s: enough of it, on a way that is long enough, stops anything.
  const within = Number(field.settings['within']) * field.transform.scale;
  const damping = Math.ceil((1.2 * passingAt) / within);
  const thick = Number(((1.2 * passingAt) / MOST_DAMPING / field.transform.scale).toPrecision(2));
  const settings = damping <= MOST_DAMPING ? { damping } : { damping: MOST_DAMPING, within: thick };
  const words = `particles come at ${Number(passingAt.toPrecision(2))} m/s, too fast for it: they pass through`;
  const label =
    damping <= MOST_DAMPING
      ? `Set its damping to ${damping}`
      : `Set its range to ${thick} m and its damping to ${MOST_DAMPING}`;
  return {
    code: 'passing',
    words,
    fix: { label, change: changed(field, (f) => ({ settings: { ...f.settings, ...settings } })) },
  };
}
