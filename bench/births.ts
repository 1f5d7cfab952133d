import { completeScene, type Written } from '../core/scene/read';
import type { Scene } from '../core/document/scene';
import type { KernelBackend } from '../core/sim/stack/stack';
import type { Simulation } from '../core/sim/step/simulation';
import { makeKernel } from '../kernel/kernel';
import { inTurn, tell } from './measure';
import { runWith } from './run-with';

const BURST = 400_000;
/** Births a second, and frames of them that are measured together. */
const RATE = 1_000_000;
const FRAMES = 12;

const sceneOf = (shape: Written, amount: Written, birth: Written): Scene =>
  completeScene({
    name: 'Bench',
    time: { last: 1_000_000 },
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape,
        emission: [amount],
        birth: { spread: 20, speedVariance: 0.2, sizeVariance: 0.01, ...birth },
      },
    ],
  });

/** Medians of both, nanoseconds, and how much faster the kernel is. */
const compared = ({ plain = NaN, kernel = NaN }: Readonly<Record<string, number>>) => ({
  plainNanoseconds: plain,
  kernelNanoseconds: kernel,
  timesAsFast: plain / kernel,
});

/**
 * Births by the plain routines and by the kernel in turn, nanoseconds each: a burst alone, and a steady rate with one
 * step and the death of each.
 */
export async function benchBirths(): Promise<void> {
  const kernel = makeKernel();
  for (const shape of [{ kind: 'ball' }, { kind: 'box' }, { kind: 'point' }]) {
    const burst = sceneOf(shape, { kind: 'burst', count: BURST }, { life: 1000 });
    const timed = (backend: KernelBackend | undefined) => () => {
      const begin = performance.now();
      const run = runWith(backend, burst);
      const nanoseconds = ((performance.now() - begin) * 1e6) / BURST;
      run.end();
      return nanoseconds;
    };
    const found = await inTurn({ plain: timed(undefined), kernel: timed(kernel) });
    tell({
      case: `burst from a ${shape.kind}`,
      births: BURST,
      ...compared(found),
    });
  }
  const steady = sceneOf({ kind: 'ball' }, { kind: 'rate', rate: RATE }, { life: 1 / 24 });
  const runs = { plain: runWith(undefined, steady), kernel: runWith(kernel, steady) };
  const timed = (run: Simulation) => () => {
    const begin = performance.now();
    for (let i = 0; i < FRAMES; i++) run.advance();
    return ((performance.now() - begin) * 1e6) / ((FRAMES * RATE) / 24);
  };
  const found = await inTurn({ plain: timed(runs.plain), kernel: timed(runs.kernel) });
  tell({
    case: 'birth, one step and death',
    births: Math.round(RATE / 24),
    ...compared(found),
  });
}
