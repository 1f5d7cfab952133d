import { faultsOf, kinded } from '../document/forms';
import { describe, expect, it } from 'vitest';
import { SCENE_VERSION } from '../document/scene';
import { snapshot } from '../../engine/frame';
import { weightOf } from '../kinds/curves';
import { looks } from '../kinds/looks';
import { SMALL_BODIES } from '../document/descriptions/small-body';
import { sheetFault } from '../kinds/looks/picture';
import { READY_RAMPS } from '../kinds/looks/ready-ramps';
import { whyStrobes } from '../measure/strobing';
import { checkScene, completeScene } from '../scene/read';
import { withoutMesh } from '../scene/detach';
import { only, runTo, testScene } from './scenes';

describe('how particles are drawn', () => {
  it('several looks lie over one another; each is checked, keyed and completed like the first', () => {
    const written = {
      name: 'Two looks',
      emitters: [
        {
          id: 'e',
          name: 'E',
          shape: { kind: 'point' },
          emission: [],
          look: { kind: 'sprite' },
          addedLooks: [{ kind: 'trail', length: 6 }],
          keys: { 'addedLooks.0.opacity': [{ frame: 3, value: 0.2, ease: 'linear' }] },
        },
      ],
    };
    expect(checkScene({ ...written, format: 'bathyclast-scene', version: SCENE_VERSION })).toEqual([]);
    expect(completeScene(written).emitters[0]!.addedLooks[0]).toMatchObject({ kind: 'trail', length: 6, every: 1 });
    const [bad] = checkScene({
      ...written,
      format: 'bathyclast-scene',
      version: SCENE_VERSION,
      emitters: [{ ...written.emitters[0], addedLooks: [{ kind: 'trail', length: 0 }] }],
    });
    expect(bad).toMatchObject({ code: 'range', field: 'emitters[0].addedLooks[0].length' });
  });

  it('the weight of a field runs along the colours: what its falloff gives at each particle, whatever else acts', () => {
    const scene = testScene({
      emitter: {
        transform: { position: [1.5, 0, 0] },
        birth: { speed: 0, life: 99 },
        look: { kind: 'sprite', colourBy: 'field', field: 'f1' },
      },
      fields: [
        { settings: { kind: 'wind' }, strength: 0 },
        {
          settings: { kind: 'attractor' },
          strength: 0,
          falloff: { kind: 'ball', inner: 1, outer: 2 },
          curve: { kind: 'smooth' },
        },
      ],
    });
    const run = runTo(scene, 2);
    expect(only(run).x).toBe(1.5);
    const { curve, falloff } = scene.fields[1]!;
    const wanted = weightOf(curve, falloff['inner'] as number, falloff['outer'] as number)(1.5);
    expect(wanted).toBeGreaterThan(0.3);
    expect(snapshot(run, 1).emitters[0]!.weight[0]! / 255).toBeCloseTo(wanted, 2);
    // Opacity and forms go by it as well.
    const by = (look: object) => ({
      ...scene,
      emitters: scene.emitters.map((e) => ({ ...e, look: { ...looks.defaults('instance'), ...look } as never })),
    });
    for (const look of [
      { kind: 'instance', picks: 'field', field: 'f1' },
      { kind: 'sprite', opacityBy: 'field', field: 'f1' },
    ])
      expect(snapshot(runTo(by(look), 2), 1).emitters[0]!.weight[0]! / 255).toBeCloseTo(wanted, 2);
    // Of a field that is not there, none.
    const gone = { ...scene, emitters: scene.emitters.map((e) => ({ ...e, look: { ...e.look, field: 'gone' } })) };
    expect(snapshot(runTo(gone, 2), 1).emitters[0]!.weight[0]).toBe(0);
    const plain = { ...scene, emitters: scene.emitters.map((e) => ({ ...e, look: looks.defaults('sprite') })) };
    expect(snapshot(runTo(plain, 2), 1).emitters[0]!.weight).toHaveLength(0);
  });

  it('a mesh that is taken away is no longer drawn by any look', () => {
    const scene = testScene({
      emitter: {
        look: { kind: 'instance', form: 'mesh', mesh: 'm' },
        addedLooks: [{ kind: 'instance', form: 'grain', form2: 'mesh', mesh2: 'm' }],
      },
      meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain' } }],
    });
    const [emitter] = withoutMesh(scene, 'm').emitters;
    expect([emitter!.look['mesh'], emitter!.addedLooks[0]!['mesh2']]).toEqual(['', '']);
  });

  it('says that a spin strobes from half its symmetry a frame on, and mends it below', () => {
    const spinning = (spin: number) => testScene({ emitter: { look: { kind: 'flake' }, birth: { spin } } });
    const [emitter] = spinning(24 * 45).emitters;
    // A square looks the same after 90°: half of that a frame can’t be told from half of it back.
    expect(whyStrobes(spinning(24 * 44).emitters[0]!, 24)).toBeUndefined();
    const reason = whyStrobes(emitter!, 24)!;
    expect(reason.words).toMatch(/^it turns by up to 45° a frame/);
    const mended = reason.fix!.change(spinning(24 * 45)).emitters[0]!;
    expect(whyStrobes(mended, 24)).toBeUndefined();
    expect(whyStrobes(testScene({ emitter: { birth: { spin: 1e6 } } }).emitters[0]!, 24)).toBeUndefined();
  });

  it('tells a sheet whose columns and rows do not fit its image', () => {
    const image = { name: 'a.png', width: 100, height: 60 };
    expect(sheetFault({ columns: 4, rows: 3 }, image)).toBeUndefined();
    expect(sheetFault({ columns: 3, rows: 7 }, image)).toBe(
      '“a.png” is no sheet of 3 × 7: 3 columns leave 1 of its 100 pixels over, 7 rows leave 4 of its 60 pixels over.',
    );
  });

  it('ready-made ramps are ramps that a look takes, and every form is offered', () => {
    for (const { stops } of READY_RAMPS)
      expect(faultsOf(kinded(looks), { kind: 'sprite', colour: stops }, 'look')).toEqual([]);
    for (const form of SMALL_BODIES)
      expect(faultsOf(kinded(looks), { kind: 'instance', form, form3: form }, 'look')).toEqual([]);
  });
});
