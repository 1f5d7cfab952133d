import { faultsOf, kinded, type SoundParts } from '../document/forms';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCENE_VERSION } from '../document/scene';
import { actions } from '../kinds/actions';
import { fits } from '../document/check-values';
import { examples, findExample } from '../examples';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { falloffCurves } from '../kinds/curves';
import { checkScene, completeScene } from '../scene/read';
import { newScene } from '../scene/starters';
import { registries } from './registries';
import { testDocument, testScene } from './scenes';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** A good document with one member set to something else, by path. */
function broken(path: string, value: unknown): unknown {
  const document = plain(testScene({ fields: [{ settings: { kind: 'vortex' }, falloff: { kind: 'ball' } }] }));
  const keys = path.split(/[.[\]]+/).filter(Boolean);
  const last = keys.pop()!;
  const parent = keys.reduce(
    (at, key) => (at as Record<string, Record<string, unknown>>)[key]!,
    document as unknown as Record<string, unknown>,
  );
  if (value === undefined) delete parent[last];
  else parent[last] = value;
  return document;
}

describe('every registry', () => {
  it.each(registries.map((r) => [r.of, r] as const))(
    '%s: names are unique, defaults are possible, everything is described',
    (_of, registry) => {
      expect(new Set(registry.list.map((k) => k.kind)).size).toBe(registry.list.length);
      for (const kind of registry.list) {
        expect(faultsOf(kinded(registry), plain(registry.defaults(kind.kind)), 'x')).toEqual([]);
        expect(kind.summary.length).toBeGreaterThan(10);
        for (const parameter of Object.values(kind.parameters)) {
          expect(fits(parameter, plain(parameter.default))).toBe(true);
          expect(parameter.help).toMatch(/\.$/);
        }
      }
    },
  );

  it('what a kind of field names is there', () => {
    for (const kind of fieldKinds.list) {
      for (const name of kind.actions) expect(actions.find(name)).toBeDefined();
      expect(falloffShapes.find(kind.startsWith.falloff)).toBeDefined();
      expect(falloffCurves.find(kind.startsWith.curve)).toBeDefined();
      for (const name of [...(kind.balance ?? []), ...(kind.direction ? [kind.direction] : [])])
        expect(kind.parameters[name]).toBeDefined();
    }
  });
});

