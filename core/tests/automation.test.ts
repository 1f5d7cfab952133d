import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCENE_VERSION } from '../document/scene';
import type { Kind, Kinded, Registry } from '../document/registry';
import { falloffShapes } from '../kinds/falloff-shapes';
import { findExample } from '../examples';
import { fields as fieldKinds } from '../kinds/fields';
import { emissionKinds } from '../kinds/emission';
import { bodies } from '../kinds/bodies';
import { colliderShapes } from '../kinds/colliders';
import type { Description, Parameter } from '../document/parameters';
import { masks } from '../kinds/masks';
import { falloffCurves } from '../kinds/curves';
import { responses } from '../kinds/responses';
import * as descriptions from '../document/descriptions';
import { cross, normalised, type Vector, mapVector } from '../lib/math/vector';
import { motionOf } from '../document/keys/motion';
import { looks } from '../kinds/looks';
import { probe } from '../measure/probe';
import { modulators } from '../kinds/modulators';
import {
  type Written,
  checkScene,
  completeCollider,
  completeEmitter,
  completeField,
  completeScene,
} from '../scene/read';
import { dialsOf } from '../document/dials';
import type { Scene } from '../document/scene';
import { automatedNumber, isMovable, type Numbers } from '../document/movable';
import { automated } from '../scene/automated';
import { thingAt } from '../document/keys/thing-at';
import { MOVABLE_SORTS, numbersOf, thingsOf, type MovableSort } from '../scene/numbers';
import { valueOf } from '../document/value-paths';
import { shapes } from '../kinds/emitter-shapes';
import { Simulation } from '../sim/step/simulation';
import { automationKinds } from '../kinds/automation';
import { ENVELOPE_RATE, envelopeOf } from '../kinds/automation/envelope';
import { binned, chiSquare, only, runTo, testScene, thrown } from './scenes';

const SOUNDS: Scene['sounds'] = [
  {
    hash: 'a'.repeat(64),
    name: 'Taps',
    levels: Array.from({ length: 400 }, (_, i) => (i % 50 < 10 ? 255 - 20 * (i % 50) : 0)),
  },
];
const source = (values: Kinded, stream = 77) => ({
  values,
  fps: 24,
  first: 0,
  last: 240,
  dials: dialsOf({ dials: [] }),
  stream,
  sounds: SOUNDS,
  closes: 0,
});
const automation = (kind: string, over: Written = {}, stream?: number) =>
  automationKinds.get(kind).compile(source(automationKinds.defaults(kind, over), stream));

