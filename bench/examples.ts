import { findExample } from '../core/examples';
import type { KernelBackend } from '../core/sim/stack/stack';
import type { Simulation } from '../core/sim/step/simulation';
import { clearWideRegisters } from '../engine/wide-registers';
import { makeKernel } from '../kernel/kernel';
import { inTurn, tell } from './measure';
import { runWith } from './run-with';

/** Where measuring begins, and frames of a round. */
const BEGIN = 24;
const FRAMES = 8;

/**
 * Examples whose particles go by fields for the most part; of what the others take, most is neighbours, constraints and
 * contacts.
 */
const MEASURED = ['vent-plume', 'sediment-fall', 'letters', 'lander-touchdown'];

/**
 * Runs of whole examples, births, contacts and deaths among them, by the plain routines and with the kernel, in turn:
 * nanoseconds a particle alive and frame.
 */
export async function benchExamples(): Promise<void> {
  for (const slug of MEASURED) {
    const { scene } = findExample(slug)!;
    const started = (backend: KernelBackend | undefined) => {
      const run = runWith(backend, scene);
      while (run.frame < BEGIN) run.advance();
      return run;
    };
    const timed = (run: Simulation) => () => {
      clearWideRegisters();
      let alive = 0;
      const begin = performance.now();
      for (let i = 0; i < FRAMES; i++) {
        run.advance();
        for (const { count } of run.populations) alive += count;
      }
      return ((performance.now() - begin) * 1e6) / alive;
    };
    const [plain, kernel] = [started(undefined), started(makeKernel())];
    const found = await inTurn({ plain: timed(plain), kernel: timed(kernel) });
    tell({
      case: `example ${slug}`,
      particles: kernel.populations.reduce((sum, { count }) => sum + count, 0),
      plainNanoseconds: found['plain']!,
      kernelNanoseconds: found['kernel']!,
      timesAsFast: found['plain']! / found['kernel']!,
    });
    kernel.end();
  }
}
