import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MOST } from '../../../core/document/scene';
import { motionOf } from '../../../core/document/keys/motion';
import { checkScene } from '../../../core/scene/read';
import { only, runTo, testScene, thrown } from '../../../core/tests/scenes';
import { addMadeMesh, editMesh, removeMesh } from '../../simulation/meshes/mesh-edit';
import { usePlayer } from '../../state/player-store';
import { editCollider, openedScene, openScene, undo } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { addCarrier, removeCarrier, riders } from './carrier-edit';
import { addCollider, changeColliderShape, duplicateCollider, removeCollider } from './collider-edit';
import { addZone, duplicateZone, removeZone } from './zone-edit';

vi.mock('../../simulation/scene-assets', () => ({
  loadAssets: () => Promise.resolve(),
  useAssets: { getState: () => ({ assets: new Map() }) },
}));

const selection = () => useSelection.getState().selection;
const living = (low: [number, number, number], high: [number, number, number]) =>
  usePlayer.setState(({ meters }) => ({ meters: { ...meters, bounds: [{ count: 9, low, high }] } }));

beforeEach(() => {
  openScene(testScene({ fields: [{ settings: { kind: 'wind' } }] }));
  usePlayer.setState({ frame: 0, playing: false });
  living([-2, 1, -2], [2, 5, 2]);
});

describe('colliders', () => {
  it('begin as a plane under the living particles, selected', () => {
    addCollider();
    expect(openedScene().colliders[0]).toMatchObject({
      name: 'Collider',
      shape: { kind: 'plane' },
      transform: { position: [0, 1, 0] },
    });
    expect(selection()).toEqual({ type: 'collider', id: 'c1' });
  });

  it('are copied with all they have, under a name, an id and a seed of their own, and deleted', () => {
    addCollider();
    duplicateCollider('c1');
    const [first, second] = openedScene().colliders;
    expect(second).toEqual({ ...first, id: 'c2', name: 'Collider 2', seed: 2 });
    duplicateCollider('nobody');
    expect(openedScene().colliders).toHaveLength(2);
    removeCollider('c1');
    expect(openedScene().colliders.map(({ id }) => id)).toEqual(['c2']);
    expect(selection()).toEqual({ type: 'scene' });
    undo();
    expect(openedScene().colliders).toHaveLength(2);
  });
});

it('a copy of a zone decides in its soft border by a seed of its own, and so does one made after another was deleted', () => {
  addZone();
  addZone();
  duplicateZone('z1');
  removeZone('z1');
  addZone();
  expect(
    openedScene()
      .zones.map(({ seed }) => seed)
      .toSorted((a, b) => a - b),
  ).toEqual([2, 3, 4]);
});

describe('a wall in a flat scene', () => {
  it('lies in the plane of the particles, so that they meet it, and stands up again as another shape', () => {
    openScene({ ...testScene({ emitter: thrown([1, 0, 0]) }), keepFlat: 'z' });
    living([-2, -1, 0], [2, 1, 0]);
    addCollider();
    const before = openedScene().colliders[0]!.transform;
    changeColliderShape('c1', 'wall');
    const points = [
      [1, 0, -2],
      [1, 0, 2],
    ];
    editCollider('c1', (c) => {
      c.shape['points'] = points;
      c.transform.position[1] = 0;
    });
    const { x, vx } = only(runTo(openedScene(), 48));
    expect([x < 1, vx < 0]).toEqual([true, true]);
    undo();
    changeColliderShape('c1', 'plane');
    expect(openedScene().colliders[0]!.transform).toEqual(before);
  });

  it('lies in a scene that keeps X as well, and stands upright in one that keeps Y', () => {
    for (const [keepFlat, launch, axis] of [
      ['x', [0, 0, 1], 'z'],
      ['y', [1, 0, 0], 'x'],
    ] as const) {
      openScene({ ...testScene({ emitter: thrown([...launch]) }), keepFlat });
      living([-2, -1, 0], [2, 1, 0]);
      addCollider();
      changeColliderShape('c1', 'wall');
      editCollider('c1', (c) => {
        // Across the way of the particle, a metre on; along the axis that is kept it rises.
        c.shape['points'] =
          keepFlat === 'x'
            ? [
                [-2, 0, 1],
                [2, 0, 1],
              ]
            : [
                [1, 0, -2],
                [1, 0, 2],
              ];
        c.transform.position[1] = keepFlat === 'x' ? 0 : -0.5;
        c.transform.position[2] = 0;
      });
      const at = only(runTo(openedScene(), 48));
      expect([at[axis] < 1, at[`v${axis}`] < 0], keepFlat).toEqual([true, true]);
    }
  });

  it('keeps the rotation that someone gave it, and stands upright where the scene is not flat', () => {
    addCollider();
    changeColliderShape('c1', 'wall');
    expect(openedScene().colliders[0]!.transform.rotation).toEqual([0, 0, 0]);
    openScene({ ...openedScene(), keepFlat: 'z' });
    editCollider('c1', (c) => void (c.transform.rotation = [0, 30, 0]));
    changeColliderShape('c1', 'box');
    changeColliderShape('c1', 'wall');
    expect(openedScene().colliders[0]!.transform.rotation).toEqual([0, 30, 0]);
  });
});

