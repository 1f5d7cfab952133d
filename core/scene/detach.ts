import { withoutGroupAround } from '../document/groups';
import type { Description, ReferenceTo } from '../document/parameters';
import type { Kinded } from '../document/registry';
import { extents } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { looks } from '../kinds/looks';
import { modulators } from '../kinds/modulators';
import type { Carrier, Desk, Field, Group, Scene, Zone } from '../document/scene';

const without = <V>(sends: Readonly<Record<string, V>>, ids: readonly string[]) =>
  Object.fromEntries(Object.entries(sends).filter(([to]) => !ids.includes(to)));

/** Values whose references to any of those things are empty. */
function released(values: Kinded, description: Description, to: ReferenceTo, ids: readonly string[]): Kinded {
  const named = Object.entries(description).filter(
    ([name, p]) => p.type === 'reference' && p.to === to && ids.includes(String(values[name])),
  );
  return named.length === 0 ? values : { ...values, ...Object.fromEntries(named.map(([name]) => [name, ''])) };
}

function reachWithout<T extends Field | Group | Zone>(thing: T, to: ReferenceTo, ids: readonly string[]): T {
  return {
    ...thing,
    sends: to === 'emitter' ? without(thing.sends, ids) : thing.sends,
    extent: released(thing.extent, extents.get(thing.extent.kind).parameters, to, ids),
    modulators: thing.modulators.map((m) => released(m, modulators.get(m.kind).parameters, to, ids)),
    place: to === 'carrier' && ids.includes(thing.place.carrier) ? { ...thing.place, carrier: '' } : thing.place,
  };
}

function deskWithout<D extends Desk>(desk: D, to: ReferenceTo, ids: readonly string[]): D {
  const fields = desk.fields.map((field) => ({
    ...reachWithout(field, to, ids),
    settings: released(field.settings, fieldKinds.get(field.settings.kind).parameters, to, ids),
  }));
  return { ...desk, fields, groups: desk.groups.map((group) => reachWithout(group, to, ids)) };
}

function carriersWithout(carriers: readonly Carrier[], to: ReferenceTo, ids: readonly string[]): readonly Carrier[] {
  return carriers.map((c) =>
    to === 'emitter' && ids.includes(c.strandOf)
      ? { ...c, strandOf: '' }
      : to === 'group' && ids.includes(c.feels)
        ? { ...c, feels: '' }
        : c,
  );
}

/** A scene in whose desks, zones and carriers nothing refers any more to those things; the things themselves stay. */
export function desksWithout(scene: Scene, to: ReferenceTo, ids: readonly string[]): Scene {
  return {
    ...deskWithout(scene, to, ids),
    keptDesk: scene.keptDesk && deskWithout(scene.keptDesk, to, ids),
    zones: scene.zones.map((zone) => reachWithout(zone, to, ids)),
    carriers: carriersWithout(scene.carriers, to, ids),
  };
}

/** A scene in which nothing of the present desk, and no zone, refers to a group; another state of the desk has groups of its own. */
function withoutGroup(scene: Scene, id: string): Scene {
  const zones = scene.zones.map((zone) => reachWithout(zone, 'group', [id]));
  return { ...deskWithout(scene, 'group', [id]), zones, carriers: carriersWithout(scene.carriers, 'group', [id]) };
}

/** A scene without those emitters, and without whatever is sent to them, born from them, or aims at them. */
export function withoutEmitters(scene: Scene, ids: readonly string[]): Scene {
  return {
    ...desksWithout(scene, 'emitter', ids),
    emitters: scene.emitters
      .filter((e) => !ids.includes(e.id))
      .map((e) => (ids.includes(String(e.shape['source'])) ? { ...e, shape: { ...e.shape, source: '' } } : e)),
    colliders: scene.colliders.map((c) => ({ ...c, sends: without(c.sends, ids) })),
  };
}

/** A scene without a mesh, and with nothing that is made from it or measured from it. */
export function withoutMesh(scene: Scene, id: string): Scene {
  const off = <T extends { readonly shape: Kinded }>(thing: T): T =>
    thing.shape['mesh'] === id ? { ...thing, shape: { ...thing.shape, mesh: '' } } : thing;
  const undrawn = (look: Kinded): Kinded => released(look, looks.get(look.kind).parameters, 'mesh', [id]);
  return {
    ...desksWithout(scene, 'mesh', [id]),
    meshes: scene.meshes.filter((m) => m.id !== id),
    emitters: scene.emitters.map(off).map((e) => ({ ...e, look: undrawn(e.look), besides: e.besides.map(undrawn) })),
    colliders: scene.colliders.map(off),
  };
}

/** Takes a group away and leaves its members where it stood. What read it, or was filled from it, lets go of it. */
export function dissolve(scene: Scene, id: string): Scene {
  const rest = withoutGroupAround(scene, id);
  return rest === scene ? scene : withoutGroup(rest, id);
}
