import { beforeEach, describe, expect, it } from 'vitest';
import { examples } from '../../core/examples';
import { checkScene } from '../../core/scene/check';
import { sendTo } from '../../core/scene/document';
import { addEmitter, removeEmitters } from '../inspect/emitter-edit';
import { usePlayer } from '../stage/player-store';
import { emptyMeters } from '../../core/measure/meters';
import { editField, openedScene, openScene, undo } from '../store/scene-store';
import { useSelection } from '../store/selection-store';
import { addField, changeKind, duplicateField, moveField, removeField } from './desk-edit';
import { setExtentNumber } from './extent-edit';

const names = () => openedScene().fields.map((f) => f.name);
const field = (id: string) => openedScene().fields.find((f) => f.id === id)!;
const good = () => expect(checkScene(JSON.parse(JSON.stringify(openedScene())))).toEqual([]);

beforeEach(() => {
  openScene(examples[0]!.scene);
  usePlayer.setState({ meters: emptyMeters(6, 2) });
});

describe('the desk', () => {
  it('a new field is fitted round the living particles and selected', () => {
    const meters = emptyMeters(6, 2);
    meters.bounds[0] = { count: 10, low: [1, 2, 3], high: [3, 4, 5] };
    usePlayer.setState({ meters });
    addField('vortex');
    const added = openedScene().fields.at(-1)!;
    expect(added.place.position).toEqual([2, 3, 4]);
    expect(added.extent['reach'] as number).toBeGreaterThanOrEqual(Math.sqrt(3));
    expect(added.name).toBe('Vortex 2');
    expect(useSelection.getState().selection).toEqual({ type: 'field', id: added.id });
    good();
  });

  it('a duplicate stands beside its original, with a name and an id of its own', () => {
    duplicateField('vortex');
    expect(names().slice(2, 4)).toEqual(['Vortex', 'Vortex 2']);
    expect(new Set(openedScene().fields.map((f) => f.id)).size).toBe(7);
    good();
  });

  it('fields are moved within the row, and no further', () => {
    moveField('vortex', 0);
    expect(names()[0]).toBe('Vortex');
    moveField('vortex', 99);
    expect(names().at(-1)).toBe('Vortex');
    moveField('vortex', -5);
    expect(names()[0]).toBe('Vortex');
    undo();
    expect(names().at(-1)).toBe('Vortex');
  });

  it('the next field is selected where one is deleted', () => {
    removeField('vortex');
    expect(useSelection.getState().selection).toEqual({ type: 'field', id: 'billow' });
    for (const id of openedScene().fields.map((f) => f.id)) removeField(id);
    expect(useSelection.getState().selection).toEqual({ type: 'scene' });
    good();
  });

  it('another kind keeps place, extent and sends, and acts in a way it can', () => {
    const before = field('vortex');
    changeKind('vortex', 'drag');
    const after = field('vortex');
    expect(after).toMatchObject({
      place: before.place,
      extent: before.extent,
      sends: before.sends,
      actsAs: 'slow',
      settings: { kind: 'drag' },
    });
    expect(after.name).toBe('Drag');
    good();
    changeKind('billow', 'attractor');
    expect(field('billow')).toMatchObject({ name: 'Billow', actsAs: 'acceleration', strength: 1 });
    good();
  });
});

describe('core and reach', () => {
  it('push each other along, so that the core never is the larger', () => {
    setExtentNumber('vortex', 'core', 3);
    expect(field('vortex').extent).toMatchObject({ core: 3, reach: 3 });
    setExtentNumber('vortex', 'reach', 1);
    expect(field('vortex').extent).toMatchObject({ core: 1, reach: 1 });
    good();
  });

  it('an inverse square keeps a core above 0', () => {
    editField('vortex', (f) => void (f.profile.kind = 'inverse-square'));
    setExtentNumber('vortex', 'core', 0);
    expect(field('vortex').extent['core']).toBeCloseTo(0.2, 9);
    good();
  });
});

describe('emitters', () => {
  it('a new one is sent to by every field; a deleted one leaves no send behind', () => {
    addEmitter();
    const added = openedScene().emitters.at(-1)!;
    expect(openedScene().fields.every((f) => sendTo(f, added.id) === 1)).toBe(true);
    editField('vortex', (f) => void (f.sends[added.id] = 0.5));
    removeEmitters([added.id]);
    expect(field('vortex').sends).toEqual({ mouth: 1, seep: 0.6 });
    removeEmitters(['mouth']);
    expect(field('vortex').sends).toEqual({ seep: 0.6 });
    good();
  });
});
