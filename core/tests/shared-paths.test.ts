import { describe, expect, it } from 'vitest';
import { examples } from '../examples';
import type { Placed } from '../document/keys/motion';
import { migrated } from '../document/migrations';
import type { Scene } from '../document/scene';
import { completeScene, readScene, type Written } from '../scene/read';
import { automated } from '../scene/automated';
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
