import { describe, expect, it } from 'vitest';
import type { Scene } from '../../document/scene';
import { testScene } from '../../tests/scenes';
import { checkScene } from '../read';
import { whyNot, withRecipe } from './apply';
import { cutFrom } from './cut';
import { withInserted } from './insert';
import type { Recipe } from './recipe';
import { takeable } from './take';

const HASH = 'a'.repeat(64);
const OTHER = 'b'.repeat(64);

/** A desk with a group, a path, painted weights on a mesh, a zone, a dial that reads a dial, and an image. */
const source = testScene({
  emitter: { look: { kind: 'sprite', blend: 'additive' }, shape: { kind: 'mesh', mesh: 'm' } },
  meshes: [
    { id: 'm', name: 'Bed', source: { kind: 'terrain' } },
    { id: 'unused', name: 'Unused', source: { kind: 'ball' } },
  ],
  carriers: [
    { id: 'cable', name: 'Cable', path: { form: 'circle', pathRadius: 2 } },
    { id: 'boat', name: 'Boat' },
  ],
  zones: [{ id: 'z', name: 'Zone', falloff: { kind: 'ball' } }],
  groups: [{ id: 'g', name: 'Current', transform: { position: [1, 0, 0], carrier: 'boat' } }],
  fields: [
    {
      group: 'g',
      settings: { kind: 'path', form: 'shared', sharedPath: 'cable' },
      actsAs: 'acceleration',
      keys: {
        'transform.position': [
          { frame: 0, value: [0, 0, 0], ease: 'linear' },
          { frame: 9, value: [1, 0, 0], ease: 'linear' },
        ],
      },
    },
    {
      group: 'g',
      settings: { kind: 'formula', fx: 'swell * x' },
      actsAs: 'acceleration',
      sends: { e: 0.5 },
      solo: true,
      modulators: [{ kind: 'zone', zone: 'z' }],
    },
    { settings: { kind: 'wind' }, falloff: { kind: 'painted', weightMap: 'w' }, curve: { kind: 'bell' } },
    { settings: { kind: 'texture', pattern: 'image', image: HASH } },
  ],
  ...{
    weightMaps: [{ id: 'w', name: 'Weights', surface: 'mesh', mesh: 'm', base: 0.5 }],
    dials: [
      { id: 'd1', name: 'swell', automations: { value: { kind: 'dial', dial: 'tide' } } },
      { id: 'd2', name: 'tide' },
      { id: 'd3', name: 'swelling' },
    ],
    images: [
      { hash: HASH, name: 'Chart', width: 4, height: 4 },
      { hash: OTHER, name: 'Other', width: 4, height: 4 },
    ],
  },
});
const [along, formula, painted, texture] = source.fields as [Scene['fields'][0], Scene['fields'][0], Scene['fields'][0], Scene['fields'][0]]; // prettier-ignore
const [group] = source.groups;

const names = (things: readonly { readonly name: string }[]) => things.map(({ name }) => name);
const ids = (things: readonly { readonly id: string }[]) => things.map(({ id }) => id);
const sound = (scene: Scene) => expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
const recipe = (sort: Recipe['sort'], scene: Scene): Recipe => ({
  sort,
  name: 'R',
  note: '',
  tags: [],
  about: [0, 0, 0],
  scene,
});

describe('a cut of a scene', () => {
  it('holds the fields of a group with the path, zone and dials that they are made from, and nothing else', () => {
    const cut = cutFrom(source, { groups: [group!] });
    expect(ids(cut.fields)).toEqual(['f0', 'f1']);
    expect(ids(cut.groups)).toEqual(['g']);
    expect(ids(cut.carriers)).toEqual(['cable']);
    expect(ids(cut.zones)).toEqual(['z']);
    expect(names(cut.dials)).toEqual(['swell', 'tide']);
    expect([cut.emitters, cut.meshes, cut.weightMaps, cut.images]).toEqual([[], [], [], []]);
    sound(cut);
  });

  it('lets go of emitters, carriers without a path, groups around and solos', () => {
    const cut = cutFrom(source, { fields: [formula], groups: [group!] });
    expect(cut.groups[0]!.transform.carrier).toBe('');
    expect(cut.fields[1]).toMatchObject({ sends: {}, solo: false });
    expect(cutFrom(source, { fields: [along] }).fields[0]).toMatchObject({ group: '' });
  });

  it('holds a weight map with its mesh, and an image by its hash', () => {
    const cut = cutFrom(source, { fields: [painted, texture] });
    expect([ids(cut.weightMaps), ids(cut.meshes), names(cut.images)]).toEqual([['w'], ['m'], ['Chart']]);
  });
});

