import { describe, expect, it } from 'vitest';
import { ledgerOf } from '../measure/ledger';
import type { Written } from '../scene/read';
import { only, runTo, testScene, thrown } from './scenes';

// The order of a step (Hairer, Lubich & Wanner, "Geometric Numerical Integration", 2006, I.1): of second order, half
// the step leaves a quarter of the error.

const FRAMES = 48;
const SECONDS = FRAMES / 24;

type Place = readonly [number, number, number];

const endOf = (fields: readonly Written[], substeps: number, emitter: Written = thrown([1, 0.4, 0])): Place => {
  const { x, y, z } = only(runTo(testScene({ emitter, fields, time: { substeps } }), FRAMES));
  return [x, y, z];
};

const apart = (a: Place, b: Place): number => Math.hypot(...a.map((n, i) => n - b[i]!));

const at = (x: number, y: number, z: number) => ({ shape: { kind: 'point' }, transform: { position: [x, y, z] } });

describe('constant fields are exact in velocity and place at any number of substeps', () => {
  const rate = 1.5;
  const [g, wind] = [9.81, 2];
  const gravity = { settings: { kind: 'gravity' }, strength: g };
  const cases: readonly (readonly [string, Written[], Written, Place])[] = [
    // ½·g·t²
    ['a fall', [gravity], thrown([1, 3, 0]), [SECONDS, 3 * SECONDS - (g / 2) * SECONDS ** 2, 0]],
    // y = −(g/C)·t + (g/C²)·(1 − e^(−C·t)), x = v·(1 − e^(−C·t))/C: linear drag, textbook mechanics.
    [
      'a fall with drag',
      [gravity],
      thrown([1, 0, 0], { drag: rate }),
      [
        (1 - Math.exp(-rate * SECONDS)) / rate,
        (-g / rate) * SECONDS + (g / rate ** 2) * (1 - Math.exp(-rate * SECONDS)),
        0,
      ],
    ],
    // Relaxation to the speed of the medium, textbook mechanics.
    [
      'a wind that carries',
      [{ settings: { kind: 'wind', direction: [0, 0, 1] }, actsAs: 'flow', strength: wind }],
      thrown([0, 0, 0], { drag: rate }),
      [0, 0, wind * (SECONDS - (1 - Math.exp(-rate * SECONDS)) / rate)],
    ],
    // λ = −fps·ln(1 − w): the same relaxation.
    [
      'a velocity that is set by a share a frame',
      [{ settings: { kind: 'wind', direction: [0, 0, 1] }, actsAs: 'set-velocity', strength: 0.1, targetSpeed: wind }],
      thrown([0, 0, 0]),
      [0, 0, wind * (SECONDS - (1 - 0.9 ** FRAMES) / (-24 * Math.log(0.9)))],
    ],
    [
      'a velocity that is set outright, whatever falls on it',
      [
        gravity,
        { settings: { kind: 'wind', direction: [0, 0, 1] }, actsAs: 'set-velocity', strength: 1, targetSpeed: wind },
      ],
      thrown([0, 0, 0]),
      [0, 0, wind * SECONDS],
    ],
  ];

  it.each(cases)('%s', (_name, fields, emitter, exact) => {
    for (const substeps of [1, 2, 7]) expect(apart(endOf(fields, substeps, emitter), exact)).toBeLessThan(2e-5);
  });
});

