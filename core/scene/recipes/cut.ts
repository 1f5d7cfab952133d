import type { ReferenceTo } from '../../document/parameters';
import type { Dial, Emitter, Field, Group, Moving, Scene } from '../../document/scene';
import { groupsAround } from '../../document/groups';
import { sceneForm } from '../forms/scene';
import { holdsPath } from '../shared-paths';
import { completeScene } from '../read';
import { REFERRED_LISTS } from '../references';

/** Things of a scene that are taken to another. */
export interface Taken {
  readonly emitters?: readonly Emitter[];
  readonly fields?: readonly Field[];
  readonly groups?: readonly Group[];
  /** Takes the output set-up along as well, with what is behind the picture. */
  readonly output?: boolean;
}

/** Sorts that come along with all that refers to them. Others are let go: another scene has emitters of its own. */
const COMES_ALONG: readonly ReferenceTo[] = ['mesh', 'weightMap', 'zone', 'carrier', 'group'];

type Listed = Pick<Scene, (typeof REFERRED_LISTS)[ReferenceTo]>;
type Ids = { readonly [K in keyof Listed]: Set<string> };

const idsOf = (things: readonly { readonly id: string }[] = []): Set<string> => new Set(things.map(({ id }) => id));

/**
 * A scene with only those of the listed things. Of the rest only its time and seed stay: a camera or the scene transform may
 * refer to things that nothing else needs.
 */
function only(scene: Scene, ids: Ids): Scene {
  const kept = <T extends { readonly id: string }>(list: readonly T[], of: Set<string>): readonly T[] =>
    list.filter(({ id }) => of.has(id));
  return {
    ...completeScene({ name: scene.name, emitters: [] }),
    seed: scene.seed,
    time: scene.time,
    emitters: kept(scene.emitters, ids.emitters),
    fields: kept(scene.fields, ids.fields),
    groups: kept(scene.groups, ids.groups),
    carriers: kept(scene.carriers, ids.carriers),
    meshes: kept(scene.meshes, ids.meshes),
    weightMaps: kept(scene.weightMaps, ids.weightMaps),
    zones: kept(scene.zones, ids.zones),
  };
}

/** Whether something of that sort comes along where it is referred to. Of carriers only paths do. */
const comesAlong = (scene: Scene, to: ReferenceTo, id: string): boolean =>
  COMES_ALONG.includes(to) && (to !== 'carrier' || scene.carriers.some((c) => c.id === id && holdsPath(c)));

/** The dials that a text of a document may read: those named in it. */
function dialsIn(dials: readonly Dial[], text: string): Dial[] {
  const named = dials.filter(({ name }) =>
    new RegExp(`(^|[^\\p{L}\\p{N}_])${name}([^\\p{L}\\p{N}_]|$)`, 'u').test(text),
  );
  const more =
    named.length > 0
      ? dialsIn(
          dials.filter((d) => !named.includes(d)),
          JSON.stringify(named),
        )
      : [];
  return dials.filter((dial) => named.includes(dial) || more.includes(dial));
}

/** Formulas and automations, as one text. */
function formulasOf(scene: Scene): string {
  const things: readonly Moving[] = [
    ...scene.emitters,
    ...scene.fields,
    ...scene.groups,
    ...scene.carriers,
    ...scene.zones,
  ];
  return things.map((thing) => JSON.stringify(thing)).join('\n');
}

/** A scene in which those fields and groups stand in no group that is not among them. */
function takenOut(scene: Scene, ids: Ids): Scene {
  const alone = <T extends Field | Group>(strip: T, own: Set<string>): T =>
    own.has(strip.id) && !ids.groups.has(strip.group) ? { ...strip, group: '' } : strip;
  return {
    ...scene,
    fields: scene.fields.map((field) => alone(field, ids.fields)),
    groups: scene.groups.map((group) => alone(group, ids.groups)),
  };
}

/**
 * A scene that holds only those things of another, and what they are made from: meshes, weight maps, paths, zones, groups
 * that they read with the fields in them, dials, images, grids and sounds. References to anything else are let go, sends to
 * emitters too.
 */
export function cutFrom(whole: Scene, { emitters, fields, groups, output = false }: Taken): Scene {
  const ids: Ids = {
    emitters: idsOf(emitters),
    fields: idsOf(fields),
    groups: idsOf(groups),
    carriers: new Set(),
    meshes: new Set(),
    weightMaps: new Set(),
    zones: new Set(),
  };
  const scene = takenOut(whole, ids);
  for (let before = -1, now = 0; now !== before; ) {
    before = now;
    sceneForm.renamed(only(scene, ids), (to, id) => {
      if (comesAlong(scene, to, id)) ids[REFERRED_LISTS[to]].add(id);
      return id;
    });
    // Those in a group come along with it.
    for (const field of scene.fields)
      if (groupsAround(scene.groups, field).some(({ id }) => ids.groups.has(id))) ids.fields.add(field.id);
    now = Object.values(ids).reduce((sum, set) => sum + set.size, 0);
  }
  const cut = sceneForm.renamed(only(scene, ids), (to, id) => (ids[REFERRED_LISTS[to]].has(id) ? id : ''));
  const text = formulasOf(cut) + (output ? JSON.stringify(whole.output) : '');
  const dials = dialsIn(scene.dials, text);
  const all = text + JSON.stringify(dials);
  const used = <T extends { readonly hash: string }>(files: readonly T[]): readonly T[] =>
    files.filter(({ hash }) => all.includes(hash));
  const made = {
    ...cut,
    fields: cut.fields.map((field) => ({ ...field, solo: false })),
    groups: cut.groups.map((group) => ({ ...group, solo: false })),
    dials,
    images: used(scene.images),
    grids: used(scene.grids),
    sounds: used(scene.sounds),
    ...(output && {
      output: whole.output,
      renders: whole.renders,
      imageSequence: whole.output.backdrop === 'image-sequence' ? whole.imageSequence : [],
    }),
  };
  return completeScene(JSON.parse(JSON.stringify(made)));
}
