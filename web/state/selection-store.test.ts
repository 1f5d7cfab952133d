import { beforeEach, describe, expect, it } from 'vitest';
import { isSelected, select, selectedWith, selectToo, useSelection } from './selection-store';

const selection = () => useSelection.getState().selection;

beforeEach(() => select({ type: 'scene' }));

describe('the selection', () => {
  it('grows by others of the same sort, and begins anew with one of another sort', () => {
    selectToo('field', 'a');
    selectToo('field', 'b');
    selectToo('field', 'c');
    expect(selection()).toEqual({ type: 'field', id: 'a', also: ['b', 'c'] });
    selectToo('emitter', 'e');
    expect(selection()).toEqual({ type: 'emitter', id: 'e' });
  });

  it('lets go of one that is chosen again; the next one leads then', () => {
    for (const id of ['a', 'b', 'c', 'a']) selectToo('field', id);
    expect(selection()).toEqual({ type: 'field', id: 'b', also: ['c'] });
  });

  it('never lets go of the last one', () => {
    selectToo('field', 'a');
    selectToo('field', 'a');
    expect(selection()).toMatchObject({ type: 'field', id: 'a' });
  });

  it('is what an action on one of its members is for; on another thing, it is for that thing alone', () => {
    for (const id of ['a', 'b']) selectToo('field', id);
    expect(selectedWith('field', 'b')).toEqual(['a', 'b']);
    expect(selectedWith('field', 'z')).toEqual(['z']);
    expect(selectedWith('emitter', 'a')).toEqual(['a']);
  });

  it('has a thing by its sort and id', () => {
    for (const id of ['a', 'b']) selectToo('field', id);
    expect(['a', 'b', 'z'].map((id) => isSelected(selection(), 'field', id))).toEqual([true, true, false]);
    expect(isSelected(selection(), 'group', 'a')).toBe(false);
    expect(isSelected({ type: 'camera' }, 'field', 'a')).toBe(false);
  });
});