describe('smooth fields are of second order', () => {
  const cases: readonly (readonly [string, Written[], Written])[] = [
    ['a pull to a point', [{ settings: { kind: 'attractor', law: 'linear' }, strength: 4 }], at(1, 0, 0)],
    [
      'a pull with drag of the particle',
      [{ settings: { kind: 'attractor', law: 'linear' }, strength: 25 }],
      thrown([1, 0.4, 0], { drag: 0.5 }),
    ],
    [
      'drag by the square',
      [
        { settings: { kind: 'gravity' }, strength: 9.81 },
        { settings: { kind: 'drag', quadratic: 0.4 }, strength: 0 },
      ],
      thrown([1, 0.4, 0]),
    ],
    [
      'a vortex that carries',
      [{ settings: { kind: 'vortex' }, actsAs: 'flow', strength: 1 }],
      { ...at(1, 0, 0), birth: { drag: 3, life: 1e4 } },
    ],
    [
      'a formula of the velocity, the force on a charge in a magnetic field',
      [{ settings: { kind: 'formula', output: 'vector', fx: '3 × vy', fy: '−3 × vx', fz: '0' }, strength: 1 }],
      thrown([1, 0.4, 0]),
    ],
    ['a vortex that moves particles', [{ settings: { kind: 'vortex' }, actsAs: 'move', strength: 1 }], at(1, 0, 0)],
    [
      'a strength that is keyed',
      [
        {
          settings: { kind: 'gravity' },
          keys: {
            strength: [
              { frame: 0, value: 0, ease: 'smooth' },
              { frame: 40, value: 9, ease: 'smooth' },
            ],
          },
        },
      ],
      thrown([0, 0, 0]),
    ],
    [
      'a velocity that is set by a share a frame, with drag, against a fall',
      [
        { settings: { kind: 'gravity' }, strength: 9.81 },
        { settings: { kind: 'vortex' }, actsAs: 'set-velocity', strength: 0.1, targetSpeed: 2 },
        { settings: { kind: 'drag', quadratic: 0.4 }, strength: 0 },
      ],
      at(1, 0, 0),
    ],
    [
      'a turn against a fall',
      [
        { settings: { kind: 'gravity' }, strength: 9.81 },
        { settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'steer', strength: 0.1, targetSpeed: 1 },
      ],
      thrown([0, 0, 2]),
    ],
    [
      'a speed limit against a fall',
      [
        { settings: { kind: 'gravity' }, strength: 9.81 },
        { settings: { kind: 'limit', highest: 2 }, strength: 0.1 },
      ],
      thrown([2, -1, 0]),
    ],
    [
      'a turn towards a whirl',
      [{ settings: { kind: 'vortex' }, actsAs: 'steer', strength: 0.1, targetSpeed: 1 }],
      { ...at(1, 0, 0), birth: { speed: 1, launchDirection: 'direction', direction: [0, 0, 1], life: 1e4 } },
    ],
  ];

  it.each(cases)('%s', (_name, fields, emitter) => {
    const fine = endOf(fields, 64, emitter);
    const errors = [1, 2, 4].map((substeps) => apart(endOf(fields, substeps, emitter), fine));
    expect(errors[0]).toBeGreaterThan(4e-5);
    // (1 − 1/64²) / (1/2² − 1/64²) = 4.00, (1/2² − 1/64²) / (1/4² − 1/64²) = 4.01.
    expect(errors[0]! / errors[1]!).toBeGreaterThan(3.4);
    expect(errors[1]! / errors[2]!).toBeGreaterThan(3.4);
  });
});

describe('damping in a field', () => {
  const shell = (damping: number, strength: number, more: Written = {}) => ({
    settings: { kind: 'shell', radius: 1, damping },
    strength,
    ...more,
  });
  const far = { ...thrown([0, 0, 0]), transform: { position: [1.5, 0, 0] } };

  it.each([0.5, 5, 60, 1e4])(
    'of %f a second settles on the shell as an overdamped or damped spring does',
    (damping) => {
      const [k, frames] = [6, 12];
      const scene = testScene({ emitter: far, fields: [shell(damping, k)], time: { substeps: 4 } });
      // x″ + c·x′ + k·x = 0 from rest (textbook mechanics): x = x₀·(r₂·e^(r₁t) − r₁·e^(r₂t))/(r₂ − r₁), or its damped swing.
      const t = frames / 24;
      const w = Math.sqrt(Math.abs(damping ** 2 / 4 - k));
      const swings = damping ** 2 / 4 < k;
      const [r1, r2] = [-k / (damping / 2 + w), -damping / 2 - w];
      const left = swings
        ? Math.exp((-damping / 2) * t) * (Math.cos(w * t) + (damping / 2 / w) * Math.sin(w * t))
        : (r2 * Math.exp(r1 * t) - r1 * Math.exp(r2 * t)) / (r2 - r1);
      expect(only(runTo(scene, frames)).x - 1).toBeCloseTo(0.5 * left, 3);
    },
  );

  it.each([1, 2])(
    'stronger than a step at 24 fps settles at %i substeps, alone, twice, and in a group that limits',
    (substeps) => {
      const group = { id: 'g', name: 'G', rule: 'layered', limited: true, floor: 0, ceiling: 1e4 };
      for (const [fields, groups] of [
        [[shell(60, 6)], []],
        [[shell(120, 6)], []],
        [[shell(60, 6), shell(60, 6)], []],
        [[shell(60, 6, { group: 'g' })], [group]],
      ] as const) {
        const scene = testScene({ emitter: { ...far, ...thrown([3, 0, 0]) }, fields, groups, time: { substeps } });
        for (const frame of [12, 120, 1200]) {
          const { x, y, z } = only(runTo(scene, frame));
          const off = Math.hypot(x, y, z) - 1;
          expect(Math.abs(off)).toBeLessThan(frame === 1200 ? 0.06 : 0.7);
        }
      }
    },
  );

  it('is told by the ledger as the field’s own', () => {
    const scene = testScene({ emitter: far, fields: [shell(60, 6)] });
    const ledger = ledgerOf(scene, new Map(), { emitter: 0, id: 1 }, 24);
    for (const { change, whole } of ledger.entries)
      for (const axis of [0, 1, 2]) expect(change[axis]!).toBeCloseTo(whole[axis]!, 6);
  });
});
