import { describe, expect, it } from 'vitest';
import { testScene } from '../core/tests/scenes';
import type { Written } from '../core/scene/read';
import { Simulation } from '../core/sim/step/simulation';
import { makeKernel } from './kernel';

const kernel = makeKernel();

/** Particles under fields that the kernel knows and others that it does not, of each sort that it takes in. */
const scene = (substeps: number, fields: readonly Written[]) =>
  testScene({
    time: { substeps },
    emitter: {
      shape: { kind: 'ball', radius: 1 },
      emission: [{ kind: 'rate', rate: 900 }],
      birth: { life: 1.5, lifeVariance: 0.5, speed: 0.4, spread: 60, mass: 0.7, drag: 0.8 },
    },
    fields: [
      // It evolves: particles that are born in a step have a program of their own.
      { settings: { kind: 'turbulence', evolution: 0.7 }, strength: 0.5 },
      { settings: { kind: 'gravity' }, strength: 1 },
      ...fields,
    ],
  });

const cells: Written = { settings: { kind: 'cells', width: 0.9 }, strength: 0.6 };
const wave: Written = { settings: { kind: 'formula', output: 'vector', fx: 'sin(3 × y)', fy: '0', fz: 'cos(2 × x)' } };

describe('a step of the kernel with sums of the plain routines', () => {
  it.each([
    ['acceleration', [{ ...cells, actsAs: 'acceleration' }]],
    ['force', [{ ...wave, actsAs: 'force', strength: 0.8 }]],
    ['flow', [{ ...wave, actsAs: 'flow', strength: 0.8 }, cells]],
    [
      'flow beside one that the kernel knows',
      [
        { ...wave, actsAs: 'flow', strength: 0.8 },
        { settings: { kind: 'wind' }, actsAs: 'flow', strength: 0.5 },
      ],
    ],
  ] as const)('comes to what they come to by themselves: %s', (_name, fields) => {
    for (const substeps of [1, 3]) {
      const [fast, plain] = [
        new Simulation(scene(substeps, fields), new Map(), { backend: kernel, room: kernel.room }),
        new Simulation(scene(substeps, fields), new Map()),
      ];
      for (let frame = 0; frame < 36; frame++) {
        fast.advance();
        plain.advance();
      }
      const [a, b] = [fast.populations[0]!, plain.populations[0]!];
      expect(a.count).toBe(b.count);
      const slotOf = new Map(Array.from({ length: b.count }, (_, slot) => [b.id[slot]!, slot]));
      for (let slot = 0; slot < a.count; slot++) {
        const other = slotOf.get(a.id[slot]!)!;
        for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const)
          expect(Math.abs(a.columns[name][slot]! - b.columns[name][other]!)).toBeLessThan(2e-4);
      }
      fast.end();
    }
  });
});
