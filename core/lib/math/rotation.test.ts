import { describe, expect, it } from 'vitest';
import { degreesFrom, rotationFromDegrees } from './rotation';
import type { Vector } from './vector';

describe('the angles of a rotation', () => {
  it('give that rotation again, for every one', () => {
    for (let x = -170; x <= 180; x += 50)
      for (let y = -90; y <= 90; y += 30)
        for (let z = -170; z <= 180; z += 50) {
          const r = rotationFromDegrees([x, y, z]);
          const again = rotationFromDegrees(degreesFrom(r, [0, 0, 0]));
          r.forEach((n, i) => expect(again[i]).toBeCloseTo(n, 7));
        }
  });

  it('are those nearest to angles that are given, over whole turns and past the upright', () => {
    const ways: readonly [Vector, Vector][] = [
      [
        [10, 20, 370],
        [0, 0, 360],
      ],
      [
        [10, 100, 30],
        [9, 99, 31],
      ],
      [
        [-725, 5, 3],
        [-720, 0, 0],
      ],
    ];
    for (const [angles, near] of ways) {
      const found = degreesFrom(rotationFromDegrees(angles), near);
      angles.forEach((n, i) => expect(found[i]).toBeCloseTo(n, 6));
    }
  });
});
