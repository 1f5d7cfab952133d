import { acrossDesk } from '../../../core/scene/rules/grouping';
import type { Scene } from '../../../core/document/scene';
import { deskTree, moveNode, type DeskNode } from '../../../core/document/groups';
import { openedScene } from '../../state/scene-store';
import { moveTo } from './desk-edit';

/** A strip on the desk: a field's or a group's. */
export interface StripOnDesk {
  readonly type: 'field' | 'group';
  readonly id: string;
  /** In how many groups it stands. */
  readonly depth: number;
  /** The group it stands in; '' for none. */
  readonly group: string;
}

/** The strips that are seen, from left to right; the members of a folded group are not. */
export function stripsOf(scene: Pick<Scene, 'fields' | 'groups'>): StripOnDesk[] {
  const walk = (nodes: readonly DeskNode[], depth: number, group: string): StripOnDesk[] =>
    nodes.flatMap((node): StripOnDesk[] => {
      if ('field' in node) return [{ type: 'field', id: node.field.id, depth, group }];
      const own: StripOnDesk = { type: 'group', id: node.group.id, depth, group };
      return node.group.folded ? [own] : [own, ...walk(node.members, depth + 1, node.group.id)];
    });
  return walk(deskTree(scene), 0, '');
}

/** The member of the same group that comes after a strip, or before it. */
function neighbour(strips: readonly StripOnDesk[], id: string, by: 1 | -1): StripOnDesk | undefined {
  const own = strips.find((s) => s.id === id)!;
  const members = strips.filter((s) => s.group === own.group);
  return members[members.indexOf(own) + by];
}

/**
 * What comes of dropping one strip on another: the place beside it, on the side it was dragged to; a group's head takes
 * in.
 */
export function drop(id: string, over: string): void {
  const strips = stripsOf(openedScene());
  const from = strips.findIndex((s) => s.id === id);
  const to = strips.findIndex((s) => s.id === over);
  if (from < 0 || to < 0 || from === to) return;
  const target = strips[to]!;
  const rightward = to > from;
  if (target.type === 'group' && rightward) {
    const first = strips[to + 1]?.group === target.id ? strips[to + 1]!.id : undefined;
    moveTo(id, target.id, first === id ? undefined : first);
  } else moveTo(id, target.group, rightward ? neighbour(strips, over, 1)?.id : over);
}

/** Whether what a move leads to can stand together. */
function isSound(id: string, group: string, before: string | undefined): boolean {
  const { fields, groups } = moveNode(openedScene(), id, group, before);
  return acrossDesk({ fields, groups }, '').length === 0;
}

/**
 * Moves a strip one place to the right or left: past its neighbour, into a group that opens there, or out of its own.
 */
export function moveBy(id: string, by: 1 | -1): void {
  const scene = openedScene();
  const strips = stripsOf(scene);
  const own = strips.find((s) => s.id === id);
  if (!own) return;
  const next = neighbour(strips, id, by);
  if (!next) {
    if (own.group === '') return;
    const outer = strips.find((s) => s.id === own.group)!;
    moveTo(id, outer.group, by > 0 ? neighbour(strips, outer.id, 1)?.id : outer.id);
    return;
  }
  const opens = next.type === 'group' && !scene.groups.find((g) => g.id === next.id)!.folded;
  const inside = by > 0 ? strips.find((s) => s.group === next.id)?.id : undefined;
  if (opens && isSound(id, next.id, inside)) moveTo(id, next.id, inside);
  else moveTo(id, own.group, by > 0 ? neighbour(strips, next.id, 1)?.id : next.id);
}
