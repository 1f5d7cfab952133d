import { amounts } from '../kinds/emission';
import { bonds } from '../kinds/bodies';
import { colliderShapes } from '../kinds/colliders';
import type { Description, NumberParameter, Parameter, VectorParameter } from '../document/parameters';
import type { Kinded, Registry, Kind } from '../document/registry';
import { extents } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { strengthOf } from '../kinds/fields/strength';
import { looks } from '../kinds/looks';
import { masks } from '../kinds/masks';
import { modulators } from '../kinds/modulators';
import { profiles } from '../kinds/curves';
import { profileCommon } from '../kinds/curves/profile';
import { responses } from '../kinds/responses';
import { shapes } from '../kinds/emitter-shapes';
import * as descriptions from '../document/descriptions';
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
  Reached,
  Scene,
  ShotCamera,
  Time,
  Whole,
  Zone,
} from '../document/scene';

/** A number or vector that can be keyed and driven. */
export type Movable = NumberParameter | VectorParameter;

/** All numbers of a thing, by their paths in it, such as `settings.direction` or `amounts.0.rate`. */
export type Numbers = Readonly<Record<string, Movable>>;

/** Things whose numbers can be keyed and driven, by the names of their lists; the last ones stand alone. */
export interface Movables {
  readonly emitters: Emitter;
  readonly fields: Field;
  readonly groups: Group;
  readonly colliders: Collider;
  readonly carriers: Carrier;
  readonly zones: Zone;
  readonly dials: Dial;
  readonly whole: Whole;
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
export const MOVABLE_ONES = ['whole', 'desk', 'bounds', 'time', 'camera', 'output', 'light'] as const satisfies readonly MovableSort[];

/** Sorts of things whose keys and drives change what is simulated. */
export const SIMULATED_SORTS: readonly MovableSort[] = [...MOVABLE_LISTS, 'desk', 'bounds'];

/** Sorts whose keys and drives go by the frames of the shot; all others go by those of the scene’s own time. */
const BY_SHOT: readonly MovableSort[] = ['time', 'camera', 'output', 'light'];

/** Whether keys and drives of things of a sort go by the frames of the shot. */
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
    const after = Array.isArray(before) ? before.map((thing: Moving) => change(thing, sort)) : change(before as Moving, sort);
    const same = Array.isArray(after) ? after.every((thing, i) => thing === (before as readonly Moving[])[i]) : after === before;
    if (!same) next = { ...next, [sort]: after };
  }
  return next;
}

/** Every sort. */
export const MOVABLE_SORTS: readonly MovableSort[] = [...MOVABLE_LISTS, ...MOVABLE_ONES];

/** Whether a parameter is a number or vector that can be keyed and driven: seeds and what is fixed are not. */
export const isMovable = (p: Parameter): p is Movable => (p.type === 'number' && !p.seed && !p.fixed) || p.type === 'vector';

/** The numbers of a description. */
function numbersIn(description: Description, prefix: string): [string, Movable][] {
  return Object.entries(description).flatMap(([name, p]) => (isMovable(p) ? [[`${prefix}${name}`, p] as [string, Movable]] : []));
}

const ofKind = <K extends Kind>(registry: Registry<K>, { kind }: Kinded, prefix: string) =>
  numbersIn(registry.find(kind)?.parameters ?? {}, prefix);

const ofKinds = <K extends Kind>(registry: Registry<K>, list: readonly Kinded[], prefix: string) =>
  list.flatMap((values, i) => ofKind(registry, values, `${prefix}.${i}.`));

const place = numbersIn(descriptions.placeParameters, 'place.');

const reached = ({ extent, profile, modulators: list, sends }: Reached): [string, Movable][] => [
  ...ofKind(extents, extent, 'extent.'),
  ...numbersIn(profileCommon, 'profile.'),
  ...ofKind(profiles, profile, 'profile.'),
  ...ofKinds(modulators, list, 'modulators'),
  ...Object.keys(sends).map((id): [string, Movable] => [`sends.${id}`, descriptions.sendParameter]),
];

/** When a field is on, and the frames it takes, are told in frames themselves. */
const SPAN: readonly string[] = ['from', 'until', 'easeIn', 'easeOut'];

const OF: { readonly [S in MovableSort]: (thing: Movables[S]) => [string, Movable][] } = {
  emitters: (e) => [
    ...numbersIn(descriptions.emitterParameters, ''),
    ...ofKind(shapes, e.shape, 'shape.'),
    ...ofKinds(masks, e.masks, 'masks'),
    // A burst has its own moment; what comes over time is keyed.
    ...e.amounts.flatMap((amount, i) => (amount.kind === 'burst' ? [] : ofKind(amounts, amount, `amounts.${i}.`))),
    ...numbersIn(descriptions.birthParameters, 'birth.'),
    ...ofKind(bonds, e.bond, 'bond.'),
    ...ofKind(looks, e.look, 'look.'),
    ...ofKinds(looks, e.besides, 'besides'),
    ...place,
  ],
  fields: (f) => {
    const kind = fieldKinds.find(f.settings.kind);
    const strength = kind && ({ type: 'number', help: '', ...strengthOf(kind, f.actsAs) } as NumberParameter);
    return [
      ...(strength ? [['strength', strength] as [string, Movable]] : []),
      ...numbersIn(descriptions.fieldParameters, '').filter(([path]) => path !== 'strength' && !SPAN.includes(path)),
      ...ofKind(fieldKinds, f.settings, 'settings.'),
      ...reached(f),
      ...place,
    ];
  },
  groups: (g) => [...numbersIn(descriptions.groupParameters, ''), ...reached(g), ...place],
  zones: (z) => [...numbersIn(descriptions.zoneParameters, ''), ...reached(z), ...place],
  colliders: (c) => [
    ...numbersIn(descriptions.colliderParameters, ''),
    ...ofKind(colliderShapes, c.shape, 'shape.'),
    ...ofKind(responses, c.response, 'response.'),
    ...Object.keys(c.sends).flatMap((id) => numbersIn(descriptions.hitParameters, `sends.${id}.`)),
    ...place,
  ],
  carriers: () => [...numbersIn(descriptions.carrierParameters, ''), ...place],
  dials: () => [['value', descriptions.dialParameters.value]],
  whole: () => [...numbersIn(descriptions.wholeParameters, ''), ...place],
  desk: () => numbersIn(descriptions.deskParameters, ''),
  bounds: () => numbersIn(descriptions.boundsParameters, ''),
  time: () => numbersIn(descriptions.timeParameters, ''),
  camera: () => numbersIn(descriptions.cameraParameters, ''),
  output: () => numbersIn(descriptions.outputParameters, ''),
  light: () => numbersIn(descriptions.lightParameters, ''),
};

/** All numbers of a thing that can be keyed and driven. */
export function numbersOf(sort: MovableSort, thing: Moving): Numbers {
  // The sort says what the thing is; TypeScript can't follow that through a table.
  return Object.fromEntries((OF[sort] as (thing: Moving) => [string, Movable][])(thing));
}
