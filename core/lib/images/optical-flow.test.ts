import { describe, expect, it } from 'vitest';
import type { LevelImage } from './level-image';
import { opticalFlow } from './optical-flow';

const SIDE = 128;

/** A picture of a smooth function of the place, in pixels from the middle. */
function drawn(level: (x: number, y: number) => number): LevelImage {
  const levels = new Uint8Array(SIDE * SIDE);
  for (let j = 0; j < SIDE; j++)
    for (let i = 0; i < SIDE; i++) levels[j * SIDE + i] = Math.round(level(i - SIDE / 2 + 0.5, j - SIDE / 2 + 0.5));
  return { width: SIDE, height: SIDE, levels };
}

/** Patches of several sizes, that look alike nowhere. */
const patches = (x: number, y: number) =>
  128 +
  40 * Math.sin(0.21 * x + 0.5 * Math.sin(0.07 * y)) * Math.cos(0.17 * y) +
  30 * Math.cos(0.11 * x - 0.13 * y) +
  25 * Math.sin(0.33 * y + 0.19 * x);

/** The root mean square of what a flow is off, as a share of the wanted one’s, within a distance of the middle. */
function error(to: LevelImage, wanted: (x: number, y: number) => readonly [number, number], within: number): number {
  const { right, down } = opticalFlow(drawn(patches), to);
  let [off, whole] = [0, 0];
  for (let j = 0; j < SIDE; j++)
    for (let i = 0; i < SIDE; i++) {
      const [x, y] = [i - SIDE / 2 + 0.5, j - SIDE / 2 + 0.5];
      if (Math.hypot(x, y) > within) continue;
      const [u, v] = wanted(x, y);
      off += (right[j * SIDE + i]! - u) ** 2 + (down[j * SIDE + i]! - v) ** 2;
      whole += u * u + v * v;
    }
  return Math.sqrt(off / whole);
}

describe('optical flow between two pictures', () => {
  it.each([
    [1.5, -0.7],
    [6, 4],
    [-9.3, 2.2],
  ])('finds a shift of (%d, %d) px to a tenth of one (by construction)', (u, v) => {
    const moved = drawn((x, y) => patches(x - u, y - v));
    expect(error(moved, () => [u, v], 45) * Math.hypot(u, v)).toBeLessThan(0.1);
  });

  it.each([3, 8])('finds a turn of %d ° to 5 % (by construction)', (degrees) => {
    const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    // The picture turned by an angle: what was at p is at R·p, so it shows at q what was at R⁻¹·q.
    const turned = drawn((x, y) => patches(c * x + s * y, -s * x + c * y));
    expect(error(turned, (x, y) => [c * x - s * y - x, s * x + c * y - y], 50)).toBeLessThan(0.05);
  });

  it('moves nothing but what is seen to move: far from a spot on black all is still', () => {
    const spot = (u: number) => drawn((x, y) => 250 * Math.exp(-((x + 30 - u) ** 2 + y * y) / 100));
    const { right } = opticalFlow(spot(0), spot(4));
    expect(right[64 * SIDE + 34]).toBeCloseTo(4, 0.7);
    for (const at of [100, 64 * SIDE + 110, 120 * SIDE + 90]) expect(Math.abs(right[at]!)).toBeLessThan(0.05);
  });

  it('is still where both are alike, and where there is nothing to see', () => {
    const still = opticalFlow(drawn(patches), drawn(patches));
    const even = opticalFlow(
      drawn(() => 90),
      drawn(() => 140),
    );
    for (const { right, down } of [still, even])
      expect(Math.max(...right.map(Math.abs), ...down.map(Math.abs))).toBeLessThan(1e-3);
  });
});