it('a cut takes nothing along that only the camera or the scene transform refers to', () => {
  const aimed = {
    ...source,
    sceneTransform: {
      ...source.sceneTransform,
      transform: { ...source.sceneTransform.transform, carrier: 'cable' },
    },
  };
  const cut = cutFrom(aimed, { fields: [painted] });
  expect(cut.carriers).toEqual([]);
  sound(cut);
});

describe('a cut put into another scene', () => {
  const into = testScene({
    fields: [{ id: 'f0', name: 'F0', settings: { kind: 'wind' } }],
    groups: [{ id: 'g', name: 'Current' }],
    meshes: [{ id: 'm', name: 'Ball', source: { kind: 'ball' } }],
    zones: [{ id: 'z', name: 'Zone', falloff: { kind: 'box' } }],
    ...{ dials: [{ id: 'd1', name: 'tide', value: 7 }] },
  });

  it('has ids and names of its own, and its references follow', () => {
    const { scene, fields, groups } = withInserted(into, cutFrom(source, { groups: [group!] }), [0, 0, 0]);
    sound(scene);
    expect([fields.length, groups.length]).toEqual([2, 1]);
    const made = scene.fields.filter(({ id }) => fields.includes(id));
    expect(made.every((field) => field.group === groups[0])).toBe(true);
    expect(names(scene.groups)).toEqual(['Current', 'Current 2']);
    const path = scene.carriers.find(({ name }) => name === 'Cable')!;
    expect(made[0]!.settings).toMatchObject({ sharedPath: path.id });
    expect(made[1]!.modulators[0]).toMatchObject({ zone: scene.zones[1]!.id });
    // What was there stays as it was.
    expect(scene.fields[0]).toEqual(into.fields[0]);
    expect(scene.zones[0]).toEqual(into.zones[0]);
  });

  it('keeps a dial of that name, and adds those that lack', () => {
    const { scene } = withInserted(into, cutFrom(source, { groups: [group!] }), [0, 0, 0]);
    expect(scene.dials.map(({ name, value }) => [name, value])).toEqual([
      ['tide', 7],
      ['swell', source.dials[0]!.value],
    ]);
  });

  it('shares meshes, weight maps and paths that are the same, also the second time', () => {
    const cut = cutFrom(source, { fields: [painted, along] });
    const once = withInserted(into, cut, [0, 0, 0]).scene;
    const twice = withInserted(once, cut, [0, 0, 0]).scene;
    sound(twice);
    expect(twice.fields).toHaveLength(5);
    expect([names(twice.meshes), twice.weightMaps.length, twice.carriers.length]).toEqual([['Ball', 'Bed'], 1, 1]);
    const own = twice.weightMaps[0]!;
    expect(own.mesh).toBe(twice.meshes[1]!.id);
    expect(twice.fields.at(-1)!.seed).not.toBe(twice.fields.at(-3)!.seed);
  });

  it('is moved with its keys; what stands on a thing that is moved goes with that', () => {
    const { scene } = withInserted(into, cutFrom(source, { groups: [group!] }), [0, 5, 0]);
    const moved = scene.fields[1]!;
    expect(moved.transform.position).toEqual([0, 5, 0]);
    expect(moved.keys['transform.position']!.map(({ value }) => value)).toEqual([
      [0, 5, 0],
      [1, 5, 0],
    ]);
    expect(scene.groups[1]!.transform.position).toEqual([1, 5, 0]);
  });
});