describe('checking a scene', () => {
  it('the examples, a new scene and a completed one are good', () => {
    for (const { scene } of examples) expect(checkScene(plain(scene))).toEqual([]);
    expect(checkScene(plain(newScene('New')))).toEqual([]);
    expect(completeScene(plain(examples[0]!.scene) as never)).toEqual(examples[0]!.scene);
  });

  it('everything that has a default may be left out', () => {
    const least = {
      format: 'bathyclast-scene',
      version: SCENE_VERSION,
      name: 'Least',
      emitters: [{ id: 'a', name: 'A', shape: { kind: 'point' } }],
      fields: [{ id: 'b', name: 'B', settings: { kind: 'gravity' } }],
    };
    expect(checkScene(least)).toEqual([]);
    expect(completeScene(least).fields[0]).toMatchObject({
      strength: 9.80665,
      actsAs: 'acceleration',
      falloff: { kind: 'everywhere' },
    });
    expect(checkScene(plain(completeScene(least)))).toEqual([]);
  });

  it.each([
    ['name', '', 'name', /is "". Use a text/],
    ['version', 99, 'version', /newer Bathyclast/],
    ['seed', 1.5, 'seed', /seed is 1.5. Use a whole number from 0/],
    ['time.fps', 0, 'time.fps', /time.fps is 0. Use a number from 1 to 240 fps/],
    ['time.last', -5, 'time.last', /from the first \(0\) up/],
    ['emitters[0].birth.mass', 0, 'emitters[0].birth.mass', /above 0/],
    ['emitters[0].shape.kind', 'teapot', 'emitters[0].shape.kind', /one of point, line, path/],
    ['fields[0].strength', 'much', 'fields[0].strength', /is "much"/],
    ['fields[0].settings.inwardPull', null, 'fields[0].settings.inwardPull', /is null/],
    ['fields[0].falloff.outer', 0.1, 'fields[0].falloff.outer', /from the inner radius \(0.5 m\) up/],
    ['fields[0].actsAs', 'drag', 'fields[0].actsAs', /for vortex/],
    ['fields[0].sends', { ghost: 1 }, 'fields[0].sends.ghost', /one of the scene’s emitters/],
    ['fields[0].sends', { e: 3 }, 'fields[0].sends.e', /from 0 to 2/],
    ['fields[0].colour', 'red', 'fields[0].colour', /not known here/],
    ['emitters[0].look.colour', [{ at: 2, colour: '#fff' }], 'emitters[0].look.colour', /stops/],
    ['fields[0].transform.position', [1, 2], 'fields[0].transform.position', /three numbers/],
    ['emitters[0].id', undefined, 'emitters[0].id', /is missing/],
    [
      'fields[0].modulators',
      [{ kind: 'noise', size: 0 }],
      'fields[0].modulators[0].size',
      /is 0. Use a number from 0.001/,
    ],
    [
      'fields[0].modulators',
      [{ kind: 'group', group: 'x' }],
      'fields[0].modulators[0].group',
      /one of the scene’s groups/,
    ],
    ['fields[0].group', 'nowhere', 'fields[0].group', /one of the scene’s groups/],
    ['fields[0].mix', 120, 'fields[0].mix', /from 0 to 100/],
    ['fields[0].activeUntil', 1.5, 'fields[0].activeUntil', /a whole number/],
    ['fields[0].falloff', { kind: 'surface', mesh: 'gone' }, 'fields[0].falloff.mesh', /one of the scene’s meshes/],
    ['fields[0].falloff', { kind: 'cone', angle: 90 }, 'fields[0].falloff.angle', /from 0.1 to 85/],
    ['fields[0].curve', { kind: 'custom', knots: [{ at: 0, value: 2 }] }, 'fields[0].curve.knots', /value: 0…1/],
    [
      'fields[0].settings',
      { kind: 'limit', lowest: 3, highest: 1 },
      'fields[0].settings.highest',
      /from the lowest \(3 m\/s\) up/,
    ],
    [
      'fields[0].settings',
      { kind: 'surface', within: 1, rest: 2 },
      'fields[0].settings.rest',
      /below where it ends \(1 m\)/,
    ],
    [
      'fields[0].settings',
      { kind: 'texture', dark: 0.6, light: 0.5 },
      'fields[0].settings.light',
      /above the dark end \(0.6\)/,
    ],
    ['fields[0].settings', { kind: 'attractor', of: 'ghost' }, 'fields[0].settings.of', /one of the scene’s emitters/],
    ['desk', { master: -1 }, 'desk.master', /from 0/],
    ['keptDesk', { fields: [{ id: 'a' }] }, 'keptDesk.fields[0].name', /is missing/],
    ['keptDesk', 3, 'keptDesk', /an object with fields, groups and desk, or null/],
  ])('%s = %j is refused at its place, in a sentence', (path, value, field, words) => {
    const faults = checkScene(broken(path, value));
    expect(faults.map((f) => f.field)).toContain(field);
    expect(faults.find((f) => f.field === field)!.message).toMatch(words);
  });

  it('a span ends after it begins', () => {
    const document = testDocument({
      fields: [{ settings: { kind: 'wind' }, limitedRange: true, activeFrom: 9, activeUntil: 9 }],
    });
    expect(checkScene(document)[0]).toMatchObject({
      field: 'fields[0].activeUntil',
      message: 'fields[0].activeUntil is 9. Use a frame after the one it begins at (9).',
    });
  });

  it('ids of a list are unique; an inverse square needs a core', () => {
    const twice = testDocument({
      fields: [
        { id: 'same', settings: { kind: 'wind' } },
        { id: 'same', settings: { kind: 'wind' } },
      ],
    });
    expect(checkScene(twice)[0]).toMatchObject({ code: 'duplicate', field: 'fields[1].id' });
    const hollow = testDocument({
      fields: [{ settings: { kind: 'wind' }, falloff: { kind: 'ball', inner: 0 }, curve: { kind: 'inverse-square' } }],
    });
    expect(checkScene(hollow)[0]!.field).toBe('fields[0].falloff.inner');
  });

  it('whatever is thrown at it, it answers with faults and never throws', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          'emitters',
          'fields',
          'time',
          'camera',
          'images',
          'emitters[0].amounts',
          'fields[0].curve',
          'fields[0].settings',
          'colliders',
          'carriers',
          'meshes',
          'bounds',
          'sceneTransform',
          'work',
          'emitters[0].masks',
          'emitters[0].gate',
          'emitters[0].keys',
          'emitters[0].shape',
          'emitters[0].transform',
          'groups',
          'desk',
          'keptDesk',
          'fields[0].modulators',
          'fields[0].falloff',
          'fields[0].group',
        ),
        fc.jsonValue({ maxDepth: 4 }),
        (path, value) => {
          for (const fault of checkScene(broken(path, value))) expect(fault.message.length).toBeGreaterThan(5);
        },
      ),
      { numRuns: 300, seed: 8 },
    );
  });
});

describe('parts that were sound before', () => {
  const scene = findExample('lantern-swarm')!.scene;

  it('are not checked again while they are the same; a changed one is', () => {
    const sound: SoundParts = new WeakMap();
    expect(checkScene(scene, sound)).toEqual([]);
    const faulty = {
      ...scene,
      fields: scene.fields.map((field, i) => (i === 1 ? { ...field, strength: 'strong' } : field)),
    };
    expect(checkScene(faulty, sound)).toEqual(checkScene(faulty));
    expect(checkScene(faulty, sound)).toHaveLength(1);
    expect(checkScene(scene, sound)).toEqual([]);
  });

  it('are checked again where the things they refer to are others', () => {
    const sound: SoundParts = new WeakMap();
    expect(checkScene(scene, sound)).toEqual([]);
    const without = { ...scene, groups: [] };
    expect(checkScene(without, sound)).toEqual(checkScene(without));
    expect(checkScene(without, sound).length).toBeGreaterThan(0);
  });
});
