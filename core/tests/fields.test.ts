import { describe, expect, it } from 'vitest';
import { swirlAt } from '../kinds/fields/vortex';
import { bilinear, levelsOfRgba } from '../lib/images/level-image';
import { probe } from '../measure/probe';
import type { Written } from '../scene/read';
import type { Vector } from '../lib/math/vector';
import { testScene } from './scenes';

/** Weight and vector of one field at a point. */
function read(field: Written, position: Vector, frame = 0) {
  const scene = testScene({ fields: [field] });
  return probe(scene, new Map(), frame, scene.emitters[0]!, { position, velocity: [0, 0, 0], mass: 1, drag: 1 })
    .fields[0]!;
}

function near(actual: readonly number[], expected: readonly number[], digits = 9): void {
  expected.forEach((n, i) => expect(actual[i]).toBeCloseTo(n, digits));
}

describe('vortex profiles (textbook fluid mechanics)', () => {
  it('Rankine: S·r/R inside, S·R/r outside', () => {
    for (const r of [0.1, 0.5, 1, 2, 7]) expect(swirlAt('solid', r, 1)).toBeCloseTo(r <= 1 ? r : 1 / r, 12);
  });

  it('Lamb–Oseen: 1.56697·(R/r)·(1 − e^(−r²/R²)), with its peak of 1 at r = 1.1209 R', () => {
    const R = 0.7;
    let peak = { r: 0, v: 0 };
    for (let r = 0.01; r < 4; r += 1e-4) {
      const v = swirlAt('smooth', r, R);
      expect(v).toBeCloseTo(((1.56697 * R) / r) * (1 - Math.exp(-((r / R) ** 2))), 4);
      if (v > peak.v) peak = { r, v };
    }
    expect(peak.r / R).toBeCloseTo(1.1209, 3);
    // In steps of a ten-thousandth of a metre, so that the peak is met within 10⁻⁸.
    expect(Math.abs(peak.v - 1)).toBeLessThan(1e-8);
  });

  it('turns by the right-hand rule, gathers inward and lifts along the axis', () => {
    const vortex = { settings: { kind: 'vortex', swirl: 'even', inwardPull: 2, lift: 3 }, strength: 5 };
    near(read(vortex, [1, 0.4, 0]).vector, [-2, 3, -5]);
    near(read({ ...vortex, transform: { rotation: [0, 0, -90] } }, [0, 0, 1]).vector, [3, -5, -2]);
    near(read(vortex, [0, 1, 0]).vector, [0, 3, 0]);
  });
});

describe('attractor', () => {
  it.each([
    ['constant', 1],
    ['linear', 2],
    ['inverse', 0.5],
    ['inverse-square', 0.25],
  ])('law %s at 2 m is that many times the strength, towards the place', (law, share) => {
    near(
      read(
        { settings: { kind: 'attractor', law, softening: 0 }, strength: 3, transform: { position: [1, 0, 0] } },
        [3, 0, 0],
      ).vector,
      [-3 * share, 0, 0],
    );
  });

  it('does nothing in its hollow, and pushes away with a negative strength', () => {
    const settings = { kind: 'attractor', hollow: 0.5, softening: 0 };
    near(read({ settings, strength: 1 }, [0.4, 0, 0]).vector, [0, 0, 0]);
    near(read({ settings, strength: -1 }, [0.6, 0, 0]).vector, [1, 0, 0]);
  });
});

describe('texture', () => {
  it('light pushes along the normal, dark pulls, the neutral level and all off the card do nothing', () => {
    const image = levelsOfRgba(2, 1, new Uint8Array([0, 0, 0, 255, 255, 255, 255, 255]));
    const settings = { kind: 'texture', pattern: 'image', image: 'a'.repeat(64), width: 2, depth: 2 };
    const scene = testScene({ fields: [{ settings, strength: 4 }] });
    const push = (x: number) =>
      probe(scene, new Map([['a'.repeat(64), image]]), 0, scene.emitters[0]!, {
        position: [x, 0.3, 0],
        velocity: [0, 0, 0],
        mass: 1,
        drag: 1,
      }).fields[0]!.vector;
    near(push(0.8), [0, 4, 0]);
    near(push(-0.8), [0, -4, 0]);
    near(push(0), [0, 0, 0]);
    near(push(1.2), [0, 0, 0]);
  });

  it('is interpolated between the centres of pixels', () => {
    const image = levelsOfRgba(
      2,
      2,
      new Uint8Array([0, 0, 0, 255, 255, 255, 255, 255, 255, 255, 255, 255, 0, 0, 0, 255]),
    );
    expect(bilinear(image, 0.5, 0.5)).toBeCloseTo(0.5, 12);
    expect(bilinear(image, 0.25, 0.25)).toBe(0);
    expect(bilinear(image, 0.5, 0.25)).toBeCloseTo(0.5, 12);
  });
});

it('turbulence delivers its strength as the root mean square, whatever the noise, size and octaves', () => {
  for (const noise of ['simplex', 'gradient'])
    for (const octaves of [1, 3]) {
      let squares = 0;
      const n = 400;
      const scene = testScene({
        fields: [{ settings: { kind: 'turbulence', noise, octaves, size: 0.4 }, strength: 2.5 }],
      });
      for (let i = 0; i < n; i++) {
        const [x, y, z] = [Math.sin(i * 12.9) * 50, Math.sin(i * 78.2) * 50, Math.sin(i * 37.7) * 50];
        const { vector } = probe(scene, new Map(), 0, scene.emitters[0]!, {
          position: [x, y, z],
          velocity: [0, 0, 0],
          mass: 1,
          drag: 1,
        }).fields[0]!;
        squares += vector.reduce((s, c) => s + c * c, 0);
      }
      expect(Math.sqrt(squares / n) / 2.5).toBeGreaterThan(0.88);
      expect(Math.sqrt(squares / n) / 2.5).toBeLessThan(1.12);
    }
});
