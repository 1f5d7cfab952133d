import type { Field, Group, Scene } from './document';

type Grouped = Pick<Scene, 'fields' | 'groups'>;

/** The groups a field or group stands in, the nearest first. A group that is missing, or met a second time, ends the row. */
export function groupsAround(groups: readonly Group[], { group }: Pick<Field | Group, 'group'>): Group[] {
  const row: Group[] = [];
  for (let id = group; id !== ''; ) {
    const found = groups.find((g) => g.id === id);
    if (!found || row.includes(found)) break;
    row.push(found);
    id = found.group;
  }
  return row;
}

/** Whether a field acts, given mutes and solos of the whole desk. */
export function isHeard(field: Field, { fields, groups }: Grouped): boolean {
  const row = [field, ...groupsAround(groups, field)];
  if (row.some((one) => one.mute)) return false;
  return row.some((one) => one.solo) || ![...fields, ...groups].some((one) => one.solo);
}

/** A group with its members in their order; a field stands for itself. */
export type DeskNode = { readonly field: Field } | { readonly group: Group; readonly members: readonly DeskNode[] };

/**
 * The desk as a tree. A group stands where the first of its fields does; groups without any come last.
 */
export function deskTree({ fields, groups }: Grouped): DeskNode[] {
  const root: DeskNode[] = [];
  const nodes = new Map<Group, DeskNode[]>();
  const membersOf = (group: Group): DeskNode[] => {
    const known = nodes.get(group);
    if (known) return known;
    const members: DeskNode[] = [];
    nodes.set(group, members);
    const [outer] = groupsAround(groups, group);
    (outer && !circles(groups, group) ? membersOf(outer) : root).push({ group, members });
    return members;
  };
  for (const field of fields) {
    const [group] = groupsAround(groups, field);
    (group ? membersOf(group) : root).push({ field });
  }
  for (const group of groups) membersOf(group);
  return root;
}

/** Whether following the groups a group stands in leads back to it. */
function circles(groups: readonly Group[], group: Group): boolean {
  return groupsAround(groups, group).some((g) => g.group === group.id);
}

/** Every field in a group, however deep. */
export function fieldsIn({ fields, groups }: Grouped, group: Group): Field[] {
  return fields.filter((f) => groupsAround(groups, f).includes(group));
}

/** The way in which the members of a group act; undefined where it has none. */
export function actionOf(scene: Grouped, group: Group): string | undefined {
  return fieldsIn(scene, group)[0]?.actsAs;
}
