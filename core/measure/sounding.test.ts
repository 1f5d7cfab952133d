import { describe, expect, it } from 'vitest';
import { testScene } from '../tests/scenes';
import { derivativesAt, gridOn, vectorsOn, type Plane } from './plane';
import { streamlinesOn } from './streamlines';
import { pretendedOf, samplerOf, type Subject } from './subject';

const NONE = new Map();
const FLOOR: Plane = { middle: [0, 0, 0], across: [4, 0, 0], up: [0, 0, -4] };
const STACK: Subject = { of: 'stack' };

const sampler = (fields: Parameters<typeof testScene>[0] & object, subject: Subject = STACK, frame = 0) => {
  const scene = testScene(fields);
  return samplerOf(scene, NONE, subject, frame, pretendedOf(scene, 0));
};

describe('streamlines', () => {
  const tolerance = 1e-5;
  const lines = (settings: object) =>
    streamlinesOn(sampler({ fields: [{ settings, strength: 1 }] }), FLOOR, { spacing: 0.5, tolerance });

  it('of a vortex are circles', () => {
    const found = lines({ kind: 'vortex' });
    expect(found.length).toBeGreaterThan(5);
    for (const line of found) {
      const radii = line.map(([a, b]) => Math.hypot(a, b));
      const way = line.slice(1).reduce((sum, [a, b], i) => sum + Math.hypot(a - line[i]![0], b - line[i]![1]), 0);
      // Each metre adds no more than the tolerance, from the seed both ways.
      expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(2 * tolerance * way + 1e-9);
    }
  });

  it('of a uniform wind are straight, and stand half a spacing apart or more', () => {
    const found = lines({ kind: 'wind' });
    expect(found.length).toBeGreaterThan(10);
    const heights = found.map((line) => {
      for (const [, b] of line) expect(Math.abs(b - line[0]![1])).toBeLessThan(1e-9);
      return line[0]![1];
    });
    heights.sort((a, b) => a - b);
    for (let i = 1; i < heights.length; i++) expect(heights[i]! - heights[i - 1]!).toBeGreaterThan(0.25);
  });

  it('of an attractor are radial', () => {
    const found = lines({ kind: 'attractor' });
    expect(found.length).toBeGreaterThan(10);
    for (const line of found) {
      const [a0, b0] = line[0]!;
      for (const [a, b] of line) {
        const off = Math.abs(a * b0 - b * a0) / Math.hypot(a0, b0);
        expect(off).toBeLessThan(2e-5 * 8);
      }
    }
  });
});

describe('divergence and curl', () => {
  it('the divergence of curl noise is 0, to the error of its differences', () => {
    const noise = sampler({ fields: [{ settings: { kind: 'turbulence' }, strength: 1 }] });
    const places = gridOn(FLOOR, 24, 24);
    const [coarse, fine] = [0.02, 0.01].map((h) => {
      const { divergence, curl } = derivativesAt(noise, places, h);
      const rms = (of: Float64Array) => Math.sqrt(of.reduce((s, n) => s + n * n, 0) / of.length);
      return rms(divergence) / rms(curl);
    });
    expect(fine).toBeLessThan(1e-3);
    // Second order: half the step, a quarter of the error.
    expect(coarse! / fine!).toBeGreaterThan(3);
  });

  it('of a flow out of a line is S/r, out of a middle 2·S/r', () => {
    for (const [falloff, factor] of [
      [{ kind: 'rod', inner: 20, outer: 30, length: 100 }, 1],
      [{ kind: 'ball', inner: 20, outer: 30 }, 2],
    ] as const) {
      const settings = { kind: 'zone-flow', outward: 1, lengthwise: 0, swirl: 0 };
      const out = sampler({ fields: [{ settings, strength: 0.7, falloff, transform: { position: [0, 0.3, 0] } }] });
      const places = gridOn(FLOOR, 6, 6);
      const { divergence, curl } = derivativesAt(out, places, 1e-4);
      divergence.forEach((d, i) => {
        const r = Math.hypot(places.x[i]!, places.z[i]!, factor === 2 ? -0.3 : 0);
        expect(d).toBeCloseTo((factor * 0.7) / r, 6);
      });
      curl.forEach((c) => expect(c).toBeCloseTo(0, 6));
    }
  });

  it('of a pull F = −s·x the divergence is −3·s and the curl 0', () => {
    const pull = sampler({ fields: [{ settings: { kind: 'attractor', law: 'linear' }, strength: 0.7 }] });
    const { divergence, curl } = derivativesAt(pull, gridOn(FLOOR, 4, 4), 1e-3);
    divergence.forEach((d) => expect(d).toBeCloseTo(-3 * 0.7, 6));
    curl.forEach((c) => expect(c).toBeCloseTo(0, 6));
  });

  it('of a solid vortex the curl is twice its rate of turning', () => {
    const spin = sampler({ fields: [{ settings: { kind: 'vortex', swirl: 'solid' }, strength: 1 }] });
    const near: Plane = { middle: [0, 0, 0], across: [0.2, 0, 0], up: [0, 0, -0.2] };
    const { size } = vectorsOn(spin, near, 2, 2);
    const { curl, divergence } = derivativesAt(spin, gridOn(near, 2, 2), 1e-4);
    const rate = size[0]! / Math.hypot(0.1, 0.1);
    curl.forEach((c) => expect(c / (2 * rate)).toBeCloseTo(1, 3));
    divergence.forEach((d) => expect(d).toBeCloseTo(0, 6));
  });
});

describe('what is sounded', () => {
  it('a muted field is read as it stands; the stack without it', () => {
    const written = { fields: [{ settings: { kind: 'gravity' }, strength: 3, mute: true }] };
    const at = (subject: Subject) => vectorsOn(sampler(written, subject), FLOOR, 2, 2).vector.y[0];
    expect(at({ of: 'field', id: 'f0' })).toBeCloseTo(-3, 12);
    expect(at(STACK)).toBeCloseTo(0, 12);
  });

  it('a group is read with its rule and its limit', () => {
    const gravity = { settings: { kind: 'gravity' }, strength: 3, group: 'g' };
    const written = {
      groups: [{ id: 'g', name: 'G', rule: 'sum', limited: true, floor: 0, ceiling: 4 }],
      fields: [gravity, gravity],
    };
    expect(vectorsOn(sampler(written, { of: 'group', id: 'g' }), FLOOR, 2, 2).vector.y[0]).toBeCloseTo(-4, 12);
  });
});
