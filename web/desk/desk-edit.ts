import { actions } from '../../core/actions';
import { joined } from '../../core/measure/fit';
import { fields as fieldKinds } from '../../core/fields';
import { freeName, newField, freeIdentity } from '../../core/scene/starters';
import { usePlayer } from '../stage/player-store';
import { changeScene, editField, editScene, openedScene } from '../store/scene-store';
import { select } from '../store/selection-store';

/** Adds a field of a kind where the living particles are, and selects it. */
export function addField(kind: string): void {
  const scene = openedScene();
  const field = newField(scene, kind, joined(usePlayer.getState().meters.bounds));
  changeScene((s) => ({ ...s, fields: [...s.fields, field] }));
  select({ type: 'field', id: field.id });
}

export function duplicateField(id: string): void {
  const { fields } = openedScene();
  const at = fields.findIndex((f) => f.id === id);
  if (at < 0) return;
  const copy = {
    ...fields[at]!,
    ...freeIdentity('f', fields[at]!.name, fields),
  };
  changeScene((s) => ({ ...s, fields: [...s.fields.slice(0, at + 1), copy, ...s.fields.slice(at + 1)] }));
  select({ type: 'field', id: copy.id });
}

/** Takes a field off the desk; the next one is selected. */
export function removeField(id: string): void {
  const { fields } = openedScene();
  const at = fields.findIndex((f) => f.id === id);
  const next = fields[at + 1] ?? fields[at - 1];
  changeScene((s) => ({ ...s, fields: s.fields.filter((f) => f.id !== id) }));
  select(next ? { type: 'field', id: next.id } : { type: 'scene' });
}

/** Moves a field to another place in the order. */
export function moveField(id: string, to: number): void {
  editScene((scene) => {
    const from = scene.fields.findIndex((f) => f.id === id);
    const target = Math.min(scene.fields.length - 1, Math.max(0, to));
    if (from < 0 || from === target) return;
    scene.fields.splice(target, 0, ...scene.fields.splice(from, 1));
  });
}

/** Changes the kind of a field in place: extent, sends and place stay. */
export function changeKind(id: string, kind: string): void {
  const to = fieldKinds.get(kind);
  editField(id, (field) => {
    const was = fieldKinds.get(field.settings.kind);
    if (field.name.toLowerCase().startsWith(was.label))
      field.name = freeName(
        to.label.charAt(0).toUpperCase() + to.label.slice(1),
        openedScene()
          .fields.filter((f) => f.id !== id)
          .map((f) => f.name),
      );
    field.settings = fieldKinds.defaults(kind);
    field.strength = to.strength.default;
    if (!to.actions.includes(field.actsAs)) field.actsAs = actions.get(to.actions[0]!).kind;
  });
}
