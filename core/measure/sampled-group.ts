import type { Field, Group, Scene } from '../document/scene';
import { groupsAround, isHeard } from '../document/groups';
import { fields as fieldKinds } from '../kinds/fields';

/** Whether a field that is heard takes its vectors from a group. */
function samples({ settings }: Field, group: Group): boolean {
  return Object.entries(fieldKinds.get(settings.kind).parameters).some(
    ([name, p]) =>
      p.type === 'reference' && p.to === 'group' && p.shown?.(settings) !== false && settings[name] === group.id,
  );
}

/**
 * Whether a field acts through another that samples a group around it, such as a grid: that group is muted on purpose, so that
 * it does not act twice.
 */
export function actsThroughSample(scene: Scene, field: Field): boolean {
  const muted = groupsAround(scene.groups, field).filter(({ mute }) => mute);
  return (
    !field.mute &&
    muted.length > 0 &&
    muted.every((group) => scene.fields.some((other) => isHeard(other, scene) && samples(other, group)))
  );
}
