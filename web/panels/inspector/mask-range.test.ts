import { describe, expect, it, vi } from 'vitest';
import { masks } from '../../../core/kinds/masks';
import { testScene } from '../../../core/tests/scenes';
import { newMask } from './mask-range';

vi.mock('../../simulation/scene-assets', () => ({ useAssets: () => ({ assets: new Map() }) }));

const added = (shape: Record<string, unknown>, kind: string) => {
  const scene = testScene({ emitter: { shape } });
  return newMask(scene, new Map(), scene.emitters[0]!, kind);
};

describe('a new mask', () => {
  it('of heights has those of the shape within its limits, and thins nothing out', () => {
    const mask = added({ kind: 'ball', radius: 2 }, 'height');
    expect(mask['low']).toBeLessThanOrEqual(-2);
    expect(mask['low']).toBeGreaterThan(-2.3);
    expect(mask['high']).toBeGreaterThanOrEqual(2);
    expect(mask['high']).toBeLessThan(2.3);
    expect([mask['lowRamp'], mask['highRamp']]).toEqual([0, 0]);
  });

  it('of what has ends by nature, and of heights on a shape that has none, is as it always begins', () => {
    for (const kind of ['noise', 'slope'])
      expect(added({ kind: 'ball', radius: 2 }, kind)).toEqual(masks.defaults(kind));
    expect(added({ kind: 'mesh', mesh: '' }, 'height')).toEqual(masks.defaults('height'));
  });

  it('does not depend on how many places are looked at: twice the size, twice the limits', () => {
    const [small, large] = [1, 2].map((radius) => added({ kind: 'ball', radius }, 'height'));
    expect(Math.abs((large!['high'] as number) - 2 * (small!['high'] as number))).toBeLessThan(0.2);
  });
});
