import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ofAnotherKind } from '../../../core/document/change-kind';
import { motionOf } from '../../../core/document/keys/motion';
import type { Scene } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { outward } from '../../../core/lib/math/similarity';
import type { Vector } from '../../../core/lib/math/vector';
import { automated } from '../../../core/scene/automated';
import { withPathShared } from '../../../core/scene/on-path';
import { checkScene } from '../../../core/scene/read';
import { testScene } from '../../../core/tests/scenes';
import { changeScene, editEmitter, editField, openedScene, openScene, undo } from '../../state/scene-store';
import { setPath } from '../../state/path-edit';
import { switchKind } from '../../state/kind-switch';
import { addField } from '../desk/desk-edit';
import { copyFields, pasteFields } from '../desk/field-clipboard';
import { addPath, removeCarrier, riders } from './carrier-edit';
import { addEmitterOnPath, copyEmitters, moveEmitterOnto, pasteEmitters } from './emitter-edit';
import { joinPath } from './path-join';

vi.mock('../../simulation/scene-assets', async (real) => ({
  ...(await real<object>()),
  loadAssets: () => Promise.resolve(),
}));

const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v),
});

const place = { position: [0, 2, 0], rotation: [0, 90, 0], scale: 2 };
const circle = { kind: 'path', form: 'circle', pathRadius: 1.5 };
const emitter = () => openedScene().emitters[0]!;
const field = () => openedScene().fields[0]!;
const path = () => openedScene().carriers[0]!;
/** Where a thing is, and the form of its path. */
const standing = (scene: Scene) => {
  const { emitters, carriers } = automated(scene);
  const { position, scale } = motionOf(carriers, emitters[0]!).at(0);
  return [position, scale, emitters[0]!.shape['form'], emitters[0]!.shape['pathRadius']];
};

beforeEach(() => openScene(testScene({ emitter: { shape: circle, transform: place } })));

