import { isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import { actions } from '../../kinds/actions';
import { fields as fieldKinds } from '../../kinds/fields';
import { rules } from '../../kinds/group-rules';

type Loose = Record<string, unknown>;

const records = (value: unknown): Loose[] => (Array.isArray(value) ? (value as unknown[]).filter(isRecord) : []);

const text = (value: unknown, otherwise: string): string => (typeof value === 'string' ? value : otherwise);

const actionOf = (field: Loose): string => {
  const settings = isRecord(field['settings']) ? field['settings'] : {};
  return text(field['actsAs'], fieldKinds.find(text(settings['kind'], ''))?.actions[0] ?? '');
};

const labelOf = (action: string) => actions.find(action)?.label ?? action;

/** Groups that stand in one another in a circle, by name. */
function checkNesting(groups: readonly Loose[]): Fault[] {
  const outer = new Map(groups.map((g) => [g['id'], g['group'] ?? '']));
  const names = new Map(groups.map((g) => [g['id'], String(g['name'])]));
  return groups.flatMap((group, i) => {
    const row = [group['id']];
    for (let id = outer.get(group['id']); id !== undefined && id !== ''; id = outer.get(id)) {
      if (id === group['id']) {
        const circle = [...row, id].map((one) => names.get(one)).join(' → ');
        return [fault('reference', `groups[${i}].group`, group['group'], `a group outside the circle ${circle}`)];
      }
      if (row.includes(id)) break;
      row.push(id);
    }
    return [];
  });
}

/** Groups whose members act in unlike ways, or in a way that their rule can't combine. */
function checkLikeness(fields: readonly Loose[], groups: readonly Loose[]): Fault[] {
  const outer = new Map(groups.map((g) => [g['id'], g['group'] ?? '']));
  const within = (field: Loose, group: unknown): boolean => {
    const seen = new Set<unknown>();
    for (let id: unknown = field['group']; id !== undefined && id !== '' && !seen.has(id); id = outer.get(id)) {
      if (id === group) return true;
      seen.add(id);
    }
    return false;
  };
  return groups.flatMap((group, i) => {
    const members = fields.filter((field) => within(field, group['id']));
    const first = members[0] && actionOf(members[0]);
    const other = members.find((field) => actionOf(field) !== first);
    const name = String(group['name']);
    if (first !== undefined && other) {
      const index = fields.indexOf(other);
      const message = `“${String(other['name'])}” acts as ${labelOf(actionOf(other))} and can’t stand in the group “${name}”, whose members act as ${labelOf(first)}; allowed there is ${labelOf(first)}.`;
      return [{ code: 'group', field: `fields[${index}].group`, allowed: labelOf(first), message }];
    }
    const rule = rules.find(text(group['rule'], 'sum'));
    if (rule?.scalarsOnly && first !== undefined && first !== 'level') {
      const message = `“${name}” can’t multiply members that act as ${labelOf(first)}: the rule ${rule.label} takes levels only.`;
      return [{ code: 'group', field: `groups[${i}].rule`, allowed: 'levels', message }];
    }
    return [];
  });
}

/** Modulators that read a group which hangs on the field or group they belong to. */
function checkReading(fields: readonly Loose[], groups: readonly Loose[]): Fault[] {
  const outer = new Map(groups.map((g) => [g['id'], g['group'] ?? '']));
  const around = (one: Loose): unknown[] => {
    const row: unknown[] = [];
    for (let id: unknown = one['group']; id !== undefined && id !== '' && !row.includes(id); id = outer.get(id)) row.push(id);
    return row;
  };
  /** Groups read by the members of a group and by itself. */
  const reads = (one: Loose): unknown[] =>
    records(one['modulators'])
      .filter((m) => m['kind'] === 'group' && m['group'] !== '' && m['group'] !== undefined)
      .map((m) => m['group']);
  const readBy = (id: unknown): unknown[] => [
    ...groups.filter((g) => g['id'] === id || around(g).includes(id)).flatMap(reads),
    ...fields.filter((f) => around(f).includes(id)).flatMap(reads),
  ];
  return groups.flatMap((group, i) => {
    const seen = new Set<unknown>();
    const open = readBy(group['id']);
    while (open.length > 0) {
      const id = open.pop();
      if (id === group['id'])
        return [
          fault('reference', `groups[${i}].modulators`, String(group['name']), 'no modulator of its own members that reads this group'),
        ];
      if (seen.has(id)) continue;
      seen.add(id);
      open.push(...readBy(id), ...around(groups.find((g) => g['id'] === id) ?? {}));
    }
    return [];
  });
}

/** Every fault that lies in how fields and groups stand to one another. */
export function checkGrouping(fields: unknown, groups: unknown): Fault[] {
  const [f, g] = [records(fields), records(groups)];
  const ids = new Set(f.map((field) => field['id']));
  const twins = g.flatMap((group, i) =>
    ids.has(group['id']) ? [fault('duplicate', `groups[${i}].id`, group['id'], 'an id that no field has')] : [],
  );
  if (twins.length > 0) return twins;
  const nesting = checkNesting(g);
  return nesting.length > 0 ? nesting : [...checkLikeness(f, g), ...checkReading(f, g)];
}
