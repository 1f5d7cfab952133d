import { rules } from '../kinds/group-rules';
import type { Field, Group, Scene } from '../document/scene';
import { fieldsIn, groupsAround } from '../document/groups';
import type { Meter } from './meters';
import { changedField, changedGroup, type Diagnosis } from './diagnosis';

/** A field counts as held back where no more than this share of what it has comes through its groups. */
const HARDLY = 0.01;

/** Fields that stand after one in the same group, or in a group within it. */
function laterMembers(scene: Scene, field: Field, group: Group): Field[] {
  return fieldsIn(scene, group).filter((f) => scene.fields.indexOf(f) > scene.fields.indexOf(field));
}

/** Why the groups around a field let nothing of it through; undefined where they do. */
export function heldByGroup(scene: Scene, field: Field, meter: Meter): Diagnosis | undefined {
  const around = groupsAround(scene.groups, field);
  if (around.length === 0 || meter.ownSquares === 0 || meter.squares > HARDLY * HARDLY * meter.ownSquares)
    return undefined;
  for (const group of around) {
    const name = `“${group.name}”`;
    if (group.strength === 0)
      return {
        code: 'group-strength',
        words: `the strength of its group ${name} is 0`,
        fix: { label: 'Set the group to 1', change: changedGroup(group, () => ({ strength: 1 })) },
      };
    if (group.limited && group.ceiling < HARDLY * Math.sqrt(meter.ownSquares / Math.max(1, meter.count)))
      return {
        code: 'clipped',
        words: `clipped by the limit of its group ${name}`,
        fix: { label: 'Remove the limit', change: changedGroup(group, () => ({ limited: false })) },
      };
    const cover = rules.get(group.rule).mixes
      ? laterMembers(scene, field, group).find((f) => f.mix === 100 && !f.mute)
      : undefined;
    if (cover)
      return {
        code: 'hidden',
        words: `“${cover.name}” replaces it completely`,
        fix: { label: `Mix ${cover.name} at 50 %`, change: changedField(cover, () => ({ mix: 50 })) },
      };
    if (rules.get(group.rule).mixes && field.mix === 0)
      return {
        code: 'mix',
        words: 'its mix is 0 %',
        fix: { label: 'Set its mix to 100 %', change: changedField(field, () => ({ mix: 100 })) },
      };
    if (group.rule === 'strongest' && fieldsIn(scene, group).length > 1)
      return {
        code: 'outdone',
        words: `in ${name} another member is stronger at every particle`,
        fix: { label: 'Use the rule sum', change: changedGroup(group, () => ({ rule: 'sum' })) },
      };
  }
  const [group] = around;
  return {
    code: 'group-reach',
    words: `the falloff, sends or modulators of its group “${group!.name}” are 0 at every particle`,
    fix: {
      label: 'Remove the group’s falloff',
      change: changedGroup(group!, () => ({ falloff: { kind: 'everywhere' }, sends: {}, modulators: [] })),
    },
  };
}
