import { actions } from '../../../core/kinds/actions';
import { ofAnotherKind } from '../../../core/document/change-kind';
import type { StartingPoint } from '../../../core/kinds/contracts/field';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { strengthOf } from '../../../core/kinds/fields/strength';
import { completeGroup } from '../../../core/scene/read';
import type { Field, Scene } from '../../../core/document/scene';
import { fieldsIn, gather, moveNode } from '../../../core/document/groups';
import { dissolve } from '../../../core/scene/detach';
import { startedFrom } from '../../../core/scene/starting-point';
import { freeIdentity, freeName } from '../../../core/scene/free-identity';
import { identityOfCopy, withNewField } from '../../../core/scene/starters';
import { particleBox } from '../../simulation/fit-edit';
import { swappedValue } from '../../state/kind-memory';
import { withKind } from '../../state/kind-switch';
import { changeScene, openedScene } from '../../state/scene-store';
import { changeAlike } from './like-members';
import { select } from '../../state/selection-store';

/** Adds a field of a kind, fitted to the particles of the shot, and selects it. */
export function addField(kind: string): void {
  const box = particleBox();
  if (changeScene((scene) => withNewField(scene, kind, box)))
    select({ type: 'field', id: openedScene().fields.at(-1)!.id });
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
      const copy = { ...fields[at]!, ...identityOfCopy('f', fields[at]!, fields) };
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
  return changeAlike((scene) => moveNode(scene, id, group, before), actingAs);
}

/** Puts fields together into a new group, and selects it. */
export function groupFields(ids: readonly string[]): void {
  const { groups } = openedScene();
  const group = completeGroup(freeIdentity('g', 'Group', [...groups, ...openedScene().fields]));
  const ordered = openedScene()
    .fields.filter((f) => ids.includes(f.id))
    .map((f) => f.id);
  changeAlike(
    (scene) => gather(scene, ordered, group),
    actingAs,
    () => select({ type: 'group', id: group.id }),
  );
}

/** Takes a group away and leaves its members. */
export function ungroup(id: string): void {
  const [member] = fieldsIn(openedScene(), openedScene().groups.find((g) => g.id === id)!);
  if (changeScene((scene) => dissolve(scene, id)))
    select(member ? { type: 'field', id: member.id } : { type: 'scene' });
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

/**
 * The strength that a field has when it acts in another way: its own, unless the one is a share a frame and the other
 * not.
 */
function strengthFor(field: Field, kind: string, actsAs: string): number {
  const measure = (action: string) => (actions.get(action).blends ? 'share' : 'amount');
  const { default: usual } = strengthOf(fieldKinds.get(kind), actsAs);
  return swappedValue(`fields/${field.id}/strength`, measure(field.actsAs), field.strength, measure(actsAs), usual);
}

/** A field that acts in another way, where its kind can. */
function actingAs(field: Field, actsAs: string): Field {
  const { kind, actions: ways } = fieldKinds.get(field.settings.kind);
  if (field.actsAs === actsAs || !ways.includes(actsAs)) return field;
  return { ...field, actsAs, strength: strengthFor(field, kind, actsAs) };
}

/** Lets fields act in another way, where their kinds can. */
export function setActsAs(ids: readonly string[], actsAs: string): void {
  const set = (scene: Scene): Scene => ({
    ...scene,
    fields: scene.fields.map((field) => (ids.includes(field.id) ? actingAs(field, actsAs) : field)),
  });
  changeAlike(set, actingAs);
}

/**
 * Changes the kind of a field in place: falloff, sends, active range and position stay, and the strength where it has
 * the same unit. Sizes that the new kind has of its own are fitted to the particles.
 */
export function changeKind(id: string, kind: string): void {
  const to = fieldKinds.get(kind);
  const others = openedScene()
    .fields.filter((f) => f.id !== id)
    .map((f) => f.name);
  const half = particleBox()?.half;
  const place = { sort: 'fields', ids: [id], path: 'settings', also: ['name', 'actsAs', 'strength'] } as const;
  const change = (scene: Scene) =>
    withKind<Field>(scene, place, kind, (field, settings) => {
      const was = fieldKinds.get(settings.kind);
      const label = to.label.charAt(0).toUpperCase() + to.label.slice(1);
      const actsAs = to.actions.includes(field.actsAs) ? field.actsAs : to.actions[0]!;
      const strength = strengthOf(to, actsAs);
      return {
        ...field,
        name: field.name.toLowerCase().startsWith(was.label) ? freeName(label, others) : field.name,
        settings: { ...ofAnotherKind(fieldKinds, settings, kind), ...(half && to.fit?.(half)) },
        actsAs,
        strength:
          strength.unit === strengthOf(was, field.actsAs).unit && field.strength >= (strength.min ?? -Infinity)
            ? field.strength
            : strength.default,
      };
    });
  changeAlike(change, actingAs);
}

/** Gives a field the values of a starting point; all that the point does not name stays. */
export function startFrom(id: string, start: StartingPoint): void {
  changeScene((scene) => ({
    ...scene,
    fields: scene.fields.map((field) => (field.id === id ? startedFrom(field, start, particleBox(field)) : field)),
  }));
}
