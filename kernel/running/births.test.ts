import { cases } from '../../core/tests/cases';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Scene } from '../../core/document/scene';
import type { Portion } from '../../core/sim/step/spawner';
import { FLOAT_COLUMNS, type Population } from '../../core/sim/step/population';
import { WHOLE, type Checkpoint } from '../../core/sim/step/run';
import { Simulation } from '../../core/sim/step/simulation';
import { testScene } from '../../core/tests/scenes';
import { makeKernel } from '../kernel';

/** A run after so many frames, with its births by the kernel or by the plain routines. */
function run(scene: Scene, frames: number, kernel: boolean, portion: Portion = WHOLE): Population {
  const simulation = new Simulation(scene, new Map(), { portion, backend: kernel ? makeKernel() : undefined });
  for (let i = 0; i < frames; i++) simulation.advance();
  return simulation.populations[0]!;
}

/** Particles by number: number, time of birth and all floats. */
const particles = (p: Population): Map<number, readonly number[]> =>
  new Map(
    Array.from({ length: p.count }, (_, i) => [
      p.id[i]!,
      [p.birth[i]!, ...FLOAT_COLUMNS.map((name) => p.columns[name][i]!)],
    ]),
  );

const number = (min: number, max: number) =>
  fc.integer({ min: Math.round(100 * min), max: Math.round(100 * max) }).map((n) => n / 100);

const emitters = fc.record({
  shape: fc.constantFrom(
    { kind: 'point' },
    { kind: 'line', length: 2.3 },
    { kind: 'card', width: 1.1, depth: 0.4 },
    { kind: 'box', width: 0.7, height: 2, depth: 1.3 },
    { kind: 'disc', radius: 1.7 },
    { kind: 'ball', radius: 0.8 },
    { kind: 'ball', radius: 1.2, from: 'surface' },
  ),
  transform: fc.record({
    position: fc.tuple(number(-3, 3), number(-3, 3), number(-3, 3)),
    rotation: fc.tuple(number(-180, 180), number(-90, 90), number(-180, 180)),
    scale: number(0.3, 3),
  }),
  seed: fc.integer({ min: 0, max: 99 }),
  birth: fc.record({
    launchDirection: fc.constantFrom('direction', 'normal', 'tangent', 'outward'),
    axes: fc.constantFrom('own', 'world'),
    direction: fc.tuple(number(-1, 1), number(0.1, 1), number(-1, 1)),
    spread: fc.constantFrom(0, 0.5, 25, 90, 180),
    speed: number(-2, 2),
    speedVariance: fc.constantFrom(0, 0.5),
    life: number(3, 4),
    lifeVariance: fc.constantFrom(0, 0.4),
    mass: number(0.5, 2),
    massVariance: fc.constantFrom(0, 3),
    drag: number(0, 1),
    dragVariance: fc.constantFrom(0, 2),
    size: number(0.01, 0.1),
    sizeVariance: fc.constantFrom(0, 0.2),
    immortal: fc.boolean(),
  }),
});

