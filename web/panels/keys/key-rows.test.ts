import { describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { keyRows, selectedRef } from './key-rows';

const keys = (value: number) => ({ strength: [{ frame: 0, value, ease: 'linear' as const }] });
const scene = testScene({
  fields: [
    { settings: { kind: 'wind' }, keys: keys(1) },
    {
      settings: { kind: 'gravity' },
      keys: { ...keys(2), 'transform.position': [{ frame: 3, value: [1, 2, 3], ease: 'step' as const }] },
    },
    { settings: { kind: 'drag' } },
  ],
});

describe('rows of the keys deck', () => {
  it('are every keyed number, each with an id of its own, though paths are alike', () => {
    const rows = keyRows(scene);
    expect(rows.map(({ thing, path }) => `${thing} ${path}`)).toEqual([
      'F0 strength',
      'F1 strength',
      'F1 transform.position',
    ]);
    expect(new Set(rows.map(({ id }) => id)).size).toBe(3);
    expect(rows[0]!.keys[0]!.value).toBe(1);
    expect(rows[1]!.keys[0]!.value).toBe(2);
  });

  it('are those of one thing by its id', () => {
    expect(keyRows(scene, { sort: 'fields', id: 'f1' }).map(({ ref }) => ref.id)).toEqual(['f1', 'f1']);
    expect(keyRows(scene, { sort: 'fields', id: 'f2' })).toEqual([]);
    expect(keyRows(scene, { sort: 'groups', id: 'f1' })).toEqual([]);
  });

  it('leave out keys of numbers that a thing does not have, and lists without keys', () => {
    const [wind] = scene.fields;
    const odd = {
      ...scene,
      fields: [{ ...wind!, keys: { ...keys(1), 'settings.radius': keys(3).strength, targetSpeed: [] } }],
    };
    expect(keyRows(odd).map(({ path }) => path)).toEqual(['strength']);
  });

  it('name what a scene has one of', () => {
    const moving = { ...scene, fields: [], camera: { ...scene.camera, keys: { angle: keys(40).strength } } };
    expect(keyRows(moving).map(({ thing, ref }) => [thing, ref])).toEqual([
      ['Shot camera', { sort: 'camera', id: '' }],
    ]);
    expect(keyRows(moving, { sort: 'camera', id: '' })).toHaveLength(1);
  });

  it('follow the selection', () => {
    expect(selectedRef({ type: 'field', id: 'f1' })).toEqual({ sort: 'fields', id: 'f1' });
    expect(selectedRef({ type: 'camera' })).toEqual({ sort: 'camera', id: '' });
    expect(selectedRef({ type: 'scene' })).toBeUndefined();
  });
});