describe('zones', () => {
  it('begin among the living particles, over the inner half of them, each in a tint of its own', () => {
    addZone();
    addZone();
    const [first, second] = openedScene().zones;
    expect(first!.transform.position).toEqual([0, 3, 0]);
    expect(first!.falloff).toMatchObject({ kind: 'ball' });
    expect(first!.falloff['outer']).toBeLessThan(3);
    expect(second!.tint).not.toBe(first!.tint);
    expect(second!.seed).not.toBe(first!.seed);
  });

  it('are no more than a scene may have', () => {
    for (let n = 0; n < MOST.zones + 2; n++) addZone();
    duplicateZone('z1');
    expect(openedScene().zones).toHaveLength(MOST.zones);
    expect(checkScene(openedScene())).toEqual([]);
  });

  it('that are deleted are let go of by what asked for them', () => {
    addZone();
    const scene = openedScene();
    const inZone = { ...scene.fields[0]!, modulators: [{ kind: 'zone', zone: 'z1' }] };
    openScene({ ...scene, fields: [inZone] });
    removeZone('z1');
    expect(openedScene().zones).toEqual([]);
    expect(openedScene().fields[0]!.modulators[0]!['zone']).toBe('');
    expect(checkScene(openedScene())).toEqual([]);
  });
});

describe('carriers', () => {
  const mounted = () => {
    addCarrier();
    const scene = openedScene();
    const on = <T extends { readonly transform: object }>(thing: T): T => ({
      ...thing,
      transform: { ...thing.transform, carrier: 'k1' },
    });
    openScene({
      ...scene,
      carriers: scene.carriers.map((c) => ({
        ...c,
        transform: { ...c.transform, position: [0, 4, 0], rotation: [0, 90, 0], scale: 2 },
      })),
      emitters: scene.emitters.map((e) => on({ ...e, transform: { ...e.transform, position: [1, 0, 0] } })),
      camera: { ...scene.camera, carrier: 'k1', position: [0, 0, 1] },
    });
  };

  it('know what stands on them', () => {
    mounted();
    expect(riders(openedScene(), 'k1').map(({ type, thing }) => `${type} ${thing.id}`)).toEqual(['emitter e']);
    expect(riders(openedScene(), 'k2')).toEqual([]);
  });

  it('that are deleted leave everything where it is, the shot camera too, in one step of undo', () => {
    mounted();
    const before = motionOf(openedScene().carriers, openedScene().emitters[0]!).at(0);
    removeCarrier('k1');
    const { carriers, emitters, camera } = openedScene();
    expect(carriers).toEqual([]);
    const after = motionOf(carriers, emitters[0]!).at(0);
    after.position.forEach((n, i) => expect(n).toBeCloseTo(before.position[i]!, 5));
    expect(after.scale).toBeCloseTo(2, 6);
    expect(camera.carrier).toBe('');
    camera.position.forEach((n, i) => expect(n).toBeCloseTo([2, 4, 0][i]!, 5));
    expect(checkScene(openedScene())).toEqual([]);
    undo();
    expect(openedScene().carriers).toHaveLength(1);
    expect(openedScene().emitters[0]!.transform.carrier).toBe('k1');
  });
});

describe('meshes', () => {
  it('made by code are added with a free name, changed, and deleted with what is made from them', () => {
    const id = addMadeMesh('box');
    addMadeMesh('box');
    expect(openedScene().meshes.map(({ name }) => name)).toEqual(['Box', 'Box 2']);
    const scene = openedScene();
    openScene({ ...scene, emitters: scene.emitters.map((e) => ({ ...e, shape: { kind: 'mesh', mesh: id } })) });
    editMesh(id, 'width', 3);
    expect(openedScene().meshes[0]!.source['width']).toBe(3);
    removeMesh(id);
    expect(openedScene().meshes.map(({ name }) => name)).toEqual(['Box 2']);
    expect(openedScene().emitters[0]!.shape['mesh']).toBe('');
  });

  it('do not take a number that can’t be', () => {
    const id = addMadeMesh('box');
    editMesh(id, 'width', -3);
    expect(openedScene().meshes[0]!.source['width']).toBeGreaterThan(0);
  });
});
