import { actions } from '../../core/kinds/actions';
import { emissionKinds } from '../../core/kinds/emission';
import { ofAnotherKind } from '../../core/document/change-kind';
import { fields as fieldKinds } from '../../core/kinds/fields';
import { rules } from '../../core/kinds/group-rules';
import { looks } from '../../core/kinds/looks';
import { masks } from '../../core/kinds/masks';
import { meshSources } from '../../core/kinds/meshes';
import { modulators } from '../../core/kinds/modulators';
import { EASES } from '../../core/document/keys/keys';
import { MOVABLE_SORTS, numbersOf, thingsOf, withThings, type MovableSort } from '../../core/scene/numbers';
import { withValue } from '../../core/document/value-paths';
import { automationKinds } from '../../core/kinds/automation';
import * as desk from '../panels/desk/desk-edit';
import { drop, moveBy } from '../panels/desk/desk-row';
import {
  editWeighted,
  setFalloffKind,
  setFalloffNumber,
  setCurveKind,
  type WeightedOwner,
} from '../state/falloff-edit';
import { copyFields, copyGroup, pasteFields } from '../panels/desk/field-clipboard';
import { setColumn, setSend } from '../panels/desk/sends';
import { setStrength } from '../panels/desk/strength';
import { adoptDesk, flipDesk, keepDesk } from '../panels/desk/two-states';
import { canJoin, joinPath } from '../panels/inspector/path-join';
import { withPathShared } from '../../core/scene/on-path';
import { isOnPath, ON_PATHS, pathParts } from '../../core/scene/shared-paths';
import { addCarrier, addPath, removeCarrier } from '../panels/inspector/carrier-edit';
import * as collider from '../panels/inspector/collider-edit';
import * as dial from '../panels/inspector/dial-edit';
import * as emitter from '../panels/inspector/emitter-edit';
import { mount, setTransform } from '../simulation/transform-edit';
import { setTime, startShotHere } from '../panels/inspector/time-edit';
import * as zone from '../panels/inspector/zone-edit';
import * as keys from '../panels/keys/key-actions';
import { keyRows } from '../panels/keys/key-rows';
import { pick, useKeys } from '../panels/keys/keys-store';
import { addMadeMesh, editMesh, removeMesh } from '../simulation/meshes/mesh-edit';
import { usePlayer } from '../state/player-store';
import { switchKind } from '../state/kind-switch';
import * as movement from '../state/movement';
import { useRecord } from '../state/record';
import {
  beginGesture,
  changeScene,
  editEmitters,
  editField,
  editGroup,
  endGesture,
  LISTS,
  openedScene,
  redo,
  undo,
  type ThingType,
} from '../state/scene-store';
import { select, selectToo } from '../state/selection-store';
import { takeRow } from '../state/take-row';
import * as marker from '../screens/studio/marker-edit';
import type { Draw } from './draw';
import { partsOf, type Part } from './settable';

/** Something a person can do to the open scene. */
export type Command = (draw: Draw) => void;

const ids = (list: readonly { readonly id: string }[]) => list.map(({ id }) => id);

const idsTo = (to: string): readonly string[] => {
  const { emitters, carriers, meshes, groups, zones, fields } = openedScene();
  return ids(
    ({ emitter: emitters, carrier: carriers, mesh: meshes, group: groups, zone: zones, field: fields } as const)[to] ??
      [],
  );
};

const weightedOwner = (draw: Draw): WeightedOwner | undefined => {
  const { fields, groups, zones } = openedScene();
  return draw.one<WeightedOwner>([
    ...fields.map(({ id }) => ({ type: 'field', id }) as const),
    ...groups.map(({ id }) => ({ type: 'group', id }) as const),
    ...zones.map(({ id }) => ({ type: 'zone', id }) as const),
  ]);
};

const ownerOf = ({ sort, id }: Part): WeightedOwner => ({
  type: ({ groups: 'group', zones: 'zone' }[sort as string] as never) ?? 'field',
  id,
});

/** Chooses another kind of a part as its menu does. */
export function chooseKind(part: Part, kind: string): void {
  const { sort, id, path, registry } = part;
  if (!registry) return;
  if (path === 'settings') desk.changeKind(id, kind);
  else if (path === 'falloff') setFalloffKind(ownerOf(part), kind);
  else if (path === 'curve') setCurveKind(ownerOf(part), kind);
  else if (path === 'body') emitter.setBody([id], kind);
  else switchKind({ sort, ids: [id], path }, kind, (was) => ofAnotherKind(registry, was, kind));
}