describe('tides', () => {
  it('a wave has its form: middle, crest, middle, trough; all within their range', () => {
    const quarters = (form: string) =>
      [0, 1, 2, 3].map((q) => automation('wave', { form, outputMin: -1, outputMax: 3, period: 4 })(24 * q));
    expect(quarters('sine').map((n) => Math.round(n * 1e9) / 1e9)).toEqual([1, 3, 1, -1]);
    expect(quarters('triangle')).toEqual([1, 3, 1, -1]);
    expect(quarters('saw')).toEqual([1, 2, -1, 0]);
    expect(quarters('square')).toEqual([3, 3, -1, -1]);
  });

  it('waves that are spread begin at different places, each thing always at its own; all within the spread', () => {
    const begins = Array.from({ length: 400 }, (_, thing) =>
      automation('wave', { form: 'saw', outputMin: -180, outputMax: 180, spread: 90 }, thing)(0),
    );
    expect(Math.max(...begins.map(Math.abs))).toBeLessThanOrEqual(45);
    expect(chiSquare(binned(begins, -45, 45))).toBeLessThan(43.8);
    expect(automation('wave', { spread: 90 }, 5)(11)).toBe(automation('wave', { spread: 90 }, 5)(11));
  });

  it('gusts of different seeds do not all begin with the scene', () => {
    const jumps = Array.from({ length: 30 }, (_, seed) => {
      const give = automation('gust', { outputMin: 0, outputMax: 1, waitLow: 1, waitHigh: 2, attack: 0, seed });
      return give(-0.001) !== give(0.001);
    });
    expect(jumps.filter(Boolean).length).toBeLessThan(2);
  });

  it('gusts: values are uniform in their range, waits uniform in theirs, and each eases within its attack', () => {
    const values = { outputMin: 2, outputMax: 6, waitLow: 0.5, waitHigh: 1.5, attack: 0 };
    const give = automation('gust', values);
    const seen: number[] = [];
    const waits: number[] = [];
    let [now, since] = [give(0), 0];
    // At a thousandth of a second a change is found to within that.
    for (let time = 0.001; seen.length < 3000; time += 0.001) {
      const next = give(time * 24);
      if (next === now) continue;
      seen.push(next);
      waits.push(time - since);
      [now, since] = [next, time];
    }
    expect(Math.min(...seen)).toBeGreaterThanOrEqual(2);
    expect(Math.max(...seen)).toBeLessThanOrEqual(6);
    // 19 degrees of freedom: above 43.8 once in a thousand.
    expect(chiSquare(binned(seen, 2, 6))).toBeLessThan(43.8);
    expect(chiSquare(binned(waits.slice(1), 0.5, 1.5))).toBeLessThan(43.8);
    const eased = automation('gust', { ...values, attack: 0.4 });
    for (let frame = 0; frame < 400; frame += 0.05)
      expect(Math.abs(eased(frame + 0.05) - eased(frame))).toBeLessThan((4 * 1.5 * 0.05) / 24 / 0.4 + 1e-9);
  });

  it('a drift is continuous, stays within its range, and is about as likely anywhere in it', () => {
    const give = automation('drift', { outputMin: -2, outputMax: 2, size: 1 });
    const values = Array.from({ length: 40000 }, (_, i) => give(i * 7.3));
    expect(Math.max(...values.map(Math.abs))).toBeLessThan(2);
    for (const count of binned(values, -2, 2)) expect(Math.abs(count / 2000 - 1)).toBeLessThan(0.5);
    for (let f = 0; f < 500; f += 0.01) expect(Math.abs(give(f + 0.01) - give(f))).toBeLessThan(0.02);
  });

  it.each(automationKinds.list.map((t) => t.kind))(
    '%s is the same whether it is asked in order or at random, before 0 as well',
    (kind) => {
      const frames = Array.from({ length: 200 }, (_, i) => i * 1.7 - 120);
      const inOrder = automation(kind);
      const asked = frames.map((f) => inOrder(f));
      const atRandom = automation(kind);
      for (const i of frames.map((_, i) => (i * 73) % 200)) expect(atRandom(frames[i]!)).toBe(asked[i]);
    },
  );

  it('loudness: the envelope of a tone is its root mean square over the loudest, and it is followed up and down by e^(−t/τ)', () => {
    // A tone of 1 for a second, one of a quarter for the next; silence.
    const rate = 8000;
    const tone = Float32Array.from(
      { length: 3 * rate },
      (_, i) => (i < rate ? 1 : i < 2 * rate ? 0.25 : 0) * Math.sin((2 * Math.PI * 400 * i) / rate),
    );
    const levels = envelopeOf([tone, tone], rate);
    expect(levels).toHaveLength(3 * ENVELOPE_RATE);
    expect([levels[50], levels[150], levels[250]]).toEqual([255, Math.round(255 / 4), 0]);
    const sounds = [{ hash: 'h', name: 'Tone', levels }];
    const values = automationKinds.defaults('loudness', {
      sound: 'h',
      outputMin: 1,
      outputMax: 3,
      attack: 0.2,
      release: 0.5,
      start: 1,
    });
    const give = automationKinds.get('loudness').compile({ ...source(values), sounds });
    const at = (seconds: number) => (give(24 * seconds) - 1) / 2;
    expect([at(-5), at(0.98), at(60)].every((n) => Math.abs(n) < 1e-3)).toBe(true);
    // From the middle of the first window on.
    for (const t of [0.1, 0.2, 0.6]) expect(at(1 + t)).toBeCloseTo(1 - Math.exp(-(t + 0.005) / 0.2), 3);
    const before = at(2);
    for (const t of [0.25, 0.75]) expect(at(2 + t)).toBeCloseTo(0.25 + (before - 0.25) * Math.exp(-t / 0.5), 2);
    expect(envelopeOf([new Float32Array(800)], rate)).toEqual(new Array(10).fill(0));
  });

  it('a vector that is automated as a whole is turned about its axis by degrees: its length and what lies along the axis stay', () => {
    const about: Vector = [0.3, 1, -0.2];
    const turn = { kind: 'gust', outputMin: -40, outputMax: 40, waitLow: 0.2, waitHigh: 0.6, attack: 0.1, about };
    const scene = completeScene({
      ...testScene({
        fields: [{ settings: { kind: 'wind', direction: [1, 0.5, 0] }, automations: { 'settings.direction': turn } }],
        time: { last: 200 },
      }),
    });
    expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
    const field = automated(scene).fields[0]!;
    const axis = normalised(about);
    const along = (v: Vector) => v[0] * axis[0] + v[1] * axis[1] + v[2] * axis[2];
    const across = (v: Vector): Vector => mapVector(v, (n, i) => n - along(v) * axis[i]!);
    const start = across([1, 0.5, 0]);
    const angles = Array.from({ length: 200 }, (_, frame) => {
      const now = thingAt(field, frame).settings['direction'] as Vector;
      expect(Math.hypot(...now)).toBeCloseTo(Math.hypot(1, 0.5), 9);
      expect(along(now)).toBeCloseTo(along([1, 0.5, 0]), 9);
      const p = across(now);
      const sine = along(cross(start, p));
      return (Math.atan2(sine, start[0] * p[0] + start[1] * p[1] + start[2] * p[2]) * 180) / Math.PI;
    });
    expect(Math.max(...angles)).toBeLessThanOrEqual(40 + 1e-6);
    expect(Math.min(...angles)).toBeGreaterThanOrEqual(-40 - 1e-6);
    expect(Math.max(...angles) - Math.min(...angles)).toBeGreaterThan(50);
    const give = automationKinds.get('gust').compile({ ...source(automationKinds.defaults('gust', turn)), stream: 1 });
    expect(give(0)).not.toBe(give(100));
  });

  it('a pulse rises, holds and falls', () => {
    const give = automation('pulse', { outputMin: 0, outputMax: 2, every: 4, attack: 1, hold: 1, release: 1 });
    expect([0, 0.5, 1, 1.9, 2.5, 3, 3.9, 4.5].map((t) => Math.round(give(24 * t) * 1000) / 1000)).toEqual([
      0, 1, 2, 2, 1, 0, 0, 1,
    ]);
  });
});

