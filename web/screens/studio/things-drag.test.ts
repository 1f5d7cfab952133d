import { beforeEach, describe, expect, it } from 'vitest';
import { completeScene } from '../../../core/scene/read';
import { openScene, openedScene, undo } from '../../state/scene-store';
import { dropOn, dropWords } from './things-drag';

beforeEach(() =>
  openScene(
    completeScene({
      name: 'Kelp',
      emitters: ['a', 'b', 'c'].map((id) => ({ id, name: id, shape: { kind: 'point' }, emission: [] })),
      fields: ['f', 'g'].map((id) => ({ id, name: id, settings: { kind: 'gravity' } })),
      carriers: [
        { id: 'buoy', name: 'Buoy', transform: { position: [0, 3, 0] } },
        { id: 'lamp', name: 'Lamp', transform: { carrier: 'buoy' } },
      ],
    }),
  ),
);
const emitters = () => openedScene().emitters.map(({ id }) => id);

describe('a thing that is dragged in the list', () => {
  it('takes the place of the one of its sort that it is dropped on', () => {
    dropOn({ type: 'emitter', id: 'a' }, { type: 'emitter', id: 'c' });
    expect(emitters()).toEqual(['b', 'c', 'a']);
    dropOn({ type: 'emitter', id: 'c' }, { type: 'emitter', id: 'b' });
    expect(emitters()).toEqual(['c', 'b', 'a']);
    undo();
    expect(emitters()).toEqual(['b', 'c', 'a']);
    dropOn({ type: 'field', id: 'g' }, { type: 'field', id: 'f' });
    expect(openedScene().fields.map(({ id }) => id)).toEqual(['g', 'f']);
  });

  it('is attached to the carrier that it is dropped on, and stays where it is', () => {
    dropOn({ type: 'emitter', id: 'b' }, { type: 'carrier', id: 'buoy' });
    const { transform } = openedScene().emitters.find(({ id }) => id === 'b')!;
    expect(transform).toMatchObject({ carrier: 'buoy', position: [0, -3, 0] });
  });

  it('is not attached to itself, to what it carries, or dropped on another sort', () => {
    const before = openedScene();
    const words = (id: string, onto: string) =>
      dropWords(before, { type: 'carrier', id }, { type: 'carrier', id: onto });
    expect([words('buoy', 'buoy'), words('buoy', 'lamp'), words('lamp', 'buoy')]).toEqual([
      undefined,
      undefined,
      'attach',
    ]);
    dropOn({ type: 'carrier', id: 'buoy' }, { type: 'carrier', id: 'lamp' });
    dropOn({ type: 'emitter', id: 'a' }, { type: 'field', id: 'f' });
    expect(openedScene()).toBe(before);
  });
});
