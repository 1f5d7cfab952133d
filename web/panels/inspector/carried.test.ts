import { completeGrid, completeImage } from '../../../core/scene/read';
import { describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { withFiles } from '../../../core/scene/recipes/insert';
import { usedBy, withMeshes, withWeightMaps } from './carried';

const scene = {
  ...testScene({
    meshes: [
      { id: 'm1', name: 'Mount', source: { kind: 'terrain' } },
      { id: 'm2', name: 'Crate', source: { kind: 'box' } },
    ],
    emitter: { shape: { kind: 'mesh', mesh: 'm2' } },
  }),
  images: [completeImage({ hash: 'a'.repeat(64), name: 'a.png', width: 2, height: 2 })],
  grids: [completeGrid({ hash: 'b'.repeat(64), name: 'b.vti', counts: [2, 2, 2] })],
};

describe('things that come along with a copy', () => {
  it('are those that the copied things are made from', () => {
    expect(usedBy(scene, scene.emitters).meshes.map(({ id }) => id)).toEqual(['m2']);
    expect(usedBy(scene, scene.emitters).images).toEqual([]);
    const settings = { kind: 'texture', image: 'a'.repeat(64) };
    expect(usedBy(scene, [{ settings }]).images.map(({ name }) => name)).toEqual(['a.png']);
    expect(usedBy(scene, [{ settings: { kind: 'grid', grid: 'b'.repeat(64) } }]).grids.map(({ name }) => name)).toEqual(
      ['b.vti'],
    );
  });

  it('a mesh of the same making is taken for the one that is there; another gets an id of its own', () => {
    const [mount, crate] = scene.meshes;
    const own = [{ ...crate!, id: 'm1' }];
    const { meshes, idOf } = withMeshes(own, [mount!, crate!]);
    expect(meshes.map(({ id, name }) => `${id} ${name}`)).toEqual(['m1 Crate', 'm2 Mount']);
    expect([idOf('m1'), idOf('m2'), idOf('m9')]).toEqual(['m2', 'm1', '']);
  });

  it('painted weights come along with their mesh, once, and are painted on what that mesh is called here', () => {
    const painted = testScene({
      meshes: [{ id: 'm', name: 'M', source: { kind: 'box' } }],
      weightMaps: [{ id: 'w', name: 'W', surface: 'mesh', mesh: 'm', base: 0.5 }],
    });
    const used = usedBy(painted, [{ falloff: { kind: 'painted', weightMap: 'w' } }]);
    expect([used.weightMaps.map(({ id }) => id), used.meshes.map(({ id }) => id)]).toEqual([['w'], ['m']]);
    const once = withWeightMaps([], used.weightMaps, () => 'm7');
    expect(once.weightMaps).toEqual([{ ...painted.weightMaps[0]!, id: 'w1', mesh: 'm7' }]);
    expect([once.weightMapId('w'), once.weightMapId('gone')]).toEqual(['w1', '']);
    expect(withWeightMaps(once.weightMaps, used.weightMaps, () => 'm7').weightMaps).toEqual(once.weightMaps);
  });

  it('a file is there once, whatever it is called', () => {
    const [image] = scene.images;
    expect(withFiles([image!], [{ ...image!, name: 'again.png' }])).toEqual([image]);
    expect(withFiles([], [image!])).toEqual([image]);
  });
});
