import { describe, expect, it } from 'vitest';
import { valueOf, withoutRow, withValue } from './value-paths';

const thing = {
  look: { kind: 'sprite', soft: 0.5 },
  amounts: [{ rate: 1 }, { rate: 2 }],
  place: { position: [1, 2, 3] },
  name: 'E',
  none: null,
};

describe('values by their paths', () => {
  it('are read through objects and lists; what is not there is undefined', () => {
    expect(valueOf(thing, 'look.soft')).toBe(0.5);
    expect(valueOf(thing, 'amounts.1.rate')).toBe(2);
    expect(valueOf(thing, 'place.position.2')).toBe(3);
    for (const path of ['look.hard', 'amounts.2.rate', 'name.length.more', 'none.more', 'nowhere'])
      expect(valueOf(thing, path)).toBeUndefined();
  });

  it('are put in a copy, in which all else is the same object', () => {
    const next = withValue(thing, 'amounts.1.rate', 9);
    expect(next.amounts).toEqual([{ rate: 1 }, { rate: 9 }]);
    expect(Array.isArray(next.amounts)).toBe(true);
    expect(next.amounts[0]).toBe(thing.amounts[0]);
    expect(next.look).toBe(thing.look);
    expect(thing.amounts[1]!.rate).toBe(2);
    expect(withValue(thing, 'place.position.0', 7).place.position).toEqual([7, 2, 3]);
  });

  it('of a row that is taken away go, and those of later rows follow', () => {
    const keys = {
      'amounts.0.rate': 'a',
      'amounts.1.rate': 'b',
      'amounts.2.rate': 'c',
      'masks.1.size': 'd',
      speed: 'e',
    };
    expect(withoutRow(keys, 'amounts', 1)).toEqual({
      'amounts.0.rate': 'a',
      'amounts.1.rate': 'c',
      'masks.1.size': 'd',
      speed: 'e',
    });
    expect(withoutRow(keys, 'masks', 0)).toEqual({
      'amounts.0.rate': 'a',
      'amounts.1.rate': 'b',
      'amounts.2.rate': 'c',
      'masks.0.size': 'd',
      speed: 'e',
    });
  });
});
