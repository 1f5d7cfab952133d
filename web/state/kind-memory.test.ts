import { beforeEach, describe, expect, it } from 'vitest';
import { forgetKinds, recalledKind, rememberKind, swappedValue } from './kind-memory';

const left = (value: unknown) => ({ value, keys: {}, automations: {}, effects: [] });

beforeEach(() => forgetKinds());

describe('kinds that were left', () => {
  it('are recalled at their own place and by their own name', () => {
    rememberKind('fields/f0/settings', 'wind', left(1));
    rememberKind('fields/f0/settings', 'vortex', left(2));
    rememberKind('fields/f1/settings', 'wind', left(3));
    expect(recalledKind('fields/f0/settings', 'wind')!.value).toBe(1);
    expect(recalledKind('fields/f0/settings', 'vortex')!.value).toBe(2);
    expect(recalledKind('fields/f1/settings', 'vortex')).toBeUndefined();
    expect(recalledKind('fields/f2/settings', 'wind')).toBeUndefined();
  });

  it('are as they were left last', () => {
    rememberKind('a', 'wind', left(1));
    rememberKind('a', 'wind', left(2));
    expect(recalledKind('a', 'wind')!.value).toBe(2);
  });

  it('are forgotten by the beginning of their place, the others stay', () => {
    rememberKind('fields/f1/settings', 'wind', left(1));
    rememberKind('fields/f1/extent', 'ball', left(2));
    rememberKind('fields/f2/settings', 'wind', left(3));
    forgetKinds('fields/f1/');
    expect(recalledKind('fields/f1/settings', 'wind')).toBeUndefined();
    expect(recalledKind('fields/f1/extent', 'ball')).toBeUndefined();
    expect(recalledKind('fields/f2/settings', 'wind')!.value).toBe(3);
    forgetKinds();
    expect(recalledKind('fields/f2/settings', 'wind')).toBeUndefined();
  });

  it('a value changed to another kind and back is as it was; the first time it is the one given', () => {
    expect(swappedValue('p', 'x', 5, 'y', 0)).toBe(0);
    expect(swappedValue('p', 'y', 7, 'x', 0)).toBe(5);
    expect(swappedValue('p', 'x', 5, 'y', 0)).toBe(7);
    expect(swappedValue('p', 'x', 6, 'x', 0)).toBe(6);
  });
});