describe('births by the kernel', () => {
  it('are those of the plain routines to what 32 bits leave: every shape it knows, every way to leave, every number', () => {
    fc.assert(
      fc.property(emitters, (emitter) => {
        const scene = testScene({
          emitter: {
            ...emitter,
            emission: [
              { kind: 'burst', count: 300 },
              { kind: 'rate', rate: 40 },
            ],
          },
        });
        const [plain, kernel] = [particles(run(scene, 0, false)), particles(run(scene, 0, true))];
        expect([...kernel.keys()]).toEqual([...plain.keys()]);
        for (const [id, of] of plain) {
          const size = Math.max(1, ...of.map(Math.abs).filter((n) => n < 1000));
          const errors = kernel.get(id)!.map((value, c) => Math.abs(value - of[c]!) / Math.max(size, Math.abs(of[c]!)));
          expect(Math.max(...errors)).toBeLessThan(2e-5);
        }
      }),
      { numRuns: cases(40, 120), seed: 20 },
    );
  });

  it('have the same bits alone, in slices and among all, whoever is born beside them', () => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'ball' },
        emission: [
          { kind: 'burst', count: 3000 },
          { kind: 'rate', rate: 900 },
        ],
        birth: { life: 99, lifeVariance: 3, speed: 1, launchDirection: 'normal', spread: 40, sizeVariance: 0.01 },
      },
    });
    const all = particles(run(scene, 3, true));
    expect(all.size).toBeGreaterThan(3100);
    for (const slice of [0, 1, 2])
      for (const [id, of] of particles(run(scene, 3, true, { draftFraction: 1, slice, slices: 3 })))
        expect(all.get(id)).toEqual(of);
    const only = particles(run(scene, 0, true, { ...WHOLE, only: 1234 }));
    expect([...only.keys()]).toEqual([1234]);
    const first = particles(run(scene, 0, true));
    expect(only.get(1234)).toEqual(first.get(1234));
  });

  it('take keyed numbers from the frame they fall on, as the plain ones do', () => {
    const keyed = (keys: Record<string, readonly [number, number]>, birth = {}) =>
      testScene({
        emitter: {
          shape: { kind: 'disc', radius: 1 },
          emission: [{ kind: 'rate', rate: 500 }],
          birth: { life: 99, speed: 1, direction: [0, 1, 0], launchDirection: 'direction', ...birth },
          keys: Object.fromEntries(
            Object.entries(keys).map(([path, [first, last]]) => [
              path,
              [
                { frame: 0, value: first, ease: 'linear' },
                { frame: 4, value: last, ease: 'linear' },
              ],
            ]),
          ),
        },
      });
    for (const scene of [
      keyed({ 'birth.speed': [1, 5], 'shape.radius': [1, 3] }),
      keyed({ 'birth.speed': [1, 5], 'birth.lifeVariance': [0, 2] }, { lifeDistribution: 'long-tailed' }),
    ]) {
      const [plain, kernel] = [particles(run(scene, 6, false)), particles(run(scene, 6, true))];
      expect([...kernel.keys()]).toEqual([...plain.keys()]);
      expect(new Set([...kernel.values()].map((of) => Math.round(10 * of[5]!))).size).toBeGreaterThan(3);
      for (const [id, of] of plain)
        kernel
          .get(id)!
          .forEach((value, c) => expect(Math.abs(value - of[c]!)).toBeLessThan(2e-5 * Math.max(1, Math.abs(of[c]!))));
    }
  });

  it('leave to the plain routines what is masked, held together, carried along or coloured: all of it is the same there, bit for bit', () => {
    const odd = [
      { masks: [{ kind: 'height', low: -1, high: 0 }] },
      { birth: { life: 9, lifeVariance: 2, lifeDistribution: 'long-tailed' } },
      {
        keys: {
          'transform.position': [
            { frame: 0, value: [0, 0, 0], ease: 'linear' },
            { frame: 9, value: [3, 0, 0], ease: 'linear' },
          ],
        },
      },
      { shape: { kind: 'ring', radius: 1 } },
    ];
    for (const more of odd) {
      const scene = testScene({
        emitter: { shape: { kind: 'ball' }, emission: [{ kind: 'burst', count: 200 }], ...more },
      });
      expect(particles(run(scene, 0, true))).toEqual(particles(run(scene, 0, false)));
    }
  });

  it('go on from a state that was kept as if they had never stopped', () => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'box' },
        emission: [{ kind: 'rate', rate: 3000 }],
        birth: { life: 0.2, lifeVariance: 0.1 },
      },
    });
    const backend = makeKernel();
    const whole = new Simulation(scene, new Map(), { backend });
    let kept: Checkpoint | undefined;
    for (let i = 0; i < 12; i++) {
      if (i === 5) kept = whole.keep();
      whole.advance();
    }
    const rest = new Simulation(scene, new Map(), { from: kept, backend });
    while (rest.frame < whole.frame) rest.advance();
    expect(particles(rest.populations[0]!)).toEqual(particles(whole.populations[0]!));
  });
});