/** A scene in which every sort of thing stands, and some of every kind. */
function everything(): Scene {
  const document = {
    format: 'bathyclast-scene',
    version: SCENE_VERSION,
    name: 'All',
    time: { last: 12 },
    meshes: [{ id: 'm', name: 'M', source: { kind: 'ball' } }],
    emitters: [
      ...shapes.list.map(({ kind }, i) => ({
        id: `e${i}`,
        name: kind,
        shape: { kind, ...('mesh' in shapes.defaults(kind) && { mesh: 'm' }) },
        masks: i === 0 ? [{ kind: 'noise' }] : [],
        emission: [{ kind: 'rate', rate: 30 }],
        look: { kind: looks.list[i % looks.list.length]!.kind },
      })),
      {
        id: 'strands',
        name: 'Strands',
        shape: { kind: 'point' },
        emission: [{ kind: 'burst', count: 1 }],
        body: { kind: 'strands' },
      },
    ],
    fields: fieldKinds.list.map(({ kind, startsWith }, i) => ({
      id: `f${i}`,
      name: kind,
      settings: { kind, ...('mesh' in fieldKinds.defaults(kind) && { mesh: 'm' }) },
      ...(fieldKinds.get(kind).actions[0] === 'mask' && { group: 'g' }),
      falloff: {
        kind:
          startsWith.falloff === 'everywhere'
            ? falloffShapes.list[i % falloffShapes.list.length]!.kind
            : startsWith.falloff,
      },
      modulators: [{ kind: modulators.list[i % modulators.list.length]!.kind }],
      sends: { e0: 0.5 },
    })),
    groups: [{ id: 'g', name: 'G', rule: 'product' }],
    colliders: [{ id: 'c', name: 'C', shape: { kind: 'ball' }, sends: { e0: { bounce: 0.7 } } }],
    bounds: { on: true, size: [60, 60, 60] },
    desk: { limited: true },
    carriers: [{ id: 'k', name: 'K', motion: 'fields' }],
    zones: [{ id: 'z', name: 'Z' }],
    dials: [{ id: 'd', name: 'hub', value: 0.4 }],
  };
  expect(checkScene(document)).toEqual([]);
  return completeScene(document);
}

