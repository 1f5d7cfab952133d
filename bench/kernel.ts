import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { useTwins } from '../core/stack/twins';
import type { Simulation } from '../core/step/simulation';
import { makeKernel } from '../kernel/kernel';
import { burstRun, fiveFields } from './five-fields';
import { inTurn, median, quartile, series, tell } from './measure';
import { apart, nativeStack, stateOf } from './native';

const DT = 1 / 24;

/** Particles times steps before anything is measured. */
const WARM_STEPS = 10_000_000;

/** Rounds in which two threads of the kernel and of the native program are held against each other. */
const PAIRS = 41;

/** Threads with a slice of the run each; `step` steps all of them and waits for the last. */
async function crew(
  octaves: number,
  count: number,
  threads: number,
): Promise<{ step(steps: number): Promise<void>; end(): Promise<void> }> {
  const workers = Array.from(
    { length: threads },
    (_, slice) => new Worker(join(import.meta.dirname, 'bench-worker.js'), { workerData: { octaves, count, slice, slices: threads } }),
  );
  const answers = () =>
    Promise.all(
      workers.map(
        (worker) =>
          new Promise<void>((resolve, reject) => {
            worker.once('message', () => resolve());
            worker.once('error', reject);
          }),
      ),
    );
  await answers();
  return {
    async step(steps) {
      const done = answers();
      for (const worker of workers) worker.postMessage(steps);
      await done;
    },
    async end() {
      await Promise.all(workers.map((worker) => worker.terminate()));
    },
  };
}

function runOf(octaves: number, count: number, kernel: boolean): Simulation {
  useTwins(kernel ? makeKernel() : undefined);
  const run = burstRun(fiveFields(octaves), count);
  useTwins(undefined);
  return run;
}

/**
 * The five-field stack: plain core, kernel and native program, with one thread and two, nanoseconds a particle and step. Kernel and native program are first held against
 * each other.
 */
export async function benchKernel(): Promise<void> {
  for (const count of [1_000, 10_000, 100_000, 1_000_000])
    for (const octaves of count >= 100_000 ? [1, 3] : [1]) {
      const steps = Math.max(2, Math.round(500_000 / count));
      const nanoseconds = (seconds: number) => (seconds * 1e9) / (count * steps);
      const kernel = runOf(octaves, count, true);
      const start = stateOf(kernel.populations[0]!);
      const same = nativeStack(kernel, DT, ['-msse4.1']);
      const wide = nativeStack(kernel, DT, ['-march=native']);
      const name = `five-field stack, ${octaves} ${octaves === 1 ? 'octave' : 'octaves'}`;
      if (same && count === 10_000) {
        const native = same.run(start, 1, 10).state;
        for (let i = 0; i < 10; i++) kernel.advance();
        tell({ case: `${name}: kernel against native after 10 steps`, apart: apart(stateOf(kernel.populations[0]!), native) });
      }
      const plain = runOf(octaves, count, false);
      const two = await crew(octaves, count, 2);
      const timed = (run: Simulation) => () => {
        const begin = performance.now();
        for (let i = 0; i < steps; i++) run.advance();
        return nanoseconds((performance.now() - begin) / 1000);
      };
      // The engine goes on compiling while code is hot: what is measured is what a run settles at.
      const warm = WARM_STEPS / count;
      for (let i = 0; i < warm; i++) kernel.advance();
      await two.step(2 * warm);
      const onTwo = async () => {
        const begin = performance.now();
        await two.step(steps);
        return nanoseconds((performance.now() - begin) / 1000);
      };
      const found = await inTurn({
        plain: timed(plain),
        kernel: timed(kernel),
        ...(same && { native: () => nanoseconds(same.run(start, 1, steps).seconds) }),
        ...(wide && { wide2: () => nanoseconds(wide.run(start, 2, steps).seconds) }),
      });
      // The machine is quicker and slower for seconds: two that are compared follow one another closely, and often.
      const pairs = await series({ kernel: onTwo, ...(same && { native: () => nanoseconds(same.run(start, 2, steps).seconds) }) }, PAIRS);
      const onKernel = pairs['kernel']!;
      const onNative = pairs['native'];
      await two.end();
      tell({
        case: name,
        particles: count,
        plainNanoseconds: found['plain']!,
        kernelNanoseconds: found['kernel']!,
        timesAsFastAsPlain: found['plain']! / found['kernel']!,
        twoThreadsNanoseconds: median(onKernel),
        twoThreadsMillisecondsAStep: (median(onKernel) * count) / 1e6,
        lowerQuartile: (quartile(onKernel) * count) / 1e6,
        least: (Math.min(...onKernel) * count) / 1e6,
        ...(onNative && {
          nativeNanoseconds: found['native']!,
          nativeTwoThreadsNanoseconds: median(onNative),
          kernelOverNativeOneThread: found['kernel']! / found['native']!,
          kernelOverNativeTwoThreads: median(onKernel.map((ns, round) => ns / onNative[round]!)),
        }),
        ...(wide && { marchNativeTwoThreadsNanoseconds: found['wide2']! }),
      });
    }
}
