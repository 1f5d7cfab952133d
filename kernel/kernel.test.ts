import { cases } from '../core/tests/cases';
import type { Portion } from '../core/sim/step/spawner';
import * as fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { testScene } from '../core/tests/scenes';
import { uniform } from '../core/lib/random/lookup';
import type { Scene } from '../core/document/scene';
import type { Written } from '../core/scene/read';
import { particleBlock } from '../core/lib/particle-block';
import { compileStack } from '../core/sim/stack/compile';
import { placeStack } from '../core/sim/stack/place';
import { evaluateStack } from '../core/sim/stack/evaluate';
import { rowScratch } from '../core/sim/stack/room';
import { sumsOfBlock, type Sums } from '../core/kinds/contracts/sums';
import type { KernelBackend } from '../core/sim/stack/stack';
import { Simulation } from '../core/sim/step/simulation';
import { compiled } from '../scripts/kernel.mjs';
import { layouts } from './encoding/layout-source.mjs';
import { makeKernel } from './kernel';

/** A run of a scene with the kernel, or in the plain core. */
function run(scene: Scene, frames: number, kernel: boolean, portion?: Portion, inPlace = false): Simulation {
  const backend = kernel ? makeKernel() : undefined;
  const simulation = new Simulation(scene, new Map(), { portion, backend, room: inPlace ? backend?.room : undefined });
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

const number = (min: number, max: number) =>
  fc.integer({ min: Math.round(100 * min), max: Math.round(100 * max) }).map((n) => n / 100);

/**
 * Scenes whose particles do not part from one another: what is nearly the same stays so. A pull to an axis turns round
 * on it, and is no such; nor is a wind that grows from the ground as a root does, without end at height 0.
 */
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
    birth: fc.record({ drag: fc.constantFrom(4, 12, 90), mass: number(0.8, 3) }),
    falloff: fc.constantFrom<Written>(
      { kind: 'ball' },
      { kind: 'box', width: 1, height: 2, depth: 0.5 },
      { kind: 'slab' },
      { kind: 'slab', side: 'front' },
      { kind: 'rod', length: 2 },
    ),
    reaches: fc.record({ inner: number(0.5, 1), outer: number(2, 4) }),
    curve: fc.constantFrom('smooth', 'smoother', 'linear', 'bell', 'exponential', 'inverse-square'),
    // Nothing besides; what the kernel does not know, in its place; drag by the square; a ceiling, which is held in the
    // plain core.
    addedLooks: fc.constantFrom<readonly Written[]>(
      [],
      [{ settings: { kind: 'wind', growth: 1 }, strength: 0.3 }],
      [{ settings: { kind: 'wind' }, strength: 0.2, actsAs: 'set-velocity' }],
      [{ settings: { kind: 'drag', quadratic: 0.7 }, strength: 0.4, falloff: { kind: 'ball', inner: 1, outer: 3 } }],
      [{ settings: { kind: 'gravity' }, strength: 0.5, group: 'g', modulators: [{ kind: 'noise' }] }],
    ),
    limited: fc.boolean(),
  })
  .map(
    ({
      seed,
      turbulence: { strength, evolution, ...noise },
      vortex: { strength: swirl, ...eddy },
      place,
      turn,
      birth,
      falloff,
      reaches,
      curve,
      addedLooks,
      limited,
    }): Scene => ({
      ...testScene({
        groups: [{ id: 'g', name: 'G', strength: 0.5 }],
        emitter: {
          shape: { kind: 'ball', radius: 1.5 },
          emission: [
            { kind: 'burst', count: 97 },
            { kind: 'rate', rate: 60 },
          ],
          birth: { life: 1e4, speed: 0.2, spread: 180, ...birth },
        },
        fields: [
          {
            settings: { kind: 'turbulence', form: 'curl', noise: 'simplex', evolution, ...noise },
            strength: strength * (noise.normalised ? 0.1 : 1),
            seed,
          },
          {
            settings: { kind: 'vortex', swirl: 'smooth', ...eddy },
            strength: swirl,
            falloff: { kind: 'everywhere' },
            transform: { position: place, rotation: [0, turn, 0] },
          },
          { settings: { kind: 'gravity' }, strength: 0.3, group: 'g' },
          { settings: { kind: 'wind' }, strength: 0.2 },
          {
            settings: { kind: 'attractor', law: 'linear' },
            strength: 0.4,
            actsAs: 'force',
            falloff: { ...falloff, ...reaches },
            curve: { kind: curve },
          },
          ...addedLooks,
        ],
      }),
      desk: { ...testScene().desk, limited, ceiling: 3 },
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
      { numRuns: cases(12, 30) },
    );
    // It is not the plain core that ran twice.
    expect(most).toBeGreaterThan(0);
  });

  it('sums what the plain routines sum, for each hot kind, way of acting, falloff shape, curve and place, in the middle of a field and far out', () => {
    const count = 1001;
    const block = particleBlock();
    block.count = count;
    for (let i = 0; i < count; i++) {
      for (const [n, axis] of (['x', 'y', 'z'] as const).entries()) {
        block.position[axis][i] = Math.fround((uniform(5, i, n) - 0.5) * 10 ** (i % 3));
        block.velocity[axis][i] = uniform(6, i, n) - 0.5;
      }
      block.mass[i] = 0.5 + uniform(7, i, 0);
      block.drag[i] = uniform(8, i, 0);
      block.time[i] = i % 5 === 0 ? 0.51 : 0.5;
      block.life[i] = 1e4;
    }
    // The middle itself, and next to it.
    for (const axis of ['x', 'y', 'z'] as const) block.position[axis][0] = block.position[axis][1] = 0;
    block.position.x[1] = 1e-7;
    const sumsOf = (field: Written, backend: KernelBackend | undefined): Sums => {
      const stack = compileStack(testScene({ fields: [field] }), new Map(), { backend });
      placeStack(stack, 12);
      const part = backend?.partOf(stack, 0);
      // All of it is the kernel’s.
      expect(part?.unaccelerated ?? []).toEqual([]);
      const sums = sumsOfBlock();
      evaluateStack(stack, block, rowScratch(), sums, undefined, part);
      return sums;
    };
    const kinds: readonly Written[] = [
      { settings: { kind: 'gravity', direction: [1, -2, 0.5] }, strength: 9.8 },
      { settings: { kind: 'wind', direction: [1, 0, 2], ownMotion: 0.5 }, strength: 2 },
      {
        settings: { kind: 'vortex', swirl: 'smooth', axis: [0, 1, 0], radius: 0.5, inwardPull: 0.7, lift: -0.3 },
        strength: 2,
      },
      { settings: { kind: 'vortex', swirl: 'solid', axis: [1, 2, -1], radius: 1, inwardPull: -1 }, strength: -1.5 },
      { settings: { kind: 'vortex', swirl: 'even' }, strength: 1 },
      ...['constant', 'linear', 'inverse', 'inverse-square'].map((law) => ({
        settings: { kind: 'attractor', law, softening: 0.2, hollow: 0.05 },
        strength: 1.5,
      })),
      { settings: { kind: 'turbulence', size: 1.3, octaves: 3, drift: [0.2, 0, -1] }, strength: 1.5 },
      { settings: { kind: 'turbulence', size: 0.7, evolution: 0.8, normalised: true, inverted: true }, strength: 1 },
      { settings: { kind: 'drag', quadratic: 0.4 }, strength: 0.7 },
    ];
    const falloffShapes: readonly Written[] = [
      {},
      ...['smooth', 'smoother', 'linear', 'bell', 'flat', 'exponential', 'inverse-square'].map((curve) => ({
        falloff: { kind: 'ball', inner: 0.3, outer: 2.5 },
        curve: { kind: curve },
      })),
      { falloff: { kind: 'box', width: 1, height: 2, depth: 0.5, inner: 0.1, outer: 2 }, curve: { kind: 'smooth' } },
      { falloff: { kind: 'slab', inner: 0.2, outer: 1 }, curve: { kind: 'linear', invert: true } },
      { falloff: { kind: 'rod', length: 3, inner: 0.3, outer: 1.5 }, curve: { kind: 'inverse-square', invert: true } },
      // A sharp edge: everything is either in or out.
      { falloff: { kind: 'ball', inner: 1.5, outer: 1.5 } },
    ];
    const places: readonly Written[] = [
      {},
      { transform: { position: [0.3, -0.2, 0.1], rotation: [20, 130, -70], scale: 1.5 } },
      {
        keys: {
          'transform.position': [
            { frame: 0, value: [0, 0, 0], ease: 'linear' },
            { frame: 24, value: [1, 0, 0], ease: 'linear' },
          ],
        },
      },
    ];
    const kernel = makeKernel();
    let heard = 0;
    for (const kind of kinds)
      for (const falloff of falloffShapes)
        for (const place of places)
          for (const actsAs of (kind['settings'] as { kind: string }).kind === 'drag'
            ? ['drag']
            : ['acceleration', 'force', 'flow']) {
            const field = { ...kind, ...falloff, ...place, actsAs };
            const [plain, other] = [sumsOf(field, undefined), sumsOf(field, kernel)];
            for (let i = 0; i < count; i++) {
              // 32 bits tell places of 50 m from the middle 4·10⁻⁶ m apart.
              const near = i % 3 === 2 ? 2e-3 : 3e-4;
              const pairs = [
                ...(['x', 'y', 'z'] as const).flatMap((axis) => [
                  [plain.acceleration[axis][i]!, other.acceleration[axis][i]!],
                  [plain.medium[axis][i]!, other.medium[axis][i]!],
                ]),
                [plain.dragRate[i]!, other.dragRate[i]!],
                [plain.quadratic[i]!, other.quadratic[i]!],
              ] as const;
              for (const [a, b] of pairs)
                if (!(Math.abs(a - b) <= near * Math.max(1, Math.abs(a))))
                  throw new Error(`${JSON.stringify(field)} at ${i}: ${a} and ${b}`);
              if (pairs.some(([a]) => a !== 0)) heard++;
            }
          }
    expect(heard).toBeGreaterThan(100_000);
  });

  it('gives a particle the same bits whoever stands beside it: slices and drafts are parts of the whole run', () => {
    fc.assert(
      fc.property(calm, (scene) => {
        const whole = stateOf(run(scene, 20, true));
        const parts = [0, 1, 2].map((slice) => stateOf(run(scene, 20, true, { draftFraction: 1, slice, slices: 3 })));
        expect(parts.reduce((n, part) => n + part.size, 0)).toBe(whole.size);
        for (const part of [...parts, stateOf(run(scene, 20, true, { draftFraction: 0.4, slice: 0, slices: 1 }))])
          for (const [id, values] of part) expect(values).toEqual(whole.get(id));
      }),
      { numRuns: cases(8, 15) },
    );
  });

  it('works on columns that stand in its memory as on those it copies there and back: the same bits, births and deaths and their order', () => {
    fc.assert(
      fc.property(calm, fc.integer({ min: 3, max: 30 }), (scene, life) => {
        // Bursts of more than two blocks, that die while others are born: blocks are left alone and changed in turn.
        const [emitter] = scene.emitters;
        const lively: Scene = {
          ...scene,
          emitters: [
            {
              ...emitter!,
              emission: [{ ...emitter!.emission[0]!, count: 2500 }, ...emitter!.emission.slice(1)],
              birth: { ...emitter!.birth, life: life / 24, lifeDistribution: 0 } as never,
            },
          ],
        };
        const [there, copied, plain] = [
          run(lively, 40, true, undefined, true),
          run(lively, 40, true),
          run(lively, 40, false),
        ].map((r) => r.populations[0]!);
        expect([there!.count, there!.born, there!.died]).toEqual([copied!.count, copied!.born, copied!.died]);
        expect([there!.count, there!.born, there!.died]).toEqual([plain!.count, plain!.born, plain!.died]);
        expect(there!.died).toBeGreaterThan(2000);
        for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const)
          expect(Array.from(there!.columns[name].subarray(0, there!.count))).toEqual(
            Array.from(copied!.columns[name].subarray(0, copied!.count)),
          );
      }),
      { numRuns: cases(6, 12) },
    );
  });

  it('retires what leaves all bounds as the plain core does, and leaves the particles beside it as they were', () => {
    // One more than a multiple of four: beyond the last of them is whatever there is.
    const thrown = testScene({
      time: { fps: 1 },
      emitter: {
        shape: { kind: 'ball', radius: 2 },
        emission: [{ kind: 'burst', count: 1301 }],
        birth: { life: 1e4, speed: 0 },
      },
      fields: [
        { settings: { kind: 'gravity' }, strength: 3e38, falloff: { kind: 'ball', inner: 1, outer: 1 } },
        { settings: { kind: 'wind' }, strength: 0.1 },
      ],
    });
    const runs = [run(thrown, 5, true), run(thrown, 5, true, undefined, true), run(thrown, 5, false)];
    const [kernel, inPlace, plain] = runs.map((r) => ({
      ids: [...stateOf(r).keys()].toSorted((a, b) => a - b),
      retired: r.populations[0]!.retired,
    }));
    expect(plain!.retired).toBeGreaterThan(50);
    expect(plain!.ids.length).toBeGreaterThan(500);
    expect(kernel).toEqual(plain);
    expect(inPlace).toEqual(plain);
    for (const [id, values] of stateOf(runs[0]!)) expect(values.every(Number.isFinite), String(id)).toBe(true);
  });

  it('gets its room back when runs end: the hundredth takes no more memory than the first', () => {
    const backend = makeKernel();
    const scene = testScene({ emitter: { emission: [{ kind: 'burst', count: 20_000 }] } });
    const after = () => {
      const simulation = new Simulation(scene, new Map(), { backend, room: backend.room });
      simulation.advance();
      simulation.end();
      return backend.room.floats(16).buffer.byteLength;
    };
    const first = after();
    for (let i = 0; i < 100; i++) expect(after()).toBe(first);
  });

  it('has both sides of its layout from one source', () => {
    const root = join(import.meta.dirname, '..');
    for (const [path, text] of Object.entries(layouts()))
      expect(readFileSync(join(root, path), 'utf8'), path).toBe(text);
  });

  it('is compiled from its source as it stands', () => {
    const flat = (text: string) => text.replace(/\s+/g, '');
    expect(flat(readFileSync(join(import.meta.dirname, 'running', 'wasm.ts'), 'utf8'))).toBe(flat(compiled()));
  });
});
