import { actions } from '../kinds/actions';
import { bodies } from '../kinds/bodies';
import { colliderShapes } from '../kinds/colliders';
import { emissionKinds } from '../kinds/emission';
import { shapes } from '../kinds/emitter-shapes';
import { gates } from '../kinds/gates';
import { looks } from '../kinds/looks';
import { masks } from '../kinds/masks';
import { responses } from '../kinds/responses';
import type { Values } from '../document/parameters';
import type { Kinded } from '../document/registry';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fields } from '../kinds/fields';
import { strengthOf } from '../kinds/fields/strength';
import { modulators } from '../kinds/modulators';
import { falloffCurves } from '../kinds/curves';
import { automationKinds } from '../kinds/automation';
import { completeScene, type Written } from '../scene/read';
import type { Scene } from '../document/scene';
import type { Sort } from './chapters';
import { WEIGHT_MAPS } from './painted-example';
import { BELL, FOUNTAIN, type Topic } from './topics/topic';

/** Particles of a live example. */
const COUNT = 420;

/** Half the width of the cloud, metres. */
const HALF = [1.1, 1.1, 1.1] as const;

/** A still cloud shows what a field does best; what acts on a motion needs one. */
function cloud(moving: boolean): Written {
  const still = { speed: 0, drag: 0.6 };
  const flying = {
    speed: 1.4,
    speedVariance: 0.8,
    launchDirection: 'direction',
    direction: [1, 0.25, 0],
    spread: 30,
    drag: 0,
  };
  return {
    id: 'cloud',
    name: 'Cloud',
    shape: { kind: 'ball', radius: HALF[0], from: 'volume' },
    emission: [{ kind: 'burst', count: COUNT, timing: 'start' }],
    birth: { life: 4.1, ...(moving ? flying : still) },
  };
}

/** A field of a kind with its usual settings, so that the particles feel it. */
function fieldOf(kind: string, over: Written = {}): Written {
  const { startsWith, actions: ways, fit } = fields.get(kind);
  const falloff = falloffShapes.get(startsWith.falloff);
  const actsAs = (over['actsAs'] as string | undefined) ?? ways[0]!;
  return {
    id: 'field',
    name: kind,
    settings: fields.defaults(kind, fit?.(HALF)),
    strength: strengthOf(fields.get(kind), actsAs).default,
    actsAs,
    falloff: falloffShapes.defaults(falloff.kind, falloff.fitted(HALF)),
    ...over,
  };
}

const ball = { kind: 'ball', inner: 0.3, outer: 1.1 };

/** An upward push, and one that a group of levels masks. */
const push = (over: Written): Written =>
  fieldOf('wind', {
    actsAs: 'acceleration',
    strength: 1.2,
    settings: fields.defaults('wind', { direction: [0, 1, 0] }),
    ...over,
  });
const masked = (group: string): Written =>
  push({ id: 'rise', name: 'rise', falloff: { kind: 'everywhere' }, modulators: [{ kind: 'group', group }] });

/** The mesh that pages on meshes use. */
const MESHES = [{ id: 'mesh', name: 'Bed', source: { kind: 'terrain', detail: 24 } }];

/** Values that name the mesh and the weight map of the examples, where they name such. */
const withThings = (values: Kinded): Kinded => ({
  ...values,
  ...('mesh' in values && { mesh: 'mesh' }),
  ...('weightMap' in values && { weightMap: 'weights' }),
});

/** A field that is filled from a group, with a muted one to fill it from. */
function filledFrom(field: Written): Parts {
  const swirl = fieldOf('vortex', {
    id: 'swirl',
    name: 'swirl',
    group: 'source',
    actsAs: 'acceleration',
    settings: fields.defaults('vortex', { inwardPull: 1 }),
  });
  return {
    fields: [swirl, { ...field, settings: { ...(field['settings'] as Kinded), group: 'source' } }],
    groups: [{ id: 'source', name: 'Source', mute: true }],
  };
}

interface Parts {
  readonly fields: readonly Written[];
  readonly groups?: readonly Written[];
  readonly zones?: readonly Written[];
  readonly dials?: readonly Written[];
  readonly colliders?: readonly Written[];
  readonly carriers?: readonly Written[];
  readonly time?: Written;
  readonly bounds?: Written;
  readonly sceneTransform?: Written;
  readonly camera?: Written;
  readonly output?: Written;
  readonly light?: Written;
  /** Over the cloud. */
  readonly emitter?: Written;
  /** Whether the cloud moves of itself. */
  readonly moving?: boolean;
}

/** The points of a winding line. */
const POINTS = Array.from({ length: 40 }, (_, i) => [Math.cos(i / 4) * 0.8, i / 20 - 1, Math.sin(i / 4) * 0.8]);

/** Births that rise slowly off any shape. */
const RISING = {
  life: 1.6,
  speed: 0.25,
  launchDirection: 'direction',
  direction: [0, 1, 0],
  spread: 6,
  drag: 0,
} as const;
const STEADY = [{ kind: 'rate', rate: 260 }] as const;

