import { describe, expect, it } from 'vitest';
import { outward, type Similarity } from '../../../core/lib/math/similarity';
import { rotationFromDegrees } from '../../../core/lib/math/rotation';
import { groundPlane } from './slice';

describe('the slice of a field that a picture modulates', () => {
  it('lies on the plane of the picture, the XZ plane of the field, however the field is turned', () => {
    const place: Similarity = { position: [1, 2, 3], rotation: rotationFromDegrees([20, 40, 60]), scale: 1 };
    const { middle, across, up } = groundPlane(place, 2);
    const corner = middle.map((n, i) => n + across[i]! - up[i]!);
    outward(place, [2, 0, -2]).forEach((n, i) => expect(corner[i]).toBeCloseTo(n, 9));
  });
});
