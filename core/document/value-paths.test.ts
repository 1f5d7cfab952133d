import { describe, expect, it } from 'vitest';
import { valueOf, withoutRow, withValue } from './value-paths';

const thing = {
  look: { kind: 'sprite', soft: 0.5 },
  emission: [{ rate: 1 }, { rate: 2 }],
  transform: { position: [1, 2, 3] },
  name: 'E',
  none: null,
};

describe('values by their paths', () => {
  it('are read through objects and lists; what is not there is undefined', () => {
    expect(valueOf(thing, 'look.soft')).toBe(0.5);
    expect(valueOf(thing, 'emission.1.rate')).toBe(2);
    expect(valueOf(thing, 'transform.position.2')).toBe(3);
    for (const path of ['look.hard', 'emission.2.rate', 'name.length.more', 'none.more', 'nowhere'])
      expect(valueOf(thing, path)).toBeUndefined();
  });

  it('are put in a copy, in which all else is the same object', () => {
    const next = withValue(thing, 'emission.1.rate', 9);
    expect(next.emission).toEqual([{ rate: 1 }, { rate: 9 }]);
    expect(Array.isArray(next.emission)).toBe(true);
    expect(next.emission[0]).toBe(thing.emission[0]);
    expect(next.look).toBe(thing.look);
    expect(thing.emission[1]!.rate).toBe(2);
    expect(withValue(thing, 'transform.position.0', 7).transform.position).toEqual([7, 2, 3]);
  });

  it('of a row that is taken away go, and those of later rows follow', () => {
    const keys = {
      'emission.0.rate': 'a',
      'emission.1.rate': 'b',
      'emission.2.rate': 'c',
      'masks.1.size': 'd',
      speed: 'e',
    };
    expect(withoutRow(keys, 'emission', 1)).toEqual({
      'emission.0.rate': 'a',
      'emission.1.rate': 'c',
      'masks.1.size': 'd',
      speed: 'e',
    });
    expect(withoutRow(keys, 'masks', 0)).toEqual({
      'emission.0.rate': 'a',
      'emission.1.rate': 'b',
      'emission.2.rate': 'c',
      'masks.0.size': 'd',
      speed: 'e',
    });
  });
});