/** The fountain of the topics, a little denser. */
const DENSER = { ...FOUNTAIN, emission: STEADY } as const;

/** The fountain with particles that are large enough to see their look. */
const LARGE = { ...DENSER, birth: { ...FOUNTAIN.birth, size: 0.09, sizeVariance: 0.03 } } as const;

/** A rain of particles on a collider. */
const falling = (collider: Written): Parts => ({
  fields: [fieldOf('gravity')],
  emitter: {
    shape: { kind: 'disc', radius: 0.9 },
    transform: { position: [0, 1.2, 0] },
    emission: [{ kind: 'rate', rate: 130 }],
    birth: { life: 2.4, speed: 0, drag: 0 },
  },
  colliders: [{ id: 'collider', name: 'Collider', transform: { position: [0, -0.7, 0] }, ...collider }],
});

const within = (over: Values, name: string) => over[name] as Values | undefined;

/** What the scene of a page is made of, by the sort of the page. */
const PARTS: Readonly<Record<Sort, (kind: string, over: Values) => Parts>> = {
  field(kind, over) {
    const { strength, actsAs } = over;
    const own = fieldOf(kind, { ...(actsAs !== undefined && { actsAs }), ...(strength !== undefined && { strength }) });
    const field = { ...own, settings: withThings({ ...(own['settings'] as Kinded), ...within(over, 'settings') }) };
    const [acts] = fields.get(kind).actions;
    // Round a circle a path can be followed for long.
    const circle = { kind: 'path', form: 'circle', pathRadius: 0.8, inner: 0.5, outer: 1.2 };
    if (fields.get(kind).view?.path) return { fields: [{ ...field, falloff: falloffShapes.defaults('path', circle) }] };
    if ('group' in fields.get(kind).parameters) return filledFrom(field);
    if (acts === 'mask')
      return { fields: [{ ...field, group: 'mask' }, masked('mask')], groups: [{ id: 'mask', name: 'Mask' }] };
    return { fields: [field], moving: !actions.get(acts!).isVector };
  },
  action(kind, over) {
    if (kind === 'mask') return PARTS.field('mask', over);
    const { kind: of } = fields.list.find((f) => f.actions.includes(kind) && f.kind !== 'gravity')!;
    const { blends, isVector } = actions.get(kind);
    const usual = kind === 'set-velocity' || kind === 'steer' ? 0.06 : (blends?.default ?? 1);
    return {
      fields: [fieldOf(of, { actsAs: kind, strength: over['strength'] ?? usual })],
      moving: kind === 'steer' || !isVector,
    };
  },
  falloff: (kind, over) => ({
    fields: [
      push({
        falloff: withThings({
          ...falloffShapes.defaults(kind, falloffShapes.get(kind).fitted([0.6, 0.6, 0.6])),
          ...within(over, 'falloff'),
        }),
      }),
    ],
  }),
  curve: (kind, over) => ({
    fields: [push({ falloff: ball, curve: { ...falloffCurves.defaults(kind), ...within(over, 'curve') } })],
  }),
  modulator(kind, over) {
    const values = withThings({ ...modulators.defaults(kind), ...within(over, 'modulator') });
    if (kind === 'zone')
      return {
        fields: [push({ falloff: { kind: 'everywhere' }, modulators: [{ ...values, zone: 'zone' }] })],
        zones: [{ id: 'zone', name: 'Zone', falloff: ball }],
      };
    if (kind === 'along') {
      const { emitter } = PARTS.body('strands', {});
      return { fields: [push({ falloff: { kind: 'everywhere' }, modulators: [values] })], emitter: emitter! };
    }
    if (kind !== 'group')
      return { fields: [push({ falloff: { kind: 'everywhere' }, modulators: [values] })], moving: kind === 'speed' };
    const mask = fieldOf('mask', { id: 'weight', name: 'Weight', group: 'mask', falloff: ball });
    const lifted = { ...masked('mask'), id: 'field', modulators: [{ ...values, group: 'mask' }] };
    return { fields: [mask, lifted], groups: [{ id: 'mask', name: 'Mask' }] };
  },
  automation(kind, over) {
    const usual = automationKinds.defaults(kind, {
      ...(automationKinds.get(kind).parameters['outputMin'] && { outputMin: -1.5, outputMax: 1.5 }),
      ...(kind === 'dial' && { dial: 'swell' }),
      ...(kind === 'loudness' && { sound: BELL.hash, outputMin: 0, outputMax: 6 }),
    });
    return {
      fields: [
        push({
          falloff: { kind: 'everywhere' },
          strength: 1,
          automations: { strength: { ...usual, ...within(over, 'automation') } },
        }),
      ],
      dials: [
        {
          id: 'swell',
          name: 'swell',
          automations: { value: { kind: 'wave', outputMin: -1.5, outputMax: 1.5, period: 2 } },
        },
      ],
    };
  },
  body(kind, over) {
    const body = { ...bodies.defaults(kind), ...within(over, 'body') };
    const current = fieldOf('turbulence', { actsAs: 'flow', strength: over['strength'] ?? 1.2 });
    if (kind === 'points') return { fields: [current], emitter: { body } };
    const shape =
      kind === 'strands' ? { kind: 'lattice', nx: 6, nz: 4, width: 1.8, depth: 1.2 } : { kind: 'mesh', mesh: 'mesh' };
    return {
      fields: [current],
      emitter: {
        shape,
        transform: { position: [0, kind === 'strands' ? -0.7 : 0, 0] },
        emission: [{ kind: 'burst', count: kind === 'strands' ? 24 : 1, timing: 'start' }],
        birth: { immortal: true, speed: 0, drag: 2 },
        body,
      },
    };
  },
  rule(kind, over) {
    const scalar = kind === 'product';
    const bump = (id: string, x: number, usual: number) => {
      const own = {
        id,
        name: id,
        group: 'both',
        strength: over[id] ?? usual,
        transform: { position: [x, 0, 0] },
        falloff: ball,
      };
      return scalar ? fieldOf('mask', own) : push(own);
    };
    const bumps = [bump('left', -0.45, 1), bump('right', 0.45, 0.7)];
    return { fields: scalar ? [...bumps, masked('both')] : bumps, groups: [{ id: 'both', name: 'Both', rule: kind }] };
  },
  shape(kind, over) {
    const usual = {
      ...(kind === 'text' && { text: 'Bathyclast' }),
      ...(kind === 'cloud' && { points: POINTS }),
    };
    const shape = withThings({ ...shapes.defaults(kind, usual), ...within(over, 'shape') });
    return { fields: [], emitter: { shape, birth: RISING, emission: STEADY } };
  },
  emission: (kind, over) => ({
    fields: [],
    emitter: {
      ...DENSER,
      emission: [
        {
          ...emissionKinds.defaults(kind, kind === 'rate' ? { rate: 120 } : { count: 300, frame: 8 }),
          ...within(over, 'emission'),
        },
      ],
    },
  }),
  gate: (kind, over) => ({
    fields: [],
    emitter: {
      ...DENSER,
      gate: {
        ...gates.defaults(
          kind,
          kind === 'windows'
            ? {
                spans: [
                  [6, 30],
                  [48, 60],
                ],
              }
            : {},
        ),
        ...within(over, 'gate'),
      },
    },
  }),
  mask: (kind, over) => ({
    fields: [],
    emitter: {
      shape: { kind: 'mesh', mesh: 'mesh' },
      birth: RISING,
      emission: STEADY,
      masks: [withThings({ ...masks.defaults(kind), ...within(over, 'mask') })],
    },
  }),
  look: (kind, over) => {
    const draws = looks.get(kind).draws;
    const bonded = draws === undefined ? undefined : PARTS.body(draws, {}).emitter;
    return {
      fields: [fieldOf('turbulence', { strength: 0.8 })],
      emitter: {
        ...(bonded ?? (kind === 'trail' ? DENSER : LARGE)),
        look: { ...looks.defaults(kind), ...within(over, 'look') },
      },
      ...(draws === 'soft-mesh' && { camera: { position: [4, 3, 11] } }),
    };
  },
  collider: (kind, over) =>
    falling({ shape: withThings({ ...colliderShapes.defaults(kind), ...within(over, 'collider') }) }),
  response: (kind, over) =>
    falling({ shape: { kind: 'plane' }, response: { ...responses.defaults(kind), ...within(over, 'response') } }),
};

