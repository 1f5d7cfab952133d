import { fault, inside, type Fault } from '../../document/faults';
import { groupsAround, standsIn } from '../../document/groups';
import type { Desk, Field, Group } from '../../document/scene';
import { actions } from '../../kinds/actions';
import { rules } from '../../kinds/group-rules';
import { circleFrom, circleInWords } from './circles';

type Grouped = Pick<Desk, 'fields' | 'groups'>;

const labelOf = (action: string) => actions.find(action)?.label ?? action;

/** Groups that stand in one another in a circle, by name. */
function nesting({ groups }: Grouped, at: string): Fault[] {
  const outer = (id: string) => groups.find((group) => group.id === id)?.group;
  return groups.flatMap((group, i) => {
    const circle = circleFrom(group.id, outer);
    if (!circle) return [];
    return [
      fault(
        'reference',
        inside(at, `groups[${i}].group`),
        group.group,
        `a group outside the circle ${circleInWords(circle, groups)}`,
      ),
    ];
  });
}

/** Groups whose members act in unlike ways, or in a way that their rule can't combine. */
function likeness({ fields, groups }: Grouped, at: string): Fault[] {
  return groups.flatMap((group, i) => {
    const [first, ...others] = fields.filter((field) => standsIn(groups, field, group.id));
    if (!first) return [];
    const label = labelOf(first.actsAs);
    const other = others.find((field) => field.actsAs !== first.actsAs);
    if (other) {
      const message = `“${other.name}” acts as ${labelOf(other.actsAs)}, and the members of the group “${group.name}” act as ${label}. Let all of them act alike.`;
      return [{ code: 'group', field: inside(at, `fields[${fields.indexOf(other)}].group`), allowed: label, message }];
    }
    const rule = rules.find(group.rule);
    if (rule?.scalarsOnly && first.actsAs !== 'mask') {
      const message = `“${group.name}” can’t multiply members that act as ${label}: the rule ${rule.label} takes masks only.`;
      return [{ code: 'group', field: inside(at, `groups[${i}].rule`), allowed: 'levels', message }];
    }
    return [];
  });
}

/** Modulators that read a group which hangs on the field or group they belong to. */
function reading({ fields, groups }: Grouped, at: string): Fault[] {
  const around = (one: Pick<Field | Group, 'group'>) => groupsAround(groups, one).map(({ id }) => id);
  const reads = ({ modulators }: Field | Group): string[] =>
    modulators.flatMap((m) =>
      m.kind === 'group' && typeof m['group'] === 'string' && m['group'] !== '' ? [m['group']] : [],
    );
  /** Groups read by the members of a group and by itself. */
  const readBy = (id: string): string[] =>
    [
      ...groups.filter((group) => group.id === id || around(group).includes(id)),
      ...fields.filter((f) => around(f).includes(id)),
    ].flatMap(reads);
  return groups.flatMap((group, i) => {
    const seen = new Set<string>();
    const open = readBy(group.id);
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (id === group.id) {
        const allowed = 'no modulator of its own members that reads this group';
        return [fault('reference', inside(at, `groups[${i}].modulators`), group.name, allowed)];
      }
      if (seen.has(id)) continue;
      seen.add(id);
      const read = groups.find((one) => one.id === id);
      open.push(...readBy(id), ...(read ? around(read) : []));
    }
    return [];
  });
}

/** Every fault that lies in how the fields and groups of a desk stand to one another. */
export function acrossDesk(desk: Grouped, at: string): Fault[] {
  const ids = new Set(desk.fields.map(({ id }) => id));
  const shared = desk.groups.flatMap(({ id }, i) =>
    ids.has(id) ? [fault('duplicate', inside(at, `groups[${i}].id`), id, 'an id that no field has')] : [],
  );
  if (shared.length > 0) return shared;
  const nested = nesting(desk, at);
  return nested.length > 0 ? nested : [...likeness(desk, at), ...reading(desk, at)];
}