/** The things of a sort, changed: a list where the scene has several. */
function changed(scene: Scene, sort: MovableSort, change: (thing: never) => object): unknown {
  const things = thingsOf(scene, sort).map((thing) => change(thing as never));
  return Array.isArray(scene[sort]) ? things : things[0];
}

/** Every column of every population of a run. */
const state = (run: Simulation) =>
  run.populations.map((p) => [
    ...p.id.subarray(0, p.count),
    ...['x', 'y', 'z', 'vx'].flatMap((c) => [...p.columns[c as 'x'].subarray(0, p.count)]),
  ]);

/** Where the numbers of every kind stand: in a thing that has that kind. */
const STANDS: readonly (readonly [Registry<Kind>, (kind: Kinded) => Numbers])[] = [
  [shapes, (shape) => numbersOf('emitters', completeEmitter({ id: 'e', name: 'E', shape }))],
  [
    masks,
    (mask) => numbersOf('emitters', completeEmitter({ id: 'e', name: 'E', shape: { kind: 'point' }, masks: [mask] })),
  ],
  [
    emissionKinds,
    (amount) =>
      numbersOf('emitters', completeEmitter({ id: 'e', name: 'E', shape: { kind: 'point' }, emission: [amount] })),
  ],
  [bodies, (body) => numbersOf('emitters', completeEmitter({ id: 'e', name: 'E', shape: { kind: 'point' }, body }))],
  [looks, (look) => numbersOf('emitters', completeEmitter({ id: 'e', name: 'E', shape: { kind: 'point' }, look }))],
  [fieldKinds, (settings) => numbersOf('fields', completeField({ id: 'f', name: 'F', settings }))],
  [
    falloffShapes,
    (falloff) => numbersOf('fields', completeField({ id: 'f', name: 'F', settings: { kind: 'gravity' }, falloff })),
  ],
  [
    falloffCurves,
    (curve) => numbersOf('fields', completeField({ id: 'f', name: 'F', settings: { kind: 'gravity' }, curve })),
  ],
  [
    modulators,
    (row) =>
      numbersOf('fields', completeField({ id: 'f', name: 'F', settings: { kind: 'gravity' }, modulators: [row] })),
  ],
  [colliderShapes, (shape) => numbersOf('colliders', completeCollider({ id: 'c', name: 'C', shape }))],
  [
    responses,
    (response) => numbersOf('colliders', completeCollider({ id: 'c', name: 'C', shape: { kind: 'ball' }, response })),
  ],
];

/** Descriptions of what stands in a scene itself, by the sort of thing they describe. */
const DESCRIBED: readonly (readonly [MovableSort, Description])[] = [
  ['emitters', descriptions.emitterParameters],
  ['emitters', descriptions.birthParameters],
  ['emitters', descriptions.transformParameters],
  ['fields', descriptions.fieldParameters],
  ['groups', descriptions.groupParameters],
  ['colliders', descriptions.colliderParameters],
  ['colliders', descriptions.hitParameters],
  ['carriers', descriptions.carrierParameters],
  ['zones', descriptions.zoneParameters],
  ['dials', descriptions.dialParameters],
  ['sceneTransform', descriptions.sceneTransformParameters],
  ['desk', descriptions.deskParameters],
  ['bounds', descriptions.boundsParameters],
  ['time', descriptions.timeParameters],
  ['camera', descriptions.cameraParameters],
  ['output', descriptions.outputParameters],
];