/** Sets a value as a row of the inspector does. */
function setRow({ sort, id, path, description }: Part, draw: Draw): void {
  const name = draw.nameIn(description);
  if (name === undefined) return;
  const value = draw.valueFor(description[name]!, idsTo);
  const at = path === '' ? name : `${path}.${name}`;
  if (sort === 'time') return setTime(name, value);
  if (movement.setIfKeyed({ sort, id }, at, value)) return;
  changeScene((scene) =>
    withThings(scene, (thing) => (((thing as { id?: string }).id ?? '') === id ? withValue(thing, at, value) : thing), [
      sort,
    ]),
  );
}

function numberOf(draw: Draw): { ref: movement.ThingRef; path: string; vector: boolean } | undefined {
  const scene = openedScene();
  const sort = draw.one<MovableSort>(MOVABLE_SORTS)!;
  const thing = draw.one(thingsOf(scene, sort)) as { id?: string } | undefined;
  if (!thing) return undefined;
  const numbers = Object.entries(numbersOf(sort, thing as never));
  const number = draw.one(numbers);
  return number && { ref: { sort, id: thing.id ?? '' }, path: number[0], vector: number[1].type === 'vector' };
}

const fieldId = (draw: Draw) => draw.one(ids(openedScene().fields));
const emitterIds = (draw: Draw) => draw.some(ids(openedScene().emitters));

/** Rows that can be added to a list of an emitter, and taken away. */
function emitterRow(draw: Draw): void {
  const list = draw.one(['masks', 'emission', 'addedLooks'] as const)!;
  const registry = { masks, emission: emissionKinds, addedLooks: looks }[list];
  const kind = draw.one(registry.list.map((k) => k.kind))!;
  const add = draw.chance(2);
  editEmitters(emitterIds(draw), (e) => {
    const rows = e[list] as unknown[];
    if (add) rows.push(registry.defaults(kind));
    else if (rows.length > 0) takeRow(e as never, 'emitters', list, draw.below(rows.length));
  });
}

function modulatorRow(draw: Draw): void {
  const owner = weightedOwner(draw);
  if (!owner) return;
  const kind = draw.one(modulators.list)!.kind;
  const add = draw.chance(2);
  editWeighted(owner, (t) => {
    if (add) t.modulators.push(modulators.defaults(kind));
    else if (t.modulators.length > 0)
      takeRow(t as never, LISTS[owner.type], 'modulators', draw.below(t.modulators.length));
  });
}

/** Everything a person can do, by name. */
/** The parts of things that have a path of their own. */
const ownPaths = () =>
  ON_PATHS.flatMap((sort) =>
    openedScene()[sort].flatMap((thing) =>
      pathParts(thing, sort)
        .filter(([, part]) => isOnPath(part) && part['form'] !== 'falloff')
        .map(([part]) => ({ sort, id: thing.id, part })),
    ),
  );

