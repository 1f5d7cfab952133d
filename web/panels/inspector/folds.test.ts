import { describe, expect, it } from 'vitest';
import { lightParameters, timeParameters } from '../../../core/document/descriptions';
import { testScene } from '../../../core/tests/scenes';
import { isChanged, isPlaced } from './changed';
import { isOpen, SELDOM } from './folds';

describe('a section of the inspector', () => {
  it('that is seldom used is folded until it holds something', () => {
    const [seldom] = SELDOM;
    expect([isOpen({}, seldom!, false), isOpen({}, seldom!, true), isOpen({}, 'Emission', false)]).toEqual([
      false,
      true,
      true,
    ]);
  });

  it('stays as it was left by hand', () => {
    expect(isOpen({ Masks: true }, 'Masks', false)).toBe(true);
    expect(isOpen({ Emission: false }, 'Emission', true)).toBe(false);
  });

  it('is marked where a value that acts is not the default', () => {
    const { light, time } = testScene();
    expect(isChanged(lightParameters, light)).toBe(false);
    expect(isChanged(lightParameters, { ...light, key: 2 })).toBe(true);
    // The colour of a fog that is not there makes no difference.
    expect(isChanged(lightParameters, { ...light, fogColour: '#ffffff' })).toBe(false);
    expect(isChanged(timeParameters, { ...time, last: time.last + 1 })).toBe(true);
  });

  it('about a place is marked where it is moved, turned, sized, keyed or carried', () => {
    const place = (transform: object, keys: object = {}) =>
      testScene({
        carriers: [{ id: 'c', name: 'C' }],
        fields: [{ settings: { kind: 'wind' }, transform, keys }],
      }).fields[0]!;
    expect(isPlaced(place({}))).toBe(false);
    for (const moved of [{ position: [0, 1, 0] }, { rotation: [0, 0, 9] }, { scale: 2 }, { carrier: 'c' }])
      expect(isPlaced(place(moved))).toBe(true);
    const value = { frame: 0, value: [0, 0, 0], ease: 'linear' };
    expect(isPlaced(place({}, { 'transform.position': [value] }))).toBe(true);
    expect(isPlaced(place({}, { strength: [{ ...value, value: 1 }] }))).toBe(false);
  });
});