describe('every number of a scene', () => {
  const scene = everything();

  it('is among those that can be keyed and automated: of every kind in every registry, and of every description', () => {
    // A burst has its one moment; a field’s span is told in frames; a field’s strength has the unit of its way of
    // acting.
    const spared = new Set<Parameter>([
      ...Object.values(emissionKinds.get('burst').parameters),
      ...(['activeFrom', 'activeUntil', 'easeIn', 'easeOut', 'strength'] as const).map(
        (name) => descriptions.fieldParameters[name],
      ),
    ]);
    const wanted = (description: Description) =>
      Object.entries(description).filter(([, p]) => isMovable(p) && !spared.has(p));
    let walked = 0;
    for (const [registry, stands] of STANDS)
      for (const { kind } of registry.list) {
        const there = new Set<Parameter>(Object.values(stands(registry.defaults(kind))));
        for (const [name, p] of wanted(registry.get(kind).parameters)) {
          expect(there.has(p), `${kind}: ${name}`).toBe(true);
          walked++;
        }
      }
    for (const [sort, description] of DESCRIBED) {
      const there = new Set<Parameter>(
        thingsOf(scene, sort).flatMap((thing) => Object.values(numbersOf(sort, thing as never))),
      );
      for (const [name, p] of wanted(description)) expect(there.has(p), `${sort}: ${name}`).toBe(true);
    }
    expect(walked).toBeGreaterThan(200);
  });

  it('can be keyed, and where all keys say what was plain, nothing changes by a bit', () => {
    let numbers = 0;
    const keyed = { ...scene } as Record<string, unknown>;
    for (const sort of MOVABLE_SORTS)
      keyed[sort] = changed(scene, sort, (thing) => {
        const paths = Object.keys(numbersOf(sort, thing)).filter((path) => !path.startsWith('transform.'));
        numbers += paths.length;
        const keys = Object.fromEntries(
          paths.map((path) => [path, [0, 6].map((frame) => ({ frame, value: valueOf(thing, path), ease: 'linear' }))]),
        );
        return { ...(thing as object), keys };
      });
    expect(numbers).toBeGreaterThan(500);
    expect(checkScene(JSON.parse(JSON.stringify(keyed)))).toEqual([]);
    expect(state(runTo(keyed as never, 8))).toEqual(state(runTo(scene, 8)));
  });

  it('can be automated, each part of a vector by itself', () => {
    let automated = 0;
    const moving = { ...scene } as Record<string, unknown>;
    for (const sort of MOVABLE_SORTS)
      moving[sort] = changed(scene, sort, (thing) => {
        const numbers = numbersOf(sort, thing);
        const paths = Object.entries(numbers).flatMap(([path, p]) =>
          p.type === 'number' ? [path] : [0, 1, 2].map((i) => `${path}.${i}`),
        );
        for (const path of paths) expect(automatedNumber(numbers, path)).toBeDefined();
        automated += paths.length;
        return {
          ...(thing as object),
          automations: Object.fromEntries(
            paths.map((path) => [
              path,
              automationKinds.defaults('wave', { outputMin: 0.99, outputMax: 1.01, combination: 'multiply' }),
            ]),
          ),
        };
      });
    expect(automated).toBeGreaterThan(600);
    expect(checkScene(JSON.parse(JSON.stringify(moving)))).toEqual([]);
    const run = runTo(completeScene(JSON.parse(JSON.stringify(moving)) as never), 6);
    for (const { columns, count } of run.populations)
      expect(columns.x.subarray(0, count).every(Number.isFinite)).toBe(true);
  });
});

