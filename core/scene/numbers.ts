import { amounts } from '../amounts';
import { bonds } from '../bonds';
import { colliderShapes } from '../colliders';
import type { Description, NumberParameter, Parameter, VectorParameter } from '../describe/parameters';
import type { Kinded, Registry, Kind } from '../describe/registry';
import { extents } from '../extents';
import { fields as fieldKinds } from '../fields';
import { strengthOf } from '../fields/strength';
import { looks } from '../looks';
import { masks } from '../masks';
import { modulators } from '../modulators';
import { profiles } from '../profiles';
import { profileCommon } from '../profiles/profile';
import { responses } from '../responses';
import { shapes } from '../shapes';
import * as descriptions from './descriptions';
import type { Carrier, Collider, Dial, Emitter, Field, Group, Moving, Reached, Scene, Whole, Zone } from './document';

/** A number or vector that can be keyed and driven. */
export type Movable = NumberParameter | VectorParameter;

/** All numbers of a thing, by their paths in it, such as `settings.direction` or `amounts.0.rate`. */
export type Numbers = Readonly<Record<string, Movable>>;

/** Things whose numbers can be keyed and driven, by the names of their lists; `whole` stands alone. */
export interface Movables {
  readonly emitters: Emitter;
  readonly fields: Field;
  readonly groups: Group;
  readonly colliders: Collider;
  readonly carriers: Carrier;
  readonly zones: Zone;
  readonly dials: Dial;
  readonly whole: Whole;
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

/** A scene with such things changed, the whole among them; lists in which nothing changes stay as they are. */
export function withThings(
  scene: Scene,
  change: (thing: Moving, sort: MovableSort) => Moving,
  sorts: readonly MovableSort[] = ALL_SORTS,
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

const ALL_SORTS: readonly MovableSort[] = [...MOVABLE_LISTS, 'whole'];

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
    ...place,
  ],
  carriers: () => [...numbersIn(descriptions.carrierParameters, ''), ...place],
  dials: () => [['value', descriptions.dialParameters.value]],
  whole: () => [...numbersIn(descriptions.wholeParameters, ''), ...place],
};

/** All numbers of a thing that can be keyed and driven. */
export function numbersOf<S extends MovableSort>(sort: S, thing: Movables[S]): Numbers {
  return Object.fromEntries(OF[sort](thing));
}

/** The value at a path in a thing; undefined where there is none. */
export function valueOf(thing: object, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>((at, key) => (at === null || typeof at !== 'object' ? undefined : (at as Record<string, unknown>)[key]), thing);
}

/** Keys or drives of a thing after a row of one of its lists is taken away: those of the row go, those of later rows follow. */
export function withoutRow<T>(byPath: Readonly<Record<string, T>>, list: string, row: number): Record<string, T> {
  return Object.fromEntries(
    Object.entries(byPath).flatMap(([path, value]): [string, T][] => {
      const [name, index, ...rest] = path.split('.');
      if (name !== list || Number(index) < row) return [[path, value]];
      return Number(index) === row ? [] : [[[name, Number(index) - 1, ...rest].join('.'), value]];
    }),
  );
}

/** A thing with another value at a path that it has. */
export function withValue<T extends object>(thing: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const inner = (thing as Record<string, unknown>)[key];
  const next = rest.length === 0 ? value : withValue(inner as object, rest.join('.'), value);
  if (Array.isArray(thing)) return thing.map((item: unknown, i) => (String(i) === key ? next : item)) as unknown as T;
  return { ...thing, [key]: next };
}
