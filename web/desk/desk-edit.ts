import { toast } from 'sonner';
import { actions } from '../../core/actions';
import type { StartingPoint } from '../../core/fields/field';
import { fields as fieldKinds } from '../../core/fields';
import { strengthOf } from '../../core/fields/strength';
import { joined } from '../../core/measure/fit';
import { checkGrouping } from '../../core/scene/check/grouping';
import { completeGroup } from '../../core/scene/complete';
import type { Field, Scene } from '../../core/scene/document';
import { dissolve, fieldsIn, gather, moveNode } from '../../core/scene/groups';
import { freeIdentity, freeName, newField } from '../../core/scene/starters';
import { usePlayer } from '../stage/player-store';
import { changeScene, editFields, openedScene } from '../store/scene-store';
import { select } from '../store/selection-store';

/** Changes the desk, unless that would put together what can't stand together: then it says so, and nothing is changed. */
export function changeDesk(change: (scene: Scene) => Scene): boolean {
  const next = change(openedScene());
  const [fault] = checkGrouping(next.fields, next.groups);
  if (fault) {
    toast.error(fault.message);
    return false;
  }
  changeScene(() => next);
  return true;
}

/** Adds a field of a kind where the living particles are, and selects it. */
export function addField(kind: string): void {
  const scene = openedScene();
  const field = newField(scene, kind, joined(usePlayer.getState().meters.bounds));
  changeScene((s) => ({ ...s, fields: [...s.fields, field] }));
  select({ type: 'field', id: field.id });
}

/** Copies fields, each beside its original. */
export function duplicateFields(ids: readonly string[]): void {
  let made: string[] = [];
  changeScene((scene) => {
    made = [];
    let fields = scene.fields;
    for (const id of ids) {
      const at = fields.findIndex((f) => f.id === id);
      if (at < 0) continue;
      const copy = { ...fields[at]!, ...freeIdentity('f', fields[at]!.name, fields) };
      made.push(copy.id);
      fields = [...fields.slice(0, at + 1), copy, ...fields.slice(at + 1)];
    }
    return made.length > 0 ? { ...scene, fields } : scene;
  });
  if (made.length > 0) select({ type: 'field', id: made[0]!, also: made.slice(1) });
}

/** Takes fields off the desk; the next one is selected. */
export function removeFields(ids: readonly string[]): void {
  const { fields } = openedScene();
  const at = fields.findIndex((f) => ids.includes(f.id));
  const left = fields.filter((f) => !ids.includes(f.id));
  const next = left[Math.min(Math.max(0, at), left.length - 1)];
  changeScene((s) => ({ ...s, fields: s.fields.filter((f) => !ids.includes(f.id)) }));
  select(next ? { type: 'field', id: next.id } : { type: 'scene' });
}

/** Moves a field or group into a group ('' for none), before a member of it, or to its end. */
export function moveTo(id: string, group: string, before?: string): boolean {
  return changeDesk((scene) => moveNode(scene, id, group, before));
}

/** Puts fields together into a new group, and selects it. */
export function groupFields(ids: readonly string[]): void {
  const { groups } = openedScene();
  const group = completeGroup(freeIdentity('g', 'Group', [...groups, ...openedScene().fields]) as never);
  const ordered = openedScene()
    .fields.filter((f) => ids.includes(f.id))
    .map((f) => f.id);
  if (changeDesk((scene) => gather(scene, ordered, group))) select({ type: 'group', id: group.id });
}

/** Takes a group away and leaves its members. */
export function ungroup(id: string): void {
  const [member] = fieldsIn(openedScene(), openedScene().groups.find((g) => g.id === id)!);
  if (changeDesk((scene) => dissolve(scene, id))) select(member ? { type: 'field', id: member.id } : { type: 'scene' });
}

/** Takes a group away with all that is in it. */
export function removeGroup(id: string): void {
  changeScene((scene) => {
    const group = scene.groups.find((g) => g.id === id)!;
    const within = fieldsIn(scene, group).map((f) => f.id);
    const emptied = { ...scene, fields: scene.fields.filter((f) => !within.includes(f.id)) };
    return dissolve(emptied, id);
  });
  select({ type: 'scene' });
}

/** The strength that a field takes over when it acts in another way: its own, unless the one is a share a frame and the other not. */
function strengthFor(field: Field, kind: string, actsAs: string): number {
  const [now, then] = [actions.get(field.actsAs).blends !== undefined, actions.get(actsAs).blends !== undefined];
  return now === then ? field.strength : strengthOf(fieldKinds.get(kind), actsAs).default;
}

/** Lets fields act in another way, where their kind can. */
export function setActsAs(ids: readonly string[], actsAs: string): void {
  changeDesk((scene) => ({
    ...scene,
    fields: scene.fields.map((field) => {
      const kind = fieldKinds.get(field.settings.kind);
      if (!ids.includes(field.id) || !kind.actions.includes(actsAs)) return field;
      return { ...field, actsAs, strength: strengthFor(field, kind.kind, actsAs) };
    }),
  }));
}

/** Changes the kind of a field in place: extent, sends, span and place stay. */
export function changeKind(id: string, kind: string): void {
  const to = fieldKinds.get(kind);
  changeDesk((scene) => ({
    ...scene,
    fields: scene.fields.map((field): Field => {
      if (field.id !== id) return field;
      const was = fieldKinds.get(field.settings.kind);
      const others = scene.fields.filter((f) => f.id !== id).map((f) => f.name);
      const label = to.label.charAt(0).toUpperCase() + to.label.slice(1);
      const actsAs = to.actions.includes(field.actsAs) ? field.actsAs : to.actions[0]!;
      return {
        ...field,
        name: field.name.toLowerCase().startsWith(was.label) ? freeName(label, others) : field.name,
        settings: fieldKinds.defaults(kind),
        actsAs,
        strength: strengthOf(to, actsAs).default,
      };
    }),
  }));
}

/** Gives a field the values of a starting point; what the point does not name stays. */
export function startFrom(id: string, start: StartingPoint): void {
  editFields([id], (field) => {
    field.settings = { ...field.settings, ...start.settings } as never;
    const own = actions.get(field.actsAs).blends;
    if (start.actsAs) field.actsAs = start.actsAs;
    if (start.strength !== undefined && !own) field.strength = start.strength;
  });
}
