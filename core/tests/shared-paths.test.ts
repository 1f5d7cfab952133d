import { describe, expect, it } from 'vitest';
import { examples } from '../examples';
import { motionOf, type Placed } from '../document/keys/motion';
import { rotate } from '../lib/math/rotation';
import type { Vector } from '../lib/math/vector';
import { whyStill } from '../measure/diagnose-carrier';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { migrated } from '../document/migrations';
import type { Scene } from '../document/scene';
import { completeScene, readScene, type Written } from '../scene/read';
import { automated } from '../scene/automated';
import { falloffIn } from '../scene/shared-paths';
import { emptyFields } from '../measure/empty-fields';
import { runTo, testScene } from './scenes';

/** Everything of all particles at a frame. */
const stateAt = (scene: Scene, frame: number) =>
  runTo(scene, frame).populations.map(({ columns, count }) =>
    Object.values(columns).map((column) => [...column.subarray(0, count)]),
  );

const key = (frame: number, value: unknown) => ({ frame, value, ease: 'linear' });
const place = { position: [0, 2, 0], rotation: [0, 0, 30], scale: 1.5 };
const moved = { 'transform.position': [key(0, [0, 2, 0]), key(20, [3, 2, 0])] };
const along = { kind: 'path', towards: 0.8, width: 0.1 };
const emission = [{ kind: 'rate', rate: 240 }];

/** An emitter along a path, a field that follows it, and a zone around it: with it as their own, or with parts of it shared. */
const onPath = (path: object, thing: object, more: object = {}): Scene =>
  testScene({
    emitter: { shape: { kind: 'path', ...path }, emission, birth: { speed: 0.3 }, ...thing },
    fields: [{ settings: along, actsAs: 'set-velocity', falloff: { kind: 'path', ...path }, ...thing }],
    zones: [{ id: 'z', name: 'Z', sizeFactor: 2, falloff: { kind: 'path', ...path }, ...thing }],
    ...more,
  });

describe('a path of the scene', () => {
  const flower = { form: 'flower', pathRadius: 0.8, petals: 4, petalDepth: 60 };
  const carrier = { id: 'p', name: 'Path' };
  const own = onPath(flower, { transform: place, keys: moved });
  const shared = { form: 'shared', sharedPath: 'p' };
  const onIt = { transform: { carrier: 'p' } };

  it('moves what is on it as a path of its own does, bit for bit', () => {
    const scene = onPath(shared, onIt, { carriers: [{ ...carrier, path: flower, transform: place, keys: moved }] });
    expect(stateAt(scene, 24)).toEqual(stateAt(own, 24));
    expect(automated(scene).emitters[0]!.shape).toMatchObject(flower);
  });

  it('takes everything on it along when it is changed', () => {
    const on = (path: object) => onPath(shared, onIt, { carriers: [{ ...carrier, path }] });
    const circle = { form: 'circle', pathRadius: 2 };
    expect(stateAt(on(circle), 12)).toEqual(stateAt(onPath(circle, {}), 12));
    expect(stateAt(on(circle), 12)).not.toEqual(stateAt(on(flower), 12));
  });

  it('may have keys of its own numbers, which all on it follow', () => {
    const radius = [key(0, 0.5), key(24, 2)];
    const path = { form: 'circle' };
    const scene = onPath(shared, onIt, { carriers: [{ ...carrier, path, keys: { 'path.pathRadius': radius } }] });
    const alone = testScene({
      emitter: {
        shape: { kind: 'path', ...path },
        emission,
        birth: { speed: 0.3 },
        keys: { 'shape.pathRadius': radius },
      },
      fields: [
        {
          settings: along,
          actsAs: 'set-velocity',
          falloff: { kind: 'path', ...path },
          keys: { 'falloff.pathRadius': radius },
        },
      ],
      zones: [
        {
          id: 'z',
          name: 'Z',
          sizeFactor: 2,
          falloff: { kind: 'path', ...path },
          keys: { 'falloff.pathRadius': radius },
        },
      ],
    });
    expect(stateAt(scene, 20)).toEqual(stateAt(alone, 20));
  });

  it('is measured from by the curve and by formulas as a path of its own is', () => {
    const scene = onPath(shared, onIt, { carriers: [{ ...carrier, path: flower }] });
    expect(falloffIn(scene, scene.fields[0]!)).toMatchObject({ kind: 'path', ...flower });
    expect(falloffIn(own, own.fields[0]!)).toBe(own.fields[0]!.falloff);
  });

  it('that holds no path any more, or too few points, is told as the reason why nothing happens', () => {
    const reasons = (path: object) =>
      emptyFields(onPath(shared, onIt, { carriers: [{ ...carrier, path }] }), new Map());
    expect(reasons(flower)).toEqual([]);
    expect(reasons({ form: 'none' })).toEqual(['fields[0] “F0” does nothing: no path of the scene is chosen']);
    expect(reasons({ form: 'drawn', points: [[0, 0, 0]] })).toEqual([
      'fields[0] “F0” does nothing: its path has fewer than two points',
    ]);
  });

  it('that is not there is refused in words; a carrier without a path is told where it is chosen', () => {
    const { faults } = readScene(
      JSON.parse(JSON.stringify({ ...own, ...onPath(shared, {}, { carriers: [carrier] }), carriers: [] })),
    );
    expect(faults!.map(({ field }) => field)).toEqual([
      'emitters[0].shape.sharedPath',
      'fields[0].falloff.sharedPath',
      'zones[0].falloff.sharedPath',
    ]);
    expect(faults![0]!.message).toBe('emitters[0].shape.sharedPath is "p". Use the id of one of the scene’s carriers.');
  });
});