export const COMMANDS: Readonly<Record<string, Command>> = {
  setRow: (draw) => setRow(draw.one(partsOf(openedScene()))!, draw),
  chooseKind: (draw) => {
    const part = draw.one(partsOf(openedScene()).filter(({ registry }) => registry));
    if (part) chooseKind(part, draw.one(part.registry!.list)!.kind);
  },
  emitterRow,
  modulatorRow,
  addField: (draw) => desk.addField(draw.one(fieldKinds.list)!.kind),
  duplicateFields: (draw) => desk.duplicateFields(draw.some(ids(openedScene().fields)).slice(0, 2)),
  removeFields: (draw) => desk.removeFields(draw.some(ids(openedScene().fields)).slice(0, 2)),
  groupFields: (draw) => desk.groupFields(draw.some(ids(openedScene().fields))),
  ungroup: (draw) => {
    const id = draw.one(ids(openedScene().groups));
    if (id !== undefined) desk.ungroup(id);
  },
  removeGroup: (draw) => {
    const id = draw.one(ids(openedScene().groups));
    if (id !== undefined && draw.chance(3)) desk.removeGroup(id);
  },
  moveTo: (draw) => {
    const { fields, groups } = openedScene();
    const id = draw.one(ids([...fields, ...groups]));
    if (id !== undefined)
      desk.moveTo(id, draw.one(['', ...ids(groups)])!, draw.chance(2) ? draw.one(ids(fields)) : undefined);
  },
  drop: (draw) => {
    const all = ids([...openedScene().fields, ...openedScene().groups]);
    if (all.length > 0) drop(draw.one(all)!, draw.one(all)!);
  },
  moveBy: (draw) => {
    const id = draw.one(ids([...openedScene().fields, ...openedScene().groups]));
    if (id !== undefined) moveBy(id, draw.chance(2) ? 1 : -1);
  },
  setActsAs: (draw) => desk.setActsAs(draw.some(ids(openedScene().fields)), draw.one(actions.list)!.kind),
  startFrom: (draw) => {
    const field = draw.one(openedScene().fields);
    const start = field && draw.one(fieldKinds.get(field.settings.kind).starts);
    if (field && start) desk.startFrom(field.id, start);
  },
  setRule: (draw) => {
    const id = draw.one(ids(openedScene().groups));
    if (id !== undefined) editGroup(id, (g) => void (g.rule = draw.one(rules.list)!.kind));
  },
  setStrength: (draw) => {
    const id = fieldId(draw);
    if (id !== undefined) setStrength(id, draw.between(-5, 20));
  },
  setFalloffNumber: (draw) => {
    const owner = weightedOwner(draw);
    if (owner) setFalloffNumber(owner, draw.one(['inner', 'outer'])!, draw.between(-1, 4));
  },
  setSend: (draw) => {
    const owner = weightedOwner(draw);
    const [id] = emitterIds(draw);
    if (owner && id !== undefined) setSend(owner.type, owner.id, id, draw.between(-1, 3));
  },
  setColumn: (draw) => {
    const [id] = emitterIds(draw);
    if (id !== undefined) setColumn(id, () => draw.between(0, 2));
  },
  mute: (draw) => {
    const id = fieldId(draw);
    if (id !== undefined) editField(id, (f) => void (draw.chance(2) ? (f.mute = !f.mute) : (f.solo = !f.solo)));
  },
  keepDesk,
  flipDesk,
  adoptDesk,
  copyFields: (draw) =>
    copyFields(
      openedScene().fields.filter(() => draw.chance(2)),
      openedScene(),
    ),
  copyGroup: (draw) => copyGroup(draw.one(ids(openedScene().groups)) ?? ''),
  pasteFields: () => void (localStorage.getItem('bathyclast-copied-fields') !== null && pasteFields()),
  addEmitter: () => emitter.addEmitter(),
  duplicateEmitters: (draw) => {
    const chosen = emitterIds(draw).slice(0, 2);
    if (chosen.length > 0) emitter.duplicateEmitters(chosen);
  },
  copyEmitters: (draw) => emitter.copyEmitters(emitterIds(draw)),
  pasteEmitters: () => {
    const copied = localStorage.getItem('bathyclast-copied-emitters');
    if (copied !== null && !copied.startsWith('{"emitters":[]')) emitter.pasteEmitters();
  },
  removeEmitters: (draw) => void (draw.chance(2) && emitter.removeEmitters(emitterIds(draw).slice(0, 1))),
  addCollider: () => collider.addCollider(),
  duplicateCollider: (draw) => collider.duplicateCollider(draw.one(ids(openedScene().colliders)) ?? ''),
  removeCollider: (draw) => collider.removeCollider(draw.one(ids(openedScene().colliders)) ?? ''),
  addCarrier,
  addPath,
  sharePath: (draw) => {
    const own = draw.one(ownPaths());
    if (own) changeScene((scene) => withPathShared(scene, own.sort, own.id, own.part).scene);
  },
  joinPaths: (draw) => {
    const open = openedScene().carriers.filter(({ path }) => path.form === 'drawn' && path['closed'] !== true);
    const [onto, from] = [draw.one(open), draw.one(open)];
    if (onto && from && onto !== from && canJoin(onto, from)) joinPath(onto.id, from.id);
  },
  addEmitterOnPath: (draw) => emitter.addEmitterOnPath(fieldId(draw) ?? '', draw.chance(2) ? 'start' : 'along'),
  removeCarrier: (draw) => removeCarrier(draw.one(ids(openedScene().carriers)) ?? ''),
  addZone: () => zone.addZone(),
  duplicateZone: (draw) => zone.duplicateZone(draw.one(ids(openedScene().zones)) ?? ''),
  removeZone: (draw) => zone.removeZone(draw.one(ids(openedScene().zones)) ?? ''),
  addDial: () => dial.addDial(),
  renameDial: (draw) => {
    const id = draw.one(ids(openedScene().dials));
    if (id !== undefined) dial.renameDial(id, draw.one(['swell', 'calm', '9', 'frame', ''])!);
  },
  setDial: (draw) => {
    const id = draw.one(ids(openedScene().dials));
    if (id === undefined) return;
    if (draw.chance(2)) dial.setDial(id, draw.between(-2, 2));
    else dial.setDialSpan(id, draw.chance(2) ? 'low' : 'high', draw.between(-2, 2));
  },
  removeDial: (draw) => dial.removeDial(draw.one(ids(openedScene().dials)) ?? ''),
  addMesh: (draw) => void addMadeMesh(draw.one(meshSources.list.filter(({ kind }) => kind !== 'file'))!.kind),
  editMesh: (draw) => {
    const mesh = draw.one(openedScene().meshes);
    const { parameters } = meshSources.get(mesh?.source.kind ?? 'ball');
    const name = draw.nameIn(parameters)!;
    const value = draw.valueFor(parameters[name]!, idsTo);
    if (mesh && (parameters[name]!.type !== 'number' || (value as number) < 60)) editMesh(mesh.id, name, value);
  },
  removeMesh: (draw) => removeMesh(draw.one(ids(openedScene().meshes)) ?? ''),
  mount: (draw) => {
    const type = draw.one(Object.keys(LISTS) as ThingType[])!;
    const id = draw.one(ids(openedScene()[LISTS[type]]));
    if (id !== undefined) mount({ type, id }, draw.one(['', ...ids(openedScene().carriers)])!);
  },
  setTransform: (draw) => {
    const type = draw.one(Object.keys(LISTS) as ThingType[])!;
    const id = draw.one(ids(openedScene()[LISTS[type]]));
    if (id !== undefined) setTransform({ type, id }, 'position', [draw.between(-2, 2), 0, 1]);
  },
  toggleKey: (draw) => {
    const number = numberOf(draw);
    if (number) movement.toggleKeyOf(number.ref, number.path);
  },
  setKey: (draw) => {
    const number = numberOf(draw);
    if (number)
      movement.setKeyOf(number.ref, number.path, number.vector ? [0, draw.between(0, 1), 1] : draw.between(0, 1));
  },
  setPlain: (draw) => {
    const number = numberOf(draw);
    if (number) movement.setPlain(number.ref, number.path);
  },
  setAutomation: (draw) => {
    const number = numberOf(draw);
    if (!number) return;
    const path = number.vector && draw.chance(2) ? `${number.path}.${draw.below(3)}` : number.path;
    movement.setAutomation(
      number.ref,
      path,
      draw.chance(4) ? undefined : automationKinds.defaults(draw.one(automationKinds.list)!.kind),
    );
  },
  pickKeys: (draw) =>
    pick(
      Object.fromEntries(keyRows(openedScene()).map((row) => [row.id, draw.some(row.keys.map(({ frame }) => frame))])),
    ),
  nudge: (draw) => keys.nudge(draw.below(9) - 4),
  scaleKeys: (draw) => {
    beginGesture();
    keys.startMove()(0, { about: 3, by: draw.between(-1, 3) });
    endGesture();
  },
  deletePicked: () => keys.deletePicked(),
  easePicked: (draw) => keys.easePicked(draw.one(EASES)!, draw.chance(2) ? [0.2, 0, 0.4, 1] : undefined),
  copyPicked: () => keys.copyPicked(),
  pasteKeys: () => keys.pasteKeys(),
  ripple: () => useKeys.setState(({ ripple }) => ({ ripple: !ripple })),
  addMarker: (draw) => void marker.addMarker(draw.below(60)),
  renameMarker: (draw) =>
    marker.renameMarker(openedScene().markers[0]?.frame ?? 0, draw.one(['', 'Turn', 'x'.repeat(300)])!),
  moveMarker: (draw) => void marker.moveMarker(openedScene().markers[0]?.frame ?? 0, draw.below(60)),
  removeMarker: () => marker.removeMarker(openedScene().markers[0]?.frame ?? 0),
  startShotHere,
  playhead: (draw) => usePlayer.setState({ frame: draw.below(40), playing: draw.chance(3) }),
  record: (draw) => useRecord.setState({ on: draw.chance(3), autoKey: draw.chance(2) }),
  select: (draw) => {
    const type = draw.one(Object.keys(LISTS) as ThingType[])!;
    const id = draw.one(ids(openedScene()[LISTS[type]]));
    if (id === undefined) return select({ type: 'scene' });
    if ((type === 'emitter' || type === 'field') && draw.chance(2)) selectToo(type, id);
    else select({ type, id });
  },
  beginGesture: () => beginGesture(),
  endGesture: () => endGesture(),
  undo: () => undo(),
  redo: () => redo(),
};
