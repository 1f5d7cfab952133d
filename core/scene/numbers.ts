import type { Form } from '../document/forms';
import type { Movable, Numbers } from '../document/movable';
import { carrierForm, colliderForm } from './forms/collider';
import { dialForm } from './forms/dial';
import { emitterForm } from './forms/emitter';
import { fieldForm, groupForm, zoneForm } from './forms/field';
import { sections } from './forms/scene';
import type {
  Bounds,
  Carrier,
  Collider,
  Desk,
  Dial,
  Emitter,
  Field,
  Group,
  Light,
  Moving,
  Output,
  Scene,
  ShotCamera,
  Time,
  SceneTransform,
  Zone,
} from '../document/scene';

/** Things whose numbers can be keyed and automated, by the names of their lists; the last ones stand alone. */
export interface Movables {
  readonly emitters: Emitter;
  readonly fields: Field;
  readonly groups: Group;
  readonly colliders: Collider;
  readonly carriers: Carrier;
  readonly zones: Zone;
  readonly dials: Dial;
  readonly sceneTransform: SceneTransform;
  readonly desk: Desk['desk'];
  readonly bounds: Bounds;
  readonly time: Time;
  readonly camera: ShotCamera;
  readonly output: Output;
  readonly light: Light;
}

export type MovableSort = keyof Movables;

/** The lists of a scene that hold such things. */
export const MOVABLE_LISTS = [
  'emitters',
  'fields',
  'groups',
  'colliders',
  'carriers',
  'zones',
  'dials',
] as const satisfies readonly MovableSort[];

/** Things that a scene has one of. */
export const MOVABLE_ONES = [
  'sceneTransform',
  'desk',
  'bounds',
  'time',
  'camera',
  'output',
  'light',
] as const satisfies readonly MovableSort[];

/** Sorts of things whose keys and automations change what is simulated. */
export const SIMULATED_SORTS: readonly MovableSort[] = [...MOVABLE_LISTS, 'desk', 'bounds'];

/** Sorts whose keys and automations go by the frames of the shot; all others go by those of the scene’s own time. */
const BY_SHOT: readonly MovableSort[] = ['time', 'camera', 'output', 'light'];

/** Whether keys and automations of things of a sort go by the frames of the shot. */
export const isByShot = (sort: MovableSort): boolean => BY_SHOT.includes(sort);

/** The things of a sort that a scene has, as a list. */
export function thingsOf<S extends MovableSort>(scene: Scene, sort: S): readonly Movables[S][] {
  const things: unknown = scene[sort];
  return (Array.isArray(things) ? things : [things]) as readonly Movables[S][];
}

/** A scene with such things changed; lists in which nothing changes stay as they are. */
export function withThings(
  scene: Scene,
  change: (thing: Moving, sort: MovableSort) => Moving,
  sorts: readonly MovableSort[] = MOVABLE_SORTS,
): Scene {
  let next = scene;
  for (const sort of sorts) {
    const before: Moving | readonly Moving[] = scene[sort];
    const after = Array.isArray(before)
      ? before.map((thing: Moving) => change(thing, sort))
      : change(before as Moving, sort);
    const same = Array.isArray(after)
      ? after.every((thing, i) => thing === (before as readonly Moving[])[i])
      : after === before;
    if (!same) next = { ...next, [sort]: after };
  }
  return next;
}

/** Every sort. */
export const MOVABLE_SORTS: readonly MovableSort[] = [...MOVABLE_LISTS, ...MOVABLE_ONES];

/** The form of each sort. */
const FORMS: Readonly<Record<MovableSort, Form<Moving>>> = {
  emitters: emitterForm,
  fields: fieldForm,
  groups: groupForm,
  colliders: colliderForm,
  carriers: carrierForm,
  zones: zoneForm,
  dials: dialForm,
  sceneTransform: sections.sceneTransform,
  desk: sections.desk,
  bounds: sections.bounds,
  time: sections.time,
  camera: sections.camera,
  output: sections.output,
  light: sections.light,
};

/** All numbers of a thing that can be keyed and automated; those of its place come last. */
export function numbersOf(sort: MovableSort, thing: Moving): Numbers {
  const all = FORMS[sort].numbers(thing, '');
  const isOfPlace = ([path]: [string, Movable]) => path.startsWith('transform.');
  return Object.fromEntries([...all.filter((one) => !isOfPlace(one)), ...all.filter(isOfPlace)]);
}