describe('a scene of version 4', () => {
  const read = (scene: Written) => completeScene(migrated(JSON.parse(JSON.stringify(scene))) as Written);
  const before = (path: object, thing: object) => {
    const { carriers: _none, ...scene } = onPath(path, thing);
    return { ...scene, version: 4 };
  };

  it('has equal paths in the same place as one path of the scene, and moves as it did', () => {
    const helix = { form: 'helix', pathTurns: 2 };
    const old = before(helix, { transform: place, keys: moved });
    const now = read(old);
    expect(now.carriers.map(({ name, path }) => [name, path.form, path['pathTurns']])).toEqual([
      ['Path of E', 'helix', 2],
    ]);
    expect(now.emitters[0]).toMatchObject({
      shape: { form: 'shared', sharedPath: 'p1' },
      transform: { carrier: 'p1', position: [0, 0, 0] },
      keys: {},
    });
    expect(now.fields[0]!.settings['form']).toBe('falloff');
    expect(stateAt(now, 16)).toEqual(stateAt(onPath(helix, { transform: place, keys: moved }), 16));
  });

  it('keeps paths apart that only look alike: in other places, with keys, or of one thing alone', () => {
    const line = { form: 'line' };
    const apart = before(line, {});
    const places = (list: readonly object[], x: number) =>
      list.map((t) => ({ ...t, transform: { position: [x, 0, 0] } }));
    const now = read({ ...apart, emitters: places(apart.emitters, 1), zones: places(apart.zones, 2) });
    expect(now.carriers).toEqual([]);
    expect(now.emitters[0]!.shape['form']).toBe('line');
    const keyed = before(line, {});
    const grown = { 'shape.pathLength': [key(0, 1), key(9, 2)] };
    const rest = read({ ...keyed, emitters: keyed.emitters.map((e) => ({ ...e, keys: grown })) });
    // The field and the zone share theirs; the emitter’s grows.
    expect(rest.carriers).toHaveLength(1);
    expect(rest.emitters[0]!.shape['form']).toBe('line');
  });

  it('of the examples moves as it did', () => {
    const cable = examples.find(({ slug }) => slug === 'cable-run')!.scene;
    const { carriers, ...old } = automated(cable);
    const here = <T extends Placed>(things: readonly T[]) =>
      things.map((thing) => (thing.transform.carrier === 'cable' ? { ...thing, transform: {} } : thing));
    const now = read({ ...old, emitters: here(old.emitters), fields: here(old.fields), version: 4 });
    expect(carriers.map(({ name }) => name)).toEqual(['Cable']);
    expect(now.carriers.map(({ name }) => name)).toEqual(['Path of Sheath']);
    expect(stateAt(now, -100)).toEqual(stateAt(cable, -100));
  });
});