describe('a recipe', () => {
  const target = { emitters: ['e'], strips: ['f2'], middle: [0, 2, 0] } as const;
  const picked = { emitters: source.emitters, fields: [painted], groups: [] };
  const take = (sort: Recipe['sort'], from = picked) =>
    recipe(
      sort,
      takeable(source, from)
        .find((one) => one.sort === sort)!
        .take(),
    );

  it('is offered for all that is selected, under a name of its own', () => {
    expect(takeable(source, picked).map(({ sort, name }) => [sort, name])).toEqual([
      ['chain', 'F2'],
      ['curve', 'Curve of F2'],
      ['emitter', 'E'],
      ['look', 'Look of E'],
      ['output', 'Output of Test'],
    ]);
    expect(takeable(source, { emitters: [], fields: [formula, painted], groups: [] })[0]!.name).toBe('F1 and 1 more');
  });

  it('of fields is added where the particles are', () => {
    const { scene, strips } = withRecipe(source, take('chain'), target);
    sound(scene);
    expect(scene.fields.find(({ id }) => id === strips[0])!.transform.position).toEqual([0, 2, 0]);
  });

  it('of a look dresses the emitters that are selected, and adds none', () => {
    const other = testScene();
    const { scene } = withRecipe(other, take('look'), target);
    sound(scene);
    expect(scene.emitters).toHaveLength(1);
    expect(scene.emitters[0]).toEqual({ ...other.emitters[0]!, look: source.emitters[0]!.look });
    expect(scene.meshes).toEqual([]);
  });

  it('of a curve or of modulators changes the strips that are selected, and adds none', () => {
    const curved = withRecipe(source, take('curve'), { ...target, strips: ['f0', 'g'] }).scene;
    sound(curved);
    expect(curved.fields.map(({ curve }) => curve.kind)).toEqual(['bell', 'smooth', 'bell', 'smooth']);
    expect(curved.groups[0]!.curve.kind).toBe('bell');
    const modulated = withRecipe(
      testScene({ fields: [{ settings: { kind: 'wind' } }] }),
      take('modulator', { ...picked, fields: [formula] }),
      {
        ...target,
        strips: ['f0'],
      },
    ).scene;
    sound(modulated);
    expect(modulated.fields[0]!.modulators).toEqual([
      expect.objectContaining({ kind: 'zone', zone: modulated.zones[0]!.id }),
    ]);
  });

  it('of an output set-up replaces that of the scene, and nothing else', () => {
    const set = { ...source, output: { ...source.output, width: 640, height: 640 } };
    const [made] = takeable(set, { emitters: [], fields: [], groups: [] });
    const other = testScene({ fields: [{ settings: { kind: 'wind' } }] });
    const { scene } = withRecipe(other, recipe('output', made!.take()), target);
    expect(scene).toEqual({ ...other, output: set.output });
  });

  it('of an output set-up brings along what is behind the picture, and the dials of its numbers', () => {
    const set = {
      ...source,
      output: {
        ...source.output,
        backdrop: 'image-sequence',
        automations: { exposure: { kind: 'dial', dial: 'tide' } },
      } as Scene['output'],
      imageSequence: [{ hash: OTHER, name: 'Plate', width: 4, height: 4 }],
    };
    const [made] = takeable(set, { emitters: [], fields: [], groups: [] });
    const { scene } = withRecipe(testScene(), recipe('output', made!.take()), target);
    expect([names(scene.imageSequence), names(scene.dials)]).toEqual([['Plate'], ['tide']]);
    const image = {
      ...source,
      output: { ...source.output, backdrop: 'image', backdropImage: HASH } as Scene['output'],
    };
    const other = takeable(image, { emitters: [], fields: [], groups: [] })[0]!;
    expect(names(withRecipe(testScene(), recipe('output', other.take()), target).scene.images)).toEqual(['Chart']);
  });

  it('says what to select first, and when a strip has no room', () => {
    const nothing = { ...target, emitters: [], strips: [] };
    expect(whyNot(take('look'), source, nothing)).toBe('Select an emitter first.');
    expect(whyNot(take('curve'), source, nothing)).toBe('Select a strip first.');
    expect(whyNot(take('chain'), source, nothing)).toBeUndefined();
    const full = testScene({
      fields: [{ settings: { kind: 'wind' }, modulators: Array.from({ length: 8 }, () => ({ kind: 'age' })) }],
    });
    const one = take('modulator', { ...picked, fields: [formula] });
    expect(whyNot(one, full, { ...target, strips: ['f0'] })).toBe('“F0” has 8 modulators. The limit is 8.');
    const weed = testScene({ emitter: { body: { kind: 'strands' }, look: { kind: 'ribbon' } } });
    const ribbon = takeable(weed, { emitters: weed.emitters, fields: [], groups: [] })[1]!;
    expect(whyNot(recipe('look', ribbon.take()), testScene(), target)).toBe(
      'This look draws strands. Choose them as the body of “E” first.',
    );
  });
});
