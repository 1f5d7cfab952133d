import { describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { mostSecondNumbers } from './strip-rows';

const scene = (kinds: readonly string[], rule?: string) =>
  testScene({
    groups: rule === undefined ? [] : [{ id: 'g', name: 'G', rule }],
    fields: kinds.map((kind) => ({ settings: { kind }, actsAs: 'acceleration', group: rule === undefined ? '' : 'g' })),
  });

describe('the room that every strip leaves for second numbers', () => {
  it('is that of the strip with most of them', () => {
    expect(mostSecondNumbers(scene(['gravity', 'attractor']))).toBe(0);
    expect(mostSecondNumbers(scene(['gravity', 'vortex']))).toBe(2);
    expect(mostSecondNumbers(scene(['vortex', 'flock', 'gravity']))).toBe(3);
  });

  it('counts the mix of a group by layers', () => {
    expect(mostSecondNumbers(scene(['gravity', 'gravity'], 'layered'))).toBe(1);
    expect(mostSecondNumbers(scene(['vortex', 'gravity'], 'layered'))).toBe(3);
  });
});