describe('a number that moves', () => {
  const keyedWind = testScene({
    emitter: thrown([0, 0, 0], { drag: 2 }),
    fields: [
      {
        settings: { kind: 'wind', direction: [1, 0, 0] },
        strength: 1,
        keys: {
          strength: [
            { frame: 0, value: 1, ease: 'linear' },
            { frame: 10, value: 3, ease: 'linear' },
          ],
        },
      },
    ],
    time: { last: 40 },
  });

  it('is at each frame what a scene with that plain number is', () => {
    for (const frame of [0, 3, 7.5, 10, 30]) {
      const plain = { ...keyedWind, fields: keyedWind.fields.map((f) => ({ ...thingAt(f, frame), keys: {} })) };
      const at = { position: [0, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 1 } as const;
      const ask = (scene: Scene) => probe(scene, new Map(), frame, scene.emitters[0]!, at).total.medium;
      expect(ask(keyedWind)).toEqual(ask(plain));
      expect(ask(keyedWind)[0]).toBeCloseTo(Math.min(3, 1 + 0.2 * frame), 12);
    }
  });

  it('a wave on a dial moves what hangs on the dial, by gain and offset, and two things alike', () => {
    const hung = (gain: number, offset: number): Written => ({
      settings: { kind: 'wind', direction: [1, 0, 0] },
      automations: { strength: { kind: 'dial', dial: 'current', gain, offset } },
    });
    const scene = completeScene({
      ...testScene({ fields: [hung(2, 1)] }),
      time: { ...testScene().time, last: 96 },
      dials: [
        {
          id: 'd',
          name: 'current',
          value: 5,
          automations: { value: { kind: 'wave', outputMin: -1, outputMax: 1, period: 4 } },
        },
      ],
    });
    const moved = automated(scene);
    const strengthAt = (frame: number) => thingAt(moved.fields[0]!, frame).strength;
    for (const [frame, value] of [
      [0, 1],
      [24, 3],
      [48, 1],
      [72, -1],
    ] as const)
      expect(strengthAt(frame)).toBeCloseTo(value, 9);
  });

  it('adds to or multiplies what it is keyed to, and keeps what is possible', () => {
    const drag = (automation: Written, keys: Written = {}) => {
      const moved = automated(
        completeScene({
          ...testScene(),
          emitters: [
            { ...testScene().emitters[0]!, birth: { drag: 0.5 }, automations: { 'birth.drag': automation }, keys },
          ],
          time: { last: 10 },
        }),
      );
      return (frame: number) => thingAt(moved.emitters[0]!, frame).birth.drag;
    };
    const formula = (text: string, acts: string) => ({ kind: 'formula', formula: text, combination: acts });
    expect(drag(formula('0.1 × frame', 'add'))(4)).toBeCloseTo(0.9, 12);
    expect(drag(formula('2', 'multiply'), { 'birth.drag': [{ frame: 0, value: 3, ease: 'linear' }] })(4)).toBe(6);
    expect(drag(formula('0 − 7', 'replace'))(4)).toBe(0);
  });

  const births = (emitter: Written, until = 60) => {
    const run = runTo(testScene({ emitter: { birth: { life: 1000 }, ...emitter }, time: { last: 100 } }), until);
    const { birth, count, id } = run.populations[0]!;
    return Array.from({ length: count }, (_, i) => [id[i]!, birth[i]!]).toSorted((a, b) => a[0]! - b[0]!);
  };

  it('is on before frame 40 and again from 64, by keys, by a gate and by a formula: the same births', () => {
    const emission = [{ kind: 'rate', rate: 3, rateUnit: 'frame' }];
    const gated = births(
      {
        emission,
        gate: {
          kind: 'windows',
          spans: [
            [0, 40],
            [64, 1000],
          ],
        },
      },
      80,
    );
    const written = births({ emission, gate: { kind: 'formula', formula: 'frame < 40 or frame >= 64' } }, 80);
    const keys = [0, 40, 64].map((frame) => ({ frame, value: frame === 40 ? 0 : 3, ease: 'step' }));
    expect(gated).toHaveLength((40 + 16) * 3);
    expect(written).toEqual(gated);
    expect(births({ emission, keys: { 'emission.0.rate': keys } }, 80)).toEqual(gated);
  });

  it('emits every 17 frames from frame 4 for two, by keys, by a gate and by a formula: the same births', () => {
    const emission = [{ kind: 'rate', rate: 5, rateUnit: 'frame' }];
    const gated = births({ emission, gate: { kind: 'pulses', from: 4, every: 17, on: 2 } });
    const written = births({ emission, gate: { kind: 'formula', formula: 'frame >= 4 and mod(frame − 4, 17) < 2' } });
    const frames = [-1, ...[4, 21, 38, 55].flatMap((f) => [f, f + 2])];
    const keys = frames.map((frame, i) => ({ frame, value: i % 2 === 1 ? 5 : 0, ease: 'step' }));
    const keyed = births({ emission, keys: { 'emission.0.rate': keys } });
    expect(gated).toHaveLength(4 * 2 * 5);
    expect(written).toEqual(gated);
    expect(keyed).toEqual(gated);
  });

  it('a rate that grows loses and gains no birth: 0 to 48 a second over 4 s are 96', () => {
    const ramp = [
      { frame: 0, value: 0, ease: 'linear' },
      { frame: 96, value: 48, ease: 'linear' },
    ];
    const run = runTo(
      testScene({
        emitter: { emission: [{ kind: 'rate', rate: 1 }], birth: { life: 100 }, keys: { 'emission.0.rate': ramp } },
        time: { last: 200 },
      }),
      96,
    );
    // Each frame has the rate of its beginning: a frame's worth of the last rate is missing, 48/24/2 births.
    expect(run.populations[0]!.born).toBe(95);
  });

  it('a collider grows into what lies on it, and a strand stiffens', () => {
    const growing = testScene({
      emitter: { transform: { position: [0, 1, 0] }, ...thrown([0, 0, 0]) },
      fields: [{ settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: 9 }],
      colliders: [
        {
          id: 'c',
          name: 'C',
          shape: { kind: 'ball', radius: 0.5 },
          response: { kind: 'bounce' },
          keys: {
            'shape.radius': [
              { frame: 24, value: 0.5, ease: 'linear' },
              { frame: 72, value: 0.9, ease: 'linear' },
            ],
          },
        },
      ],
    });
    expect(only(runTo(growing, 120)).y).toBeGreaterThan(0.9 - 1e-3);
    const tip = (keys: Written) => {
      const { columns, count } = runTo(
        testScene({
          emitter: {
            birth: { immortal: true, speed: 0, launchDirection: 'direction', direction: [1, 0, 0] },
            body: { kind: 'strands', stiffness: 0.4, damping: 1 },
            keys,
          },
          fields: [{ settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: 9.8 }],
        }),
        300,
      ).populations[0]!;
      return Math.min(...columns.y.subarray(0, count));
    };
    expect(
      tip({
        'body.stiffness': [
          { frame: 0, value: 0.4, ease: 'linear' },
          { frame: 48, value: 8, ease: 'linear' },
        ],
      }),
    ).toBeGreaterThan(tip({}) + 0.3);
  });
});

describe('bad automations', () => {
  const refused = (change: Written) =>
    checkScene({ ...JSON.parse(JSON.stringify(testScene({ fields: [{ settings: { kind: 'wind' } }] }))), ...change })[0]
      ?.message;
  const field = (change: Written) => ({ fields: [{ id: 'f', name: 'F', settings: { kind: 'wind' }, ...change }] });

  it('are refused in words: unknown paths and kinds, values that can’t be, dials in a circle', () => {
    expect(refused(field({ automations: { 'settings.colour': { kind: 'wave' } } }))).toMatch(
      /automations\.settings\.colour .* the path of one of its numbers/,
    );
    expect(refused(field({ automations: { strength: { kind: 'tsunami' } } }))).toMatch(
      /Use one of wave, drift, gust, pulse, loudness, dial, formula/,
    );
    expect(refused(field({ automations: { strength: { kind: 'wave', period: 0 } } }))).toMatch(/period is 0/);
    expect(refused(field({ keys: { 'falloff.outer': [{ frame: 0, value: 1, ease: 'linear' }] } }))).toMatch(
      /falloff\.outer/,
    );
    const dial = (id: string, name: string, on: string): Written => ({
      id,
      name,
      automations: { value: { kind: 'formula', formula: `${on} + 1` } },
    });
    expect(refused({ dials: [dial('a', 'ebb', 'flood'), dial('b', 'flood', 'ebb')] })).toMatch(
      /dials\[0\]\.automations\.value .* a dial outside the circle ebb → flood → ebb/,
    );
  });

  it('never throw nor hang, whatever the numbers of a tide are (property)', () => {
    const number = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom('wave', 'drift', 'pulse', 'gust'),
        number,
        number,
        fc.double({ min: 0.001, max: 1e5, noNaN: true }),
        fc.integer({ min: -5000, max: 5000 }),
        (kind, low, high, time, frame) => {
          const give = automation(kind, {
            outputMin: low,
            outputMax: high,
            period: time,
            size: time,
            every: time,
            waitLow: Math.max(0.01, time),
            waitHigh: time * 2,
          });
          const value = give(frame);
          expect(value).toBeGreaterThanOrEqual(Math.min(low, high) - 1e-6 * Math.max(1, Math.abs(low), Math.abs(high)));
          expect(value).toBeLessThanOrEqual(Math.max(low, high) + 1e-6 * Math.max(1, Math.abs(low), Math.abs(high)));
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('Sediment fall', () => {
  it('its current turns with the tide, gusts ride on it, its eddies hang on the same dial, and the picture never empties', () => {
    const { scene } = findExample('sediment-fall')!;
    const moved = automated(scene);
    const current = moved.fields.find((f) => f.id === 'current')!;
    const eddies = moved.fields.find((f) => f.id === 'eddies')!;
    const turns = [0, 30, 60, 90].map((frame) => motionOf([], current).at(frame).rotation[0]);
    expect(Math.max(...turns) - Math.min(...turns)).toBeGreaterThan(0.05);
    const strengths = Array.from({ length: 120 }, (_, f) => thingAt(current, f).strength);
    expect(Math.max(...strengths) - Math.min(...strengths)).toBeGreaterThan(0.3);
    for (const frame of [0, 40, 100]) {
      const automationNow = dialsOf(moved).at(frame)[0]!;
      expect(thingAt(eddies, frame).strength).toBeCloseTo(0.12 * automationNow + 0.32, 9);
    }
    // The camera's view, cut into 16 by 9: how much of it has falling grains in it.
    const { position, target, angle } = scene.camera;
    const sight = normalised(mapVector(target, (n, i) => n - position[i]!));
    const right = normalised(cross(sight, [0, 1, 0]));
    const up = cross(right, sight);
    const half = Math.tan((angle * Math.PI) / 360);
    const run = new Simulation(scene, new Map(), { portion: { draftFraction: 0.4, slice: 0, slices: 1 } });
    for (let frame = run.frame; frame < scene.time.last; frame++) {
      run.advance();
      if (run.frame < 0 || run.frame % 4 !== 0) continue;
      const cells = new Set<number>();
      for (const e of [0, 2]) {
        const { columns, count } = run.populations[e]!;
        for (let i = 0; i < count; i++) {
          const p = [columns.x[i]! - position[0], columns.y[i]! - position[1], columns.z[i]! - position[2]] as const;
          const along = (v: Vector) => p[0] * v[0] + p[1] * v[1] + p[2] * v[2];
          const depth = along(sight);
          const [x, y] = [along(right) / depth / half / (16 / 9), along(up) / depth / half];
          if (depth > 0 && Math.abs(x) < 1 && Math.abs(y) < 1)
            cells.add(Math.floor((x + 1) * 8) + 16 * Math.floor((y + 1) * 4.5));
        }
      }
      expect(cells.size / 144).toBeGreaterThan(0.4);
    }
  });
});
