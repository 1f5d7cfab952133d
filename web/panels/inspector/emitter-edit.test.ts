import { beforeEach, describe, expect, it, vi } from 'vitest';
import { completeScene } from '../../../core/scene/read';
import { testScene } from '../../../core/tests/scenes';
import { openedScene, openScene, undo } from '../../state/scene-store';
import { select, selectToo, useSelection } from '../../state/selection-store';
import { canPaste, copyEmitters, duplicateEmitters, makeLasting, pasteEmitters, removeEmitters } from './emitter-edit';

vi.mock('../../simulation/scene-assets', () => ({ loadAssets: () => Promise.resolve() }));

const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v),
});

const scene = completeScene({
  name: 'Two',
  meshes: [{ id: 'm1', name: 'Mount', source: { kind: 'terrain', seed: 3 } }],
  carriers: [{ id: 'k1', name: 'K' }],
  emitters: [
    { id: 'e1', name: 'A', shape: { kind: 'mesh', mesh: 'm1' }, transform: { carrier: 'k1' } },
    { id: 'e2', name: 'B', shape: { kind: 'particles', source: 'e1' } },
  ],
  fields: [{ id: 'f1', name: 'F', settings: { kind: 'gravity' }, sends: { e1: 0.5 } }],
  colliders: [{ id: 'c1', name: 'C', shape: { kind: 'plane' }, sends: { e1: { hits: false } } }],
});

beforeEach(() => {
  kept.clear();
  openScene(scene);
});

describe('several emitters', () => {
  it('are selected together, and one is always left', () => {
    select({ type: 'emitter', id: 'e1' });
    selectToo('emitter', 'e2');
    expect(useSelection.getState().selection).toEqual({ type: 'emitter', id: 'e1', also: ['e2'] });
    selectToo('emitter', 'e1');
    expect(useSelection.getState().selection).toEqual({ type: 'emitter', id: 'e2', also: [] });
    selectToo('emitter', 'e2');
    expect(useSelection.getState().selection).toMatchObject({ id: 'e2' });
  });

  it('with a lifetime without end keep the size and opacity that they had before their end', () => {
    const stops = (...values: readonly number[]) => values.map((value, i) => ({ at: i / (values.length - 1), value }));
    openScene(
      testScene({
        emitter: { look: { kind: 'sprite', sizeOverAge: stops(0, 1, 0.5, 0), opacityOverAge: stops(0.2, 0.8) } },
      }),
    );
    const [before] = openedScene().emitters;
    makeLasting([before!.id]);
    expect(openedScene().emitters[0]).toMatchObject({
      birth: { immortal: true },
      look: { sizeOverAge: stops(0, 1, 0.5, 0).slice(0, 3), opacityOverAge: stops(0.2, 0.8) },
    });
    undo();
    expect(openedScene().emitters[0]).toEqual(before);
  });

  it('are duplicated with their sends, and children follow their copied parents', () => {
    duplicateEmitters(['e1', 'e2']);
    const { emitters, fields, colliders } = openedScene();
    expect(emitters.map((e) => [e.id, e.name])).toEqual([
      ['e1', 'A'],
      ['e2', 'B'],
      ['e3', 'A 2'],
      ['e4', 'B 2'],
    ]);
    expect(emitters[3]!.shape['source']).toBe('e3');
    expect([fields[0]!.sends['e3'], colliders[0]!.sends['e3']!.hits]).toEqual([0.5, false]);
    undo();
    expect(openedScene()).toEqual(scene);
  });

  it('take along the meshes that their looks draw, under the names they have there', () => {
    const drawn = {
      look: { kind: 'instance', form: 'mesh', mesh: 'm1' },
      addedLooks: [{ kind: 'instance', form: 'grain', form2: 'mesh', mesh2: 'm1' }],
    };
    openScene(completeScene({ ...scene, emitters: [{ id: 'e1', name: 'A', shape: { kind: 'point' }, ...drawn }] }));
    copyEmitters(['e1']);
    openScene(completeScene({ name: 'Other', meshes: [{ id: 'm1', name: 'Box', source: { kind: 'box' } }] }));
    pasteEmitters();
    const { emitters, meshes } = openedScene();
    const mount = meshes.find(({ source }) => source.kind === 'terrain')!;
    expect(mount.id).not.toBe('m1');
    expect([emitters[0]!.look['mesh'], emitters[0]!.addedLooks[0]!['mesh2']]).toEqual([mount.id, mount.id]);
  });

  it('are copied into another scene with the meshes they need, without what that scene lacks', () => {
    expect(canPaste()).toBe(false);
    copyEmitters(['e1', 'e2']);
    openScene(completeScene({ name: 'Other', meshes: [{ id: 'm1', name: 'Box', source: { kind: 'box' } }] }));
    pasteEmitters();
    const { emitters, meshes } = openedScene();
    expect(meshes.map((m) => m.name)).toEqual(['Box', 'Mount']);
    expect(emitters[0]!.shape['mesh']).toBe(meshes[1]!.id);
    expect(emitters[0]!.transform.carrier).toBe('');
    expect(emitters[1]!.shape['source']).toBe(emitters[0]!.id);
    pasteEmitters();
    expect(openedScene().meshes).toHaveLength(2);
    copyEmitters([emitters[1]!.id]);
    openScene(completeScene({ name: 'Third' }));
    pasteEmitters();
    expect(openedScene().emitters[0]!.shape['source']).toBe('');
  });

  it('what was copied and can’t be read is told', () => {
    kept.set('bathyclast-copied-emitters', '{');
    expect(() => pasteEmitters()).toThrow(/can’t be read\. Copy it again/);
  });

  it('deleted, nothing refers to them any more', () => {
    removeEmitters(['e1']);
    const { emitters, fields, colliders } = openedScene();
    expect([emitters.length, emitters[0]!.shape['source'], fields[0]!.sends, colliders[0]!.sends]).toEqual([
      1,
      '',
      {},
      {},
    ]);
  });
});
