import { beforeEach, describe, expect, it } from 'vitest';
import { dialAt } from '../../../core/document/dials';
import { checkScene } from '../../../core/scene/read';
import { MOST } from '../../../core/document/scene';
import { testScene } from '../../../core/tests/scenes';
import { usePlayer } from '../../state/player-store';
import { openedScene, openScene, undo } from '../../state/scene-store';
import { toggleKeyOf } from '../../state/movement';
import { addDial, removeDial, renameDial, setDial, setDialSpan } from './dial-edit';

const dial = () => openedScene().dials[0]!;
const at = (frame: number) => usePlayer.setState({ frame });
const faults = () => checkScene(JSON.parse(JSON.stringify(openedScene())));

beforeEach(() => {
  openScene(testScene());
  at(0);
  addDial();
});

describe('dials of the scene', () => {
  it('are added under free names, up to as many as a scene takes, and taken away with undo', () => {
    for (let i = 0; i < MOST.dials + 3; i++) addDial();
    expect(openedScene().dials).toHaveLength(MOST.dials);
    expect(new Set(openedScene().dials.map((d) => d.name)).size).toBe(MOST.dials);
    expect(faults()).toEqual([]);
    removeDial(dial().id);
    expect(openedScene().dials).toHaveLength(MOST.dials - 1);
    undo();
    expect(openedScene().dials).toHaveLength(MOST.dials);
  });

  it('are renamed to what formulas can write, and nothing else; why not is said', () => {
    addDial();
    expect(renameDial(dial().id, 'swell')).toBeUndefined();
    expect(renameDial(dial().id, 'a b')).toBe(
      'A dial can’t be named “a b”. Start with a letter; up to 31 letters, digits and underscores may follow.',
    );
    expect(renameDial(dial().id, 'sqrt')).toBe('“sqrt” is already a word of formulas. Use another name.');
    expect(renameDial(dial().id, 'strength')).toMatch(/already a word of formulas/);
    expect(renameDial(dial().id, 'pi')).toMatch(/already a word of formulas/);
    expect(renameDial(dial().id, openedScene().dials[1]!.name)).toMatch(/^Another dial is already named/);
    expect(dial().name).toBe('swell');
    expect(faults()).toEqual([]);
  });

  it('are set plainly; once keyed, at the playhead; the last key to go leaves its value', () => {
    setDial(dial().id, 0.25);
    expect([dial().value, dial().keys]).toEqual([0.25, {}]);
    toggleKeyOf({ sort: 'dials', id: dial().id }, 'value');
    at(20);
    setDial(dial().id, 0.75);
    expect([0, 10, 20].map((frame) => dialAt(dial(), frame))).toEqual([0.25, 0.5, 0.75]);
    at(10);
    toggleKeyOf({ sort: 'dials', id: dial().id }, 'value');
    expect(dial().keys['value']).toHaveLength(3);
    for (const frame of [0, 10, 20]) {
      at(frame);
      toggleKeyOf({ sort: 'dials', id: dial().id }, 'value');
    }
    expect([dial().value, dial().keys]).toEqual([0.75, {}]);
    expect(faults()).toEqual([]);
  });

  it('span from one number to a larger one, whichever end is set', () => {
    setDialSpan(dial().id, 'low', 5);
    expect([dial().low, dial().high]).toEqual([5, 6]);
    setDialSpan(dial().id, 'high', -2);
    expect([dial().low, dial().high]).toEqual([-3, -2]);
    expect(faults()).toEqual([]);
  });

  it('renamed, take along the numbers that hang on them', () => {
    const name = dial().name;
    openScene({
      ...testScene({
        fields: [{ settings: { kind: 'wind' }, automations: { strength: { kind: 'dial', dial: name, gain: 2 } } }],
      }),
      dials: [dial()],
    });
    expect(renameDial(dial().id, 'swell')).toBeUndefined();
    expect(openedScene().fields[0]!.automations['strength']).toMatchObject({ kind: 'dial', dial: 'swell', gain: 2 });
    expect(faults()).toEqual([]);
  });
});
