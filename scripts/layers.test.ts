import { describe, expect, it } from 'vitest';
import { breaches, cyclesIn } from './layers.mjs';

const graph = (arrows: Readonly<Record<string, readonly string[]>>) => new Map(Object.entries(arrows));

describe('the plan of the house', () => {
  it('is kept: every import goes downwards, and no file imports itself through others', () =>
    expect(breaches()).toEqual([]));

  it('a ring of files is found whole, once', () => {
    const rings = cyclesIn(graph({ a: ['b'], b: ['c'], c: ['a', 'd'], d: [] }));
    expect(rings.map((ring) => ring.toSorted())).toEqual([['a', 'b', 'c']]);
  });

  it('two rings that share no file are two', () => {
    expect(cyclesIn(graph({ a: ['b'], b: ['a', 'c'], c: ['d'], d: ['c'] })).map((ring) => ring.length)).toEqual([2, 2]);
  });

  it('files that only share what they import are no ring', () =>
    expect(cyclesIn(graph({ a: ['c', 'b'], b: ['c'], c: [] }))).toEqual([]));
});
