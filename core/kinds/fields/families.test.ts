import { describe, expect, it } from 'vitest';
import { families, kindsFor } from './families';
import { fields } from './index';

const found = (typed: string) => kindsFor(typed).map(({ kind }) => kind);

describe('the kinds of field that are offered', () => {
  it('stand each in one family, and no family is empty', () => {
    const all = families.flatMap(({ kinds }) => kinds.map(({ kind }) => kind));
    expect(all.toSorted()).toEqual(fields.list.map(({ kind }) => kind).toSorted());
    for (const { kinds } of families) expect(kinds.length).toBeGreaterThan(0);
  });

  it('are found by the beginning of their names first', () => {
    expect(found('turb')[0]).toBe('turbulence');
    expect(found('Flow')[0]).toBe('grid');
    expect(found('flow').slice(0, 2)).toEqual(['grid', 'zone-flow']);
  });

  it('are found by their starting points and by their sentences, too', () => {
    expect(found('hover')[0]).toBe('surface');
    expect(found('eddies')).toContain('turbulence');
    expect(found('  ')).toHaveLength(fields.list.length);
    expect(found('qqq')).toEqual([]);
  });
});
