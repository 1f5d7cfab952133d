import { describe, expect, it } from 'vitest';
import { Span } from '../../lib/geometry/span';
import { set } from '../../lib/math/triple';
import { uniform } from '../../lib/random/lookup';
import { resourcesOf } from '../../scene/resources';
import { testScene } from '../../tests/scenes';
import type { Values } from '../../document/parameters';
import { colliderShapes } from '.';
import type { Hit } from './collider';

const scene = testScene({ meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 12 } }] });
const resources = resourcesOf(scene, new Map());

const SHAPES: readonly Values[] = [
  { kind: 'plane', sides: 'front' },
  { kind: 'plane', sides: 'both' },
  { kind: 'ball', radius: 0.8 },
  { kind: 'ball', radius: 2, inside: true },
  { kind: 'box', width: 1, height: 2, depth: 0.5 },
  { kind: 'box', width: 3, height: 4, depth: 3, inside: true },
  { kind: 'rod', length: 1, radius: 0.4 },
  { kind: 'rod', length: 3, radius: 2, inside: true },
  { kind: 'wall', height: 1 },
  { kind: 'mesh', mesh: 'm' },
];

describe('what is told to be clear of a collider', () => {
  it.each(SHAPES.map((shape) => [JSON.stringify(shape), shape] as const))('is met by no way: %s', (_name, shape) => {
    const kind = colliderShapes.get(String(shape['kind']));
    const body = kind.body({ ...colliderShapes.defaults(kind.kind), ...shape }, resources);
    const span = new Span();
    const hit: Hit = { t: 0, nx: 0, ny: 0, nz: 0, push: 0, face: 0 };
    const half = 0.01;
    let [clear, hits] = [0, 0];
    for (let n = 0; n < 4000; n++) {
      const random = (k: number) => uniform(7, n, k);
      const [x, y, z] = [0, 1, 2].map((k) => 4 * (random(k) - 0.5)) as [number, number, number];
      const size = 0.02 + random(3);
      set(span.low, x, y, z);
      set(span.high, x + size * random(4), y + size * random(5), z + size * random(6));
      const isClear = body.isClear(span, half);
      if (isClear) clear++;
      for (let m = 0; m < 8; m++) {
        // Corners of the box as often as places within it.
        const at = (axis: number, k: number) => {
          const share = Math.min(1, Math.max(0, 2 * uniform(9, n, 6 * m + k) - 0.5));
          return span.low[axis]! + share * (span.high[axis]! - span.low[axis]!);
        };
        const met = body.hit(at(0, 0), at(1, 1), at(2, 2), at(0, 3), at(1, 4), at(2, 5), half, hit);
        if (met) hits++;
        expect(isClear && met).toBe(false);
      }
    }
    expect(clear).toBeGreaterThan(100);
    expect(hits).toBeGreaterThan(100);
  });
});
