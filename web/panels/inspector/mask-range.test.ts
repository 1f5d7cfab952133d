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
  it('of heights lies over those that the shape has', () => {
    const mask = added({ kind: 'ball', radius: 2 }, 'height');
    expect(mask['low']).toBeGreaterThanOrEqual(-2);
    expect(mask['low']).toBeLessThan(-1.8);
    expect(mask['high']).toBeLessThanOrEqual(2);
    expect(mask['high']).toBeGreaterThan(1.8);
    // A tenth of the span fades in and out.
    expect(mask['ramp'] as number).toBeCloseTo(((mask['high'] as number) - (mask['low'] as number)) / 10, 2);
  });

  it('of noise, and of heights on a shape that has none, is as it always begins', () => {
    expect(added({ kind: 'ball', radius: 2 }, 'noise')).toEqual(masks.defaults('noise'));
    expect(added({ kind: 'mesh', mesh: '' }, 'height')).toEqual(masks.defaults('height'));
  });

  it('does not depend on how many places are looked at: twice the size, twice the limits', () => {
    const [small, large] = [1, 2].map((radius) => added({ kind: 'ball', radius }, 'height'));
    expect(large!['high'] as number).toBeCloseTo(2 * (small!['high'] as number), 1);
  });
});
