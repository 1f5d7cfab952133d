import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { testScene } from '../core/tests/scenes';
import { turbulence } from '../core/fields/turbulence';
import { vortex } from '../core/fields/vortex';
import type { FieldKind } from '../core/fields/field';
import { defaultsOf } from '../core/describe/parameters';
import { vectorColumns, type VectorColumns } from '../core/math/vector';
import { uniform } from '../core/random/lookup';
import type { Scene } from '../core/scene/document';
import { useTwins } from '../core/stack/twins';
import { Simulation } from '../core/step/simulation';
import { compiled } from '../scripts/kernel.mjs';
import { makeKernel } from './kernel';

afterEach(() => useTwins(undefined));

/** A run of a scene with the kernel, or in the plain core. */
function run(scene: Scene, frames: number, kernel: boolean, portion?: ConstructorParameters<typeof Simulation>[2]): Simulation {
  useTwins(kernel ? makeKernel() : undefined);
  const simulation = new Simulation(scene, new Map(), portion);
  useTwins(undefined);
  while (simulation.frame < frames) simulation.advance();
  return simulation;
}

/** Particles by number: where they are and how fast. */
function stateOf({ populations }: Simulation): Map<number, readonly number[]> {
  const [p] = populations;
  return new Map(
    Array.from({ length: p!.count }, (_, i) => [
      p!.id[i]!,
      (['x', 'y', 'z', 'vx', 'vy', 'vz'] as const).map((name) => p!.columns[name][i]!),
    ]),
  );
}

const number = (min: number, max: number) => fc.integer({ min: Math.round(100 * min), max: Math.round(100 * max) }).map((n) => n / 100);

/** Scenes whose particles do not part from one another: what is nearly the same stays so. A pull to an axis turns round on it, and is no such. */
const calm = fc
  .record({
    seed: fc.nat(9999),
    turbulence: fc.record({
      strength: number(-1, 1),
      size: number(0.8, 4),
      octaves: fc.integer({ min: 1, max: 3 }),
      normalised: fc.boolean(),
      inverted: fc.boolean(),
      evolution: fc.constantFrom(0, 0.4),
      drift: fc.tuple(number(-0.3, 0.3), number(-0.3, 0.3), number(-0.3, 0.3)),
    }),
    vortex: fc.record({
      strength: number(-1, 1),
      radius: number(0.2, 2),
      lift: number(-0.5, 0.5),
      axis: fc.tuple(number(-1, 1), number(0.2, 1), number(-1, 1)),
    }),
    place: fc.tuple(number(-2, 2), number(-2, 2), number(-2, 2)),
    turn: number(-180, 180),
  })
  .map(
    ({ seed, turbulence: { strength, ...noise }, vortex: { strength: swirl, ...eddy }, place, turn }): Scene => ({
      ...testScene({
        emitter: {
          shape: { kind: 'ball', radius: 1.5 },
          amounts: [
            { kind: 'burst', count: 97 },
            { kind: 'rate', rate: 60 },
          ],
          birth: { life: 1e4, speed: 0.2, spread: 180, drag: 4 },
        },
        fields: [
          {
            settings: { kind: 'turbulence', form: 'curl', noise: 'simplex', ...noise },
            strength: strength * (noise.normalised ? 0.1 : 1),
            seed,
          },
          {
            settings: { kind: 'vortex', swirl: 'smooth', ...eddy },
            strength: swirl,
            extent: { kind: 'everywhere' },
            place: { position: place, rotation: [0, turn, 0] },
          },
        ],
      }),
      seed,
    }),
  );

describe('the kernel', () => {
  it('agrees with the plain core on random calm scenes: after 100 frames within 1e-4 of how far particles are and how fast', () => {
    let most = 0;
    fc.assert(
      fc.property(calm, (scene) => {
        let worst = 0;
        const [kernel, plain] = [stateOf(run(scene, 100, true)), stateOf(run(scene, 100, false))];
        expect(kernel.size).toBe(plain.size);
        for (const [id, values] of plain) {
          const other = kernel.get(id)!;
          const far = Math.max(1, Math.hypot(values[0]!, values[1]!, values[2]!));
          const fast = Math.max(0.1, Math.hypot(values[3]!, values[4]!, values[5]!));
          values.forEach((value, i) => (worst = Math.max(worst, Math.abs(value - other[i]!) / (i < 3 ? far : fast))));
        }
        expect(worst).toBeLessThan(1e-4);
        most = Math.max(most, worst);
      }),
      { numRuns: 30 },
    );
    // It is not the plain core that ran twice.
    expect(most).toBeGreaterThan(0);
  });

  it('gives the vectors of the plain routines at any place, on the axis of a vortex and far out', () => {
    const count = 1001;
    const places = vectorColumns(1024);
    for (let i = 0; i < count; i++)
      for (const [n, axis] of (['x', 'y', 'z'] as const).entries()) places[axis][i] = (uniform(5, i, n) - 0.5) * 10 ** (1 + (i % 3));
    places.x[0] = places.z[0] = 0;
    places.x[1] = 1e-7;
    const block = { count, time: new Float64Array(1024).fill(0.5) };
    const both = (kind: FieldKind, settings: object, strength: number) =>
      [undefined, makeKernel()].map((twins) => {
        useTwins(twins);
        const routine = kind.compile({ settings: { ...defaultsOf(kind.parameters), ...settings }, strength, stream: 77, fps: 24 } as never);
        const out = vectorColumns(1024);
        routine(places, block as never, out, { time: 0.5 } as never);
        return out;
      });
    const cases: readonly [FieldKind, object, number][] = [
      [vortex, { swirl: 'smooth', axis: [0, 1, 0], radius: 0.5, gather: 0.7, lift: -0.3 }, 2],
      [vortex, { swirl: 'smooth', axis: [1, 2, -1], radius: 3, gather: -1, lift: 0 }, -1.5],
      [turbulence, { size: 1.3, octaves: 3, drift: [0.2, 0, -1] }, 1.5],
      [turbulence, { size: 0.7, octaves: 1, evolution: 0.8, normalised: true }, 1],
    ];
    for (const [kind, settings, strength] of cases) {
      const [plain, kernel] = both(kind, settings, strength) as [VectorColumns, VectorColumns];
      for (let i = 0; i < count; i++)
        // At 500 m from the middle 32 bits tell places 3·10⁻⁵ m apart.
        for (const axis of ['x', 'y', 'z'] as const)
          expect(Math.abs(plain[axis][i]! - kernel[axis][i]!)).toBeLessThan(i % 3 === 2 ? 3e-3 : 2e-4);
    }
  });

  it('gives a particle the same bits whoever stands beside it: slices and drafts are parts of the whole run', () => {
    fc.assert(
      fc.property(calm, (scene) => {
        const whole = stateOf(run(scene, 20, true));
        const parts = [0, 1, 2].map((slice) => stateOf(run(scene, 20, true, { share: 1, slice, slices: 3 })));
        expect(parts.reduce((n, part) => n + part.size, 0)).toBe(whole.size);
        for (const part of [...parts, stateOf(run(scene, 20, true, { share: 0.4, slice: 0, slices: 1 }))])
          for (const [id, values] of part) expect(values).toEqual(whole.get(id));
      }),
      { numRuns: 15 },
    );
  });

  it('is compiled from its source as it stands', () => {
    const flat = (text: string) => text.replace(/\s+/g, '');
    expect(flat(readFileSync(join(import.meta.dirname, 'wasm.ts'), 'utf8'))).toBe(flat(compiled()));
  });
});