describe('a carrier that goes along a path of the scene', () => {
  const travelled = { travelled: [key(0, 0), key(24, 100), key(48, 200)] };
  const carts = (path: object, cart: object, rail: object = {}, others: readonly Written[] = []) =>
    testScene({
      time: { last: 48 },
      carriers: [
        { id: 'rail', name: 'Rail', path, ...rail },
        { id: 'cart', name: 'Cart', motion: 'path', ridesOn: 'rail', keys: travelled, ...cart },
        ...others,
      ],
    });
  const motion = (scene: Scene) => {
    const { carriers } = withPrecomputedPaths(scene, new Map());
    return motionOf(carriers, carriers.find(({ id }) => id === 'cart')!);
  };
  const near = (actual: Vector, expected: Vector, digits = 3) =>
    expected.forEach((n, i) => expect(actual[i]).toBeCloseTo(n, digits));

  it('is where its share of the length lies, lap after lap on a closed one, with its X axis along it', () => {
    const at = motion(carts({ form: 'circle', pathRadius: 2 }, {}));
    for (const frame of [0, 6, 18, 30, 45]) {
      const angle = (2 * Math.PI * frame) / 24;
      const { position, rotation } = at.at(frame);
      near(position, [2 * Math.cos(angle), 0, -2 * Math.sin(angle)], 2);
      near(rotate(rotation, [1, 0, 0]), [-Math.sin(angle), 0, -Math.cos(angle)], 2);
    }
  });

  it('turns evenly through every direction: from one frame to the next never by more than the path does', () => {
    // Over the top of a loop that stands upright, where angles about Y go through 90°.
    const at = motion(carts({ form: 'circle', pathRadius: 1 }, {}, { transform: { rotation: [90, 0, 0] } }));
    for (let frame = 0; frame < 48; frame += 0.25) {
      const [a, b] = [frame, frame + 0.25].map((f) => rotate(at.at(f).rotation, [1, 0, 0])) as [Vector, Vector];
      const cosine = a.reduce((sum, n, i) => sum + n * b[i]!, 0);
      expect(Math.acos(Math.min(1, cosine))).toBeLessThan((2 * Math.PI) / 24);
    }
  });

  it('stays at the end of an open one, and keeps its own rotation where it is not to turn', () => {
    const own = { rotation: [0, 40, 0] };
    const at = motion(carts({ form: 'line', pathLength: 2 }, { turns: false, transform: own }));
    near(at.at(12).position, [0, 0, 0]);
    near(at.at(40).position, [1, 0, 0]);
    near(rotate(at.at(12).rotation, [1, 0, 0]), [Math.cos((40 * Math.PI) / 180), 0, -Math.sin((40 * Math.PI) / 180)]);
  });

  it('goes where the path is, which moves and grows by keys, and stands in a carrier of its own', () => {
    const rail = {
      transform: { scale: 2 },
      keys: {
        'transform.position': [key(0, [0, 0, 0]), key(48, [0, 4.8, 0])],
        'path.pathLength': [key(0, 2), key(48, 6)],
      },
    };
    const base = { id: 'base', name: 'Base', transform: { position: [9, 9, 9] } };
    const at = motion(carts({ form: 'line' }, { transform: { carrier: 'base' } }, rail, [base]));
    // At frame 12: half of the way along a line of 3 m, twice as large: its middle.
    near(at.at(12).position, [0, 1.2, 0]);
    near(at.at(24).position, [4, 2.4, 0]);
  });

  it('can’t go along a path that stands on it, or on one that follows it', () => {
    const fields = (carriers: readonly Written[]) =>
      (readScene({ ...JSON.parse(JSON.stringify(testScene())), carriers }).faults ?? []).map(({ field }) => field);
    const rail = { id: 'rail', name: 'Rail', path: { form: 'line' } };
    const cart = { id: 'cart', name: 'Cart', motion: 'path', ridesOn: 'rail' };
    expect(fields([rail, cart])).toEqual([]);
    expect(fields([{ ...rail, transform: { carrier: 'cart' } }, cart])).toEqual(['carriers[1].ridesOn']);
    expect(fields([{ ...rail, motion: 'path', ridesOn: 'rail' }])).toEqual(['carriers[0].ridesOn']);
    expect(
      fields([
        { ...rail, motion: 'path', ridesOn: 'cart' },
        { ...cart, path: { form: 'line' } },
      ]),
    ).toEqual(['carriers[0].ridesOn', 'carriers[1].ridesOn']);
  });

  it('says why it stands still, and goes along the whole path over the shot at one press', () => {
    const idle = carts({ form: 'line' }, { keys: {}, ridesOn: '' });
    const cart = (scene: Scene) => scene.carriers[1]!;
    const chosen = whyStill(idle, cart(idle))!.fix!.change(idle);
    expect(cart(chosen).ridesOn).toBe('rail');
    const reason = whyStill(chosen, cart(chosen))!;
    expect(reason.words).toBe('its position along the path has no keyframes');
    const going = reason.fix!.change(chosen);
    expect(whyStill(going, cart(going))).toBeUndefined();
    near(motion(going).at(48).position, [1, 0, 0]);
  });
});
