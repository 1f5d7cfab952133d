import { Matrix4, Vector3, type Object3D } from 'three';
import { describe, expect, it } from 'vitest';
import type { Vector } from '../../../core/lib/math/vector';
import { testScene } from '../../../core/tests/scenes';
import type { Selection } from '../../state/selection-store';
import { Surfaces } from './surfaces';

const UP = [0, 1, 0];
const WHOLE = new Matrix4();

/** A scene with a mesh and a painted card, in a place each. */
const sceneAt = (position: Vector) =>
  testScene({
    meshes: [{ id: 'm', name: 'M', source: { kind: 'box' } }],
    weightMaps: [
      {
        id: 'w',
        name: 'W',
        strokes: [{ radius: 0.5, softness: 0, lines: [[0, 0, 0, ...UP]] }],
      },
    ],
    colliders: [{ id: 'c', name: 'C', shape: { kind: 'mesh', mesh: 'm' }, transform: { position } }],
    fields: [{ settings: { kind: 'wind' }, falloff: { kind: 'painted', weightMap: 'w' }, transform: { position } }],
  });

/** Where the surfaces of a scene are drawn. */
function drawn(surfaces: Surfaces, position: Vector, selection: Selection, whole = WHOLE): number[][] {
  const scene = sceneAt(position);
  surfaces.update({ scene, assets: new Map(), selection, direction: undefined, frame: 0, filled: 0 });
  const group: Object3D = surfaces.placed(whole)!;
  group.updateMatrixWorld();
  return group.children.map((child) => new Vector3().setFromMatrixPosition(child.matrixWorld).toArray());
}

describe('surfaces to work by', () => {
  const field = { type: 'field', id: 'f0', ids: ['f0'] } as const;

  it('go with the things they belong to, and with the whole of the finished result', () => {
    const surfaces = new Surfaces();
    expect(drawn(surfaces, [1, 2, 3], field)).toEqual([
      [1, 2, 3],
      [1, 2, 3],
    ]);
    expect(drawn(surfaces, [4, 2, 3], field)).toEqual([
      [4, 2, 3],
      [4, 2, 3],
    ]);
    const whole = new Matrix4().makeTranslation(0, 10, 0);
    expect(drawn(surfaces, [4, 2, 3], field, whole)[0]).toEqual([4, 12, 3]);
  });

  it('show the weights of what is selected, and none of the rest', () => {
    expect(drawn(new Surfaces(), [0, 0, 0], { type: 'scene' })).toHaveLength(1);
    expect(drawn(new Surfaces(), [0, 0, 0], field)).toHaveLength(2);
  });
});
