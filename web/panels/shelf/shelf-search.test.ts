import { describe, expect, it } from 'vitest';
import { wordsOf } from './recipe-words';
import { fits, tagsOf } from './shelf-search';

const recipe = { name: 'Slow tide', note: 'Runs one way and back.', tags: ['current', 'calm'], sort: 'chain' } as const;
const anything = { text: '', sort: '', tag: '' };

describe('a search on the shelf', () => {
  it('finds each word in the name, note, tags or sort, in any order and case', () => {
    for (const text of ['', '  ', 'TIDE', 'back slow', 'calm fields'])
      expect(fits(recipe, { ...anything, text })).toBe(true);
    for (const text of ['tides', 'slow gust']) expect(fits(recipe, { ...anything, text })).toBe(false);
  });

  it('narrows by sort and by tag', () => {
    expect(fits(recipe, { ...anything, sort: 'chain', tag: 'calm' })).toBe(true);
    expect(fits(recipe, { ...anything, sort: 'look' })).toBe(false);
    expect(fits(recipe, { ...anything, tag: 'cal' })).toBe(false);
  });

  it('offers every tag once, in order', () => {
    expect(tagsOf([recipe, { ...recipe, tags: ['bed', 'calm'] }])).toEqual(['bed', 'calm', 'current']);
  });
});

it('tags are typed with commas: each is kept once, without spaces around it', () => {
  expect(wordsOf({ name: ' A ', note: ' b ', tags: ' calm, bed ,, calm' })).toEqual({
    name: 'A',
    note: 'b',
    tags: ['calm', 'bed'],
  });
});