/** A little from above and the side. */
const SEEN_FROM = { position: [1.7, 1, 4.7], target: [0, 0, 0] };

/** A small scene of four seconds of those parts, over the cloud. */
const played = ({ moving = false, emitter = {}, time = {}, camera = {}, ...parts }: Partial<Parts>): Scene =>
  completeScene({
    name: 'Example',
    seed: 3,
    time: { fps: 24, first: 0, last: 95, ...time },
    emitters: [{ ...cloud(moving), ...emitter }],
    meshes: MESHES,
    weightMaps: WEIGHT_MAPS,
    sounds: [BELL],
    camera: { ...SEEN_FROM, ...camera },
    ...parts,
  });

/** Whether the example of a topic is about the picture, and is seen through the shot camera. */
export const isTaken = ({ example }: Topic): boolean =>
  [example?.camera, example?.output, example?.light].some((part) => part !== undefined);

/** The small scene of a topic; undefined where nothing of it would move. */
export const topicExample = ({ example }: Topic): Scene | undefined => example && played(example);

/**
 * The small scene that a page of the handbook plays. `over` holds what was changed on the page: a strength, and values
 * of the part that the page is about; for a rule, the strengths of its two bumps, left and right.
 */
export const exampleOf = (sort: Sort, kind: string, over: Values = {}): Scene => played(PARTS[sort](kind, over));
