import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { uniform } from '../core/lib/random/lookup';
import { completeField, type Written } from '../core/scene/read';
import { particleBlock } from '../core/lib/particle-block';
import { compileStack } from '../core/sim/stack/compile';
import { placeStack } from '../core/sim/stack/place';
import { evaluateStack } from '../core/sim/stack/evaluate';
import { rowScratch } from '../core/sim/stack/room';
import { sumsOfBlock } from '../core/kinds/contracts/sums';
import type { KernelBackend } from '../core/sim/stack/stack';
import { Population } from '../core/sim/step/population';
import { testScene } from '../core/tests/scenes';
import { blockAt, isSettled } from './running/block-views';
import { makeKernel } from './kernel';
import { startKernel } from './running/memory';

const COUNT = 300;
const block = particleBlock();
block.count = COUNT;
for (let i = 0; i < COUNT; i++) {
  // From the middle outwards, so that pieces within and beyond the falloff shapes follow one another.
  for (const [n, axis] of (['x', 'y', 'z'] as const).entries())
    block.position[axis][i] = Math.fround((uniform(5, i, n) - 0.5) * (i / 40));
  block.mass[i] = 0.5 + uniform(7, i, 0);
  block.time[i] = 0.5;
  block.life[i] = 1e4;
}

/** Sums of a stack, and how many of its nodes are left to the plain routines. */
function summed(
  fields: readonly Written[],
  groups: readonly Written[],
  backend: KernelBackend | undefined,
): { sums: number[]; rest: number } {
  // More fields than a document may have: the kernel’s memory holds all that one may.
  const all = fields.map((field, i) => completeField({ id: `f${i}`, name: `F${i}`, ...field }));
  const stack = compileStack({ ...testScene({ groups }), fields: all }, new Map(), { backend });
  placeStack(stack, 12);
  const part = backend?.partOf(stack, 0);
  const sums = sumsOfBlock();
  evaluateStack(stack, block, rowScratch(), sums, undefined, part);
  const columns = [sums.acceleration, sums.medium].flatMap(({ x, y, z }) => [x, y, z]);
  return {
    sums: [...columns, sums.dragRate, sums.quadratic].flatMap((c) => [...c.subarray(0, COUNT)]),
    rest: part?.unaccelerated.length ?? 0,
  };
}

function expectAlike(a: readonly number[], b: readonly number[]): void {
  const size = a.reduce((most, n) => Math.max(most, Math.abs(n)), 1);
  a.forEach((n, i) => {
    if (!(Math.abs(n - b[i]!) <= 2e-4 * size)) throw new Error(`${i}: ${n} and ${b[i]}`);
  });
}

describe('programs of whole stacks', () => {
  // Few places and falloff shapes, so that fields often are seen and weighed as the one before them.
  const field = fc.record({
    settings: fc.constantFrom<Written>(
      { kind: 'gravity' },
      { kind: 'wind', direction: [1, 2, 0] },
      { kind: 'vortex', swirl: 'smooth', radius: 0.5 },
      { kind: 'attractor', law: 'inverse', softening: 0.2 },
      { kind: 'turbulence', size: 1.5, octaves: 2 },
      { kind: 'drag', quadratic: 0.4 },
    ),
    strength: fc.constantFrom(0.5, 1),
    falloff: fc.constantFrom<Written>(
      { kind: 'everywhere' },
      { kind: 'ball', inner: 0.5, outer: 2 },
      { kind: 'ball', inner: 0.5, outer: 0.6 },
      { kind: 'box', width: 1, height: 1, depth: 1, inner: 0.5, outer: 2 },
      { kind: 'slab', inner: 0.5, outer: 2 },
    ),
    transform: fc.constantFrom<Written>(
      {},
      { position: [1, 0, 0] },
      { position: [1, 0, 0], rotation: [0, 40, 10], scale: 2 },
    ),
    group: fc.constantFrom<string | undefined>(undefined, 'g'),
  });
  const written = ({ group, ...f }: { group: string | undefined; settings: Written }): Written => ({
    ...f,
    ...(group && { group }),
  });

  it('come to what the plain routines come to, whatever fields follow one another', () => {
    fc.assert(
      fc.property(fc.array(field, { minLength: 1, maxLength: 9 }), (fields) => {
        const groups = [{ id: 'g', name: 'G', strength: 0.7 }];
        const kernel = summed(fields.map(written), groups, makeKernel());
        expectAlike(summed(fields.map(written), groups, undefined).sums, kernel.sums);
        expect(kernel.rest).toBe(0);
      }),
      { numRuns: 60 },
    );
  });

  it('leave to the plain routines what there is no room for in the kernel’s memory', () => {
    const fields = Array.from({ length: 1200 }, (_, i) => ({
      settings: { kind: 'vortex', swirl: 'smooth', radius: 1 + (i % 7) },
      strength: 0.01,
      transform: { position: [(i % 5) - 2, 0, 0] },
    }));
    const kernel = summed(fields, [], makeKernel());
    expect(kernel.rest).toBeGreaterThan(200);
    expect(kernel.rest).toBeLessThan(600);
    expectAlike(summed(fields, [], undefined).sums, kernel.sums);
  });
});

describe('a block that is left alone', () => {
  it('is not looked through while all are there and live on, and is as soon as one dies, is born or takes another’s slot', () => {
    const kernel = startKernel();
    const population = new Population(false, 1, false, kernel.room);
    const spawn = (birth: number, life: number) => {
      const slot = population.add();
      population.birth[slot] = birth;
      population.columns.life[slot] = life;
    };
    for (let i = 0; i < 1500; i++) spawn(0, i === 700 ? 2 : 5);
    const settled = (start: number, begin: number) =>
      isSettled(
        blockAt(kernel, population, start),
        population,
        start,
        Math.min(1024, population.count - start),
        begin,
        begin + 0.1,
      );
    // Seen with others first, and once more before it is known by heart.
    expect([settled(0, 0.1), settled(0, 0.2), settled(0, 0.3), settled(0, 1.8)]).toEqual([false, false, true, true]);
    expect([settled(0, 1.9), settled(0, 2)]).toEqual([false, false]);
    population.remove(700);
    expect([settled(0, 2), settled(0, 2.1), settled(0, 2.2)]).toEqual([false, false, true]);
    // A birth in the second block leaves the first alone.
    expect([settled(1024, 0.1), settled(1024, 0.2), settled(1024, 0.3)]).toEqual([false, false, true]);
    spawn(2.35, 1);
    expect([settled(1024, 2.3), settled(1024, 2.4), settled(1024, 2.5), settled(0, 2.5)]).toEqual([
      false,
      false,
      true,
      true,
    ]);
    expect(settled(1024, 3.3)).toBe(false);
  });
});
