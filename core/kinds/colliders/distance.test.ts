import { describe, expect, it } from 'vitest';
import type { Resources } from '../emitter-shapes/shape';
import { colliderShapes } from '.';
import { NO_RESOURCES } from '../../tests/no-resources';

const nothing: Resources = NO_RESOURCES;

describe('the signed distance of a collider', () => {
  // By hand, metres.
  it.each([
    ['ball', { radius: 0.5 }, [2, 0, 0], 1.5],
    ['ball', { radius: 0.5 }, [0, 0.1, 0], -0.4],
    ['ball', { radius: 0.5, inside: true }, [0, 0.1, 0], 0.4],
    ['rod', { length: 2, radius: 0.3 }, [0, 5, 0], 3.7],
    ['rod', { length: 2, radius: 0.3 }, [0.1, 0.9, 0], -0.2],
    ['rod', { length: 2, radius: 0.3, inside: true }, [0.1, 0.9, 0], 0.2],
    ['box', { width: 2, height: 2, depth: 2 }, [4, 5, 0], 5],
    ['box', { width: 2, height: 2, depth: 2 }, [0.7, 0, 0], -0.3],
    ['box', { width: 2, height: 2, depth: 2, inside: true }, [0.7, 0, 0], 0.3],
    ['plane', { sides: 'front' }, [3, -0.2, 0], -0.2],
    ['plane', { sides: 'both' }, [3, -0.2, 0], 0.2],
    [
      'wall',
      {
        points: [
          [0, 0, 0],
          [2, 0, 0],
        ],
        height: 1,
      },
      [1, 0.5, 0.3],
      0.3,
    ],
    [
      'wall',
      {
        points: [
          [0, 0, 0],
          [2, 0, 0],
        ],
        height: 1,
      },
      [5, 5, 0],
      5,
    ],
    ['mesh', { mesh: '' }, [1, 0, 0], Infinity],
  ] as const)('of a %s %j at %j is %d', (kind, values, [x, y, z], distance) => {
    const settings = colliderShapes.defaults(kind, values);
    expect(colliderShapes.get(kind).body(settings, nothing).distance(x, y, z)).toBeCloseTo(distance, 9);
  });
});
