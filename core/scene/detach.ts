import { fields as fieldKinds } from '../fields';
import type { Desk, Field, Group, Scene } from './document';

const without = <V>(sends: Readonly<Record<string, V>>, ids: readonly string[]) =>
  Object.fromEntries(Object.entries(sends).filter(([to]) => !ids.includes(to)));

function fieldWithout(field: Field, ids: readonly string[]): Field {
  const { parameters } = fieldKinds.get(field.settings.kind);
  const settings: Record<string, unknown> = { ...field.settings };
  for (const [name, parameter] of Object.entries(parameters))
    if (parameter.type === 'reference' && parameter.to === 'emitter' && ids.includes(String(settings[name]))) settings[name] = '';
  return { ...field, sends: without(field.sends, ids), settings: { ...settings, kind: field.settings.kind } };
}

function deskWithout<D extends Desk>(desk: D, ids: readonly string[]): D {
  const groupWithout = (group: Group): Group => ({ ...group, sends: without(group.sends, ids) });
  return { ...desk, fields: desk.fields.map((f) => fieldWithout(f, ids)), groups: desk.groups.map(groupWithout) };
}

/** A scene without those emitters, and without whatever is sent to them, born from them, or aims at them. */
export function withoutEmitters(scene: Scene, ids: readonly string[]): Scene {
  return {
    ...deskWithout(scene, ids),
    keptDesk: scene.keptDesk && deskWithout(scene.keptDesk, ids),
    emitters: scene.emitters
      .filter((e) => !ids.includes(e.id))
      .map((e) => (ids.includes(String(e.shape['source'])) ? { ...e, shape: { ...e.shape, source: '' } } : e)),
    colliders: scene.colliders.map((c) => ({ ...c, sends: without(c.sends, ids) })),
  };
}
