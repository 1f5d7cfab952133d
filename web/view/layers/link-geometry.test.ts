import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameOf } from '../../tests/frames';
import { STRIDE } from './body-geometry';
import { linkGeometry, type LinkLook } from './link-geometry';

const look: LinkLook = {
  largestDistance: 1,
  mostLines: 8,
  width: 0.01,
  opacityOverDistance: [
    { at: 0, value: 1 },
    { at: 1, value: 0 },
  ],
};

type Place = readonly [number, number, number];

const build = (places: readonly Place[], over: Partial<LinkLook> = {}) =>
  linkGeometry(frameOf(places.map((at, i) => ({ id: i + 1, at }))), { ...look, ...over });

/** The ends of each band, by the places of the particles. */
function bands(made: ReturnType<typeof build>): string[] {
  const at = (v: number) => [0, 1, 2].map((k) => made.vertices[v * STRIDE + k]!).join(' ');
  return Array.from({ length: made.vertices.length / STRIDE / 4 }, (_, p) => `${at(4 * p)} – ${at(4 * p + 2)}`);
}

describe('links between particles', () => {
  it('join each pair nearer than the reach once, and no other', () => {
    const made = build([
      [0, 0, 0],
      [0.5, 0, 0],
      [3, 0, 0],
    ]);
    expect(bands(made)).toEqual(['0 0 0 – 0.5 0 0']);
    expect(made.index).toEqual(Uint32Array.from([0, 1, 2, 2, 1, 3]));
  });

  it('do not join a pair just as far apart as the reach', () => {
    expect(
      bands(
        build([
          [0, 0, 0],
          [1, 0, 0],
        ]),
      ),
    ).toEqual([]);
  });

  it('fade with the distance as the look says, and are as wide as it says', () => {
    const { vertices } = build([
      [0, 0, 0],
      [0.25, 0, 0],
    ]);
    for (let v = 0; v < 4; v++) {
      expect(vertices[v * STRIDE + 13]).toBeCloseTo(0.75, 5);
      expect(vertices[v * STRIDE + 10]).toBeCloseTo(0.01, 6);
      expect(Array.from(vertices.subarray(v * STRIDE + 6, v * STRIDE + 9))).toEqual([1, 0, 0]);
    }
  });

  it('reach out from each particle to its nearest only', () => {
    const row: Place[] = [0, 0.1, 0.3, 0.6].map((x) => [x, 0, 0]);
    // Of 0.6 the nearest is 0.3, of 0.3 it is 0.1, and 0 and 0.1 have each other.
    expect(bands(build(row, { mostLines: 1 }))).toHaveLength(3);
    expect(bands(build(row))).toHaveLength(6);
  });

  it('join two in one place without a direction that is no number', () => {
    const { vertices } = build([
      [1, 1, 1],
      [1, 1, 1],
    ]);
    expect(vertices).toHaveLength(4 * STRIDE);
    expect([...vertices].every(Number.isFinite)).toBe(true);
  });

  it('are those that all pairs measured one by one have, wherever the particles are', () => {
    const number = fc.integer({ min: -30, max: 30 }).map((n) => n / 10);
    fc.assert(
      fc.property(fc.uniqueArray(fc.tuple(number, number, number), { maxLength: 40, selector: String }), (places) => {
        let near = 0;
        for (let i = 0; i < places.length; i++)
          for (let j = i + 1; j < places.length; j++) {
            const [a, b] = [places[i]!, places[j]!].map((p) => p.map(Math.fround)) as [number[], number[]];
            if (Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!) < 1) near++;
          }
        expect(bands(build(places, { mostLines: 100 }))).toHaveLength(near);
      }),
      { numRuns: 100 },
    );
  });
});
