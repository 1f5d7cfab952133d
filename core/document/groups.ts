import type { Field, Group, Scene } from './scene';

type Grouped = Pick<Scene, 'fields' | 'groups'>;

/**
 * The groups a field or group stands in, the nearest first. A group that is missing, or met a second time, ends the
 * row.
 */
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

/** Whether a field stands in a group, however deep. */
export const standsIn = (groups: readonly Group[], field: Field, group: string): boolean =>
  groupsAround(groups, field).some((g) => g.id === group);

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

interface Loose {
  field?: Field;
  group?: Group;
  members: Loose[];
}

const idOf = (node: Loose) => (node.field ?? node.group)!.id;

function loosened(nodes: readonly DeskNode[]): Loose[] {
  return nodes.map((node) =>
    'field' in node ? { field: node.field, members: [] } : { group: node.group, members: loosened(node.members) },
  );
}

/** The fields and groups of a tree, each told which group it stands in; what stays as it was is the same object. */
function settled(nodes: readonly Loose[], group = ''): { fields: Field[]; groups: Group[] } {
  const fields: Field[] = [];
  const groups: Group[] = [];
  const placed = <T extends Field | Group>(one: T): T => (one.group === group ? one : { ...one, group });
  for (const node of nodes) {
    if (node.field) fields.push(placed(node.field));
    else {
      groups.push(placed(node.group!));
      const within = settled(node.members, node.group!.id);
      fields.push(...within.fields);
      groups.push(...within.groups);
    }
  }
  return { fields, groups };
}

/** The list of a tree that holds a node, and where in it. */
function find(nodes: Loose[], id: string): { list: Loose[]; at: number } | undefined {
  const at = nodes.findIndex((node) => idOf(node) === id);
  if (at >= 0) return { list: nodes, at };
  for (const node of nodes) {
    const found = find(node.members, id);
    if (found) return found;
  }
  return undefined;
}

/**
 * Moves a field or group into a group ('' for none), before a member of it, or to its end. A group never goes into
 * itself.
 */
export function moveNode<S extends Grouped>(scene: S, id: string, group: string, before?: string): S {
  const tree = loosened(deskTree(scene));
  const from = find(tree, id);
  if (!from || before === id) return scene;
  const [node] = from.list.splice(from.at, 1);
  const target = group === '' ? tree : find(tree, group)?.list[find(tree, group)!.at]?.members;
  if (!target) return scene;
  const at = before === undefined ? -1 : target.findIndex((one) => idOf(one) === before);
  target.splice(at < 0 ? target.length : at, 0, node!);
  return { ...scene, ...settled(tree) };
}

/** Puts fields and groups together into a new group, where the first of them stands. */
export function gather<S extends Grouped>(scene: S, ids: readonly string[], group: Group): S {
  const tree = loosened(deskTree(scene));
  const first = ids.map((id) => find(tree, id)).find(Boolean);
  if (!first) return scene;
  const made: Loose = { group, members: [] };
  first.list.splice(first.at, 0, made);
  for (const id of ids) {
    const found = find(tree, id);
    if (found) made.members.push(...found.list.splice(found.at, 1));
  }
  return { ...scene, ...settled(tree) };
}

/** A desk without a group; its members stand where it stood. */
export function withoutGroupAround<S extends Grouped>(scene: S, id: string): S {
  const tree = loosened(deskTree(scene));
  const found = find(tree, id);
  if (!found) return scene;
  found.list.splice(found.at, 1, ...found.list[found.at]!.members);
  return { ...scene, ...settled(tree) };
}