describe('a path of the scene', () => {
  it('is made of the path that an emitter has, where it is', () => {
    const before = standing(openedScene());
    changeScene((scene) => withPathShared(scene, 'emitters', 'e', 'shape').scene);
    expect(emitter()).toMatchObject({ shape: { form: 'shared', sharedPath: 'p1' }, transform: { carrier: 'p1' } });
    expect(path()).toMatchObject({ name: 'Path of E', path: { form: 'circle', pathRadius: 1.5 }, transform: place });
    expect(standing(openedScene())).toEqual(before);
    undo();
    expect(openedScene().carriers).toEqual([]);
  });

  it('is shared by a new field with the emitter on it, by new emitters on it, and by those that are moved onto it', () => {
    openScene(
      testScene({
        emitter: { shape: circle, transform: place },
        others: [{ id: 'o', name: 'O', shape: { kind: 'ball' }, emission: [] }],
      }),
    );
    addField('path');
    addEmitterOnPath(field().id, 'start');
    moveEmitterOnto('o', field());
    const { carriers, emitters } = openedScene();
    expect(carriers).toHaveLength(1);
    expect(field().falloff).toMatchObject({ form: 'shared', sharedPath: 'p1' });
    expect(emitters.map(({ shape }) => [shape['sharedPath'], shape['from']])).toEqual([
      ['p1', 'along'],
      ['p1', 'along'],
      ['p1', 'start'],
    ]);
    expect(riders(openedScene(), 'p1').map(({ thing }) => thing.id)).toEqual([field().id, 'e', 'o', 'e1']);
    setPath('p1', 'pathRadius', 3);
    expect(automated(openedScene()).emitters.map(({ shape }) => shape['pathRadius'])).toEqual([3, 3, 3]);
    expect(automated(openedScene()).fields[0]!.falloff['pathRadius']).toBe(3);
    expect(checkScene(openedScene())).toEqual([]);
  });

  it('takes a thing to it that is put on it; the first there is, where none is named', () => {
    addPath();
    setPath('p1', 'form', 'helix');
    editEmitter('e', (e) => void Object.assign(e.shape, { form: 'shared' }));
    expect(emitter()).toMatchObject({ shape: { sharedPath: 'p1' }, transform: { carrier: 'p1', position: [0, 0, 0] } });
    addPath();
    editEmitter('e', (e) => void Object.assign(e.shape, { sharedPath: 'p2' }));
    expect(emitter().transform.carrier).toBe('p2');
    // It may be moved off again, and stays there.
    editEmitter('e', (e) => void (e.transform.carrier = ''));
    editEmitter('e', (e) => void (e.birth.speed = 3));
    expect(emitter()).toMatchObject({ shape: { sharedPath: 'p2' }, transform: { carrier: '' } });
  });

  it('comes of a thing that is told to share one while there is none', () => {
    editEmitter('e', (e) => void Object.assign(e.shape, { form: 'shared' }));
    expect(path().path).toMatchObject({ form: 'circle', pathRadius: 1.5 });
    expect(path().transform).toMatchObject(place);
    expect(emitter().shape).toMatchObject({ form: 'shared', sharedPath: 'p1' });
  });

  it('that is deleted leaves everything on it as it is, with a path of its own, in one step of undo', () => {
    addField('path');
    const before = standing(openedScene());
    const shared = openedScene();
    removeCarrier('p1');
    expect(standing(openedScene())).toEqual(before);
    expect(field().falloff).toMatchObject({ form: 'circle', pathRadius: 1.5, sharedPath: '' });
    expect(checkScene(openedScene())).toEqual([]);
    undo();
    expect(openedScene()).toEqual(shared);
  });

  it('that was deleted is let go of by a shape that comes back to it', () => {
    addPath();
    editEmitter('e', (e) => void Object.assign(e.shape, { form: 'shared' }));
    const shape = (kind: string) =>
      switchKind({ sort: 'emitters', ids: ['e'], path: 'shape' }, kind, (was) => ofAnotherKind(shapes, was, kind));
    expect(shape('ball')).toBe(true);
    removeCarrier('p1');
    expect(shape('path')).toBe(true);
    expect(emitter().shape).toMatchObject({ kind: 'path' });
    expect(checkScene(openedScene())).toEqual([]);
  });

  it('comes along where what is on it is pasted into another scene, once', () => {
    addField('path');
    copyEmitters(['e']);
    copyFields([field()], openedScene());
    openScene(testScene({ emitter: { shape: { kind: 'ball' } }, carriers: [{ id: 'p1', name: 'Path' }] }));
    pasteEmitters();
    pasteFields();
    const { carriers, emitters, fields } = openedScene();
    expect(carriers.map(({ id, name, path: { form } }) => [id, name, form])).toEqual([
      ['p1', 'Path', 'none'],
      ['p2', 'Path of E', 'circle'],
    ]);
    expect(emitters[1]).toMatchObject({ shape: { sharedPath: 'p2' }, transform: { carrier: 'p2' } });
    expect(fields[0]).toMatchObject({ falloff: { sharedPath: 'p2' }, transform: { carrier: 'p2' } });
    // In the scene it is from it stays the same path.
    pasteEmitters();
    expect(openedScene().carriers).toHaveLength(2);
  });

  it('takes over another that is joined to it, where both are, with all that is on it', () => {
    const line = (points: readonly Vector[]) => ({ form: 'drawn', points, smooth: false });
    openScene(
      testScene({
        emitter: { shape: { kind: 'path', form: 'shared', sharedPath: 'b' }, transform: { carrier: 'b' } },
        carriers: [
          {
            id: 'a',
            name: 'A',
            path: line([
              [0, 0, 0],
              [1, 0, 0],
            ]),
          },
          {
            id: 'b',
            name: 'B',
            path: line([
              [2, 0, 0],
              [1, 0, 0],
            ]),
            transform: { position: [0, 0, 1], scale: 2 },
          },
        ],
      }),
    );
    joinPath('a', 'b');
    const [a, ...others] = openedScene().carriers;
    expect(others).toEqual([]);
    const world = motionOf(openedScene().carriers, a!).at(0);
    expect((a!.path['points'] as Vector[]).map((point) => outward(world, point))).toEqual([
      [0, 0, 0],
      [1, 0, 0],
      [2, 0, 1],
      [4, 0, 1],
    ]);
    expect(emitter()).toMatchObject({ shape: { sharedPath: 'a' }, transform: { carrier: 'a' } });
    undo();
    expect(openedScene().carriers).toHaveLength(2);
  });

  it('of a field with settings of its own on one path, and its falloff on another, is where its falloff was put last', () => {
    addField('path');
    addPath();
    editField(field().id, (f) => void Object.assign(f.settings, { form: 'shared', sharedPath: 'p2' }));
    expect(field()).toMatchObject({
      falloff: { sharedPath: 'p1' },
      settings: { sharedPath: 'p2' },
      transform: { carrier: 'p2' },
    });
  });
});
