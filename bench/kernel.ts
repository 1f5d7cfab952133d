import { once } from 'node:events';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { WHOLE } from '../core/sim/step/run';
import type { Simulation } from '../core/sim/step/simulation';
import { makeKernel } from '../kernel/kernel';
import { aged, burstRun, fiveFields, putTo } from './five-fields';
import { inTurn, median, quartile, series, tell } from './measure';
import { apart, nativeStack, stateOf } from './native';

const DT = 1 / 24;

/** Particles times steps before anything is measured: engines go on compiling while code is hot. */
const WARM_STEPS = 10_000_000;

/** Rounds in which two threads of the kernel and of the native program are held against each other. */
const PAIRS = 41;
/** And one thread. */
const ALONE = 15;

/** Threads with a slice of the run each. */
interface Team {
  /** Seconds that so many steps take from the moment that is measured, until the last thread is through. */
  time(steps: number): Promise<number>;
  end(): Promise<void>;
}

/** `clears`: whether threads clear their wide registers, as those of the engine do. */
async function teamOf(octaves: number, count: number, threads: number, clears = true): Promise<Team> {
  const workers = Array.from(
    { length: threads },
    (_, slice) =>
      new Worker(join(import.meta.dirname, 'bench-worker.js'), {
        workerData: { octaves, count, slice, slices: threads, clears },
      }),
  );
  const answers = () => Promise.all(workers.map((worker) => once(worker, 'message')));
  const ordered = async (order: number) => {
    const done = answers();
    for (const worker of workers) worker.postMessage(order);
    await done;
  };
  await answers();
  return {
    async time(steps) {
      await ordered(-1);
      const begin = performance.now();
      await ordered(steps);
      return (performance.now() - begin) / 1000;
    },
    async end() {
      await Promise.all(workers.map((worker) => worker.terminate()));
    },
  };
}

/** Lets teams step as many particles as it takes before they are measured. */
async function warm(teams: readonly Team[], count: number, steps: number): Promise<void> {
  for (let done = 0; done < WARM_STEPS; done += count * steps) await Promise.all(teams.map((team) => team.time(steps)));
}

function runOf(octaves: number, count: number, kernel: boolean): Simulation {
  return burstRun(fiveFields(octaves), count, WHOLE, kernel ? makeKernel() : undefined);
}

/**
 * The five-field stack: plain core, kernel and native program, with one thread and two, nanoseconds a particle and
 * step, all from the same particles. Kernel and native program are first held against each other.
 */
export async function benchKernel(): Promise<void> {
  for (const count of [1_000, 10_000, 100_000, 1_000_000])
    for (const octaves of count >= 100_000 ? [1, 3] : [1]) {
      const steps = Math.max(2, Math.round(500_000 / count));
      const nanoseconds = (seconds: number) => (seconds * 1e9) / (count * steps);
      const kernel = runOf(octaves, count, true);
      const moment = aged(kernel);
      const start = stateOf(kernel.populations[0]!);
      const same = nativeStack(kernel, DT, ['-msse4.1']);
      const wide = nativeStack(kernel, DT, ['-march=native']);
      const name = `five-field stack, ${octaves} ${octaves === 1 ? 'octave' : 'octaves'}`;
      if (same && count === 10_000) {
        const native = same.step(start, 10);
        for (let i = 0; i < 10; i++) kernel.advance();
        tell({
          case: `${name}: kernel against native after 10 steps`,
          apart: apart(stateOf(kernel.populations[0]!), native),
        });
      }
      kernel.end();
      const plain = runOf(octaves, count, false);
      const onPlain = () => {
        putTo(moment, plain);
        const begin = performance.now();
        for (let i = 0; i < steps; i++) plain.advance();
        return nanoseconds((performance.now() - begin) / 1000);
      };
      const [one, two] = [await teamOf(octaves, count, 1), await teamOf(octaves, count, 2)];
      await warm([one, two], count, steps);
      const found = await inTurn({
        plain: onPlain,
        kernel: async () => nanoseconds(await one.time(steps)),
        ...(wide && { wide2: () => nanoseconds(wide.time(start, 2, steps)) }),
      });
      // The machine is quicker and slower for seconds: two that are compared follow one another closely, and often.
      const pairsOf = async (team: Team, threads: number, rounds: number) =>
        series(
          {
            kernel: async () => nanoseconds(await team.time(steps)),
            ...(same && { native: () => nanoseconds(same.time(start, threads, steps)) }),
          },
          rounds,
        );
      const [onOne, onTwo] = [await pairsOf(one, 1, ALONE), await pairsOf(two, 2, PAIRS)];
      await Promise.all([one.end(), two.end()]);
      const kernelOnTwo = onTwo['kernel']!;
      tell({
        case: name,
        particles: count,
        plainNanoseconds: found['plain']!,
        kernelNanoseconds: found['kernel']!,
        timesAsFastAsPlain: found['plain']! / found['kernel']!,
        twoThreadsNanoseconds: median(kernelOnTwo),
        twoThreadsMillisecondsAStep: (median(kernelOnTwo) * count) / 1e6,
        lowerQuartile: (quartile(kernelOnTwo) * count) / 1e6,
        least: (Math.min(...kernelOnTwo) * count) / 1e6,
        ...(same && {
          nativeNanoseconds: median(onOne['native']!),
          nativeTwoThreadsNanoseconds: median(onTwo['native']!),
          ...ratios('kernelOverNativeOneThread', 'leastOverLeastOneThread', onOne['kernel']!, onOne['native']!),
          ...ratios('kernelOverNativeTwoThreads', 'leastOverLeastTwoThreads', kernelOnTwo, onTwo['native']!),
        }),
        ...(wide && { marchNativeTwoThreadsNanoseconds: found['wide2']! }),
      });
    }
}

/**
 * How long one takes over another, by two names: the median of rounds, and the least of the one over the least of the
 * other.
 */
function ratios(
  rounds: string,
  leasts: string,
  one: readonly number[],
  other: readonly number[],
): Record<string, number> {
  return {
    [rounds]: median(one.map((time, round) => time / other[round]!)),
    [leasts]: Math.min(...one) / Math.min(...other),
  };
}

/** What it costs that a thread leaves the upper halves of its wide registers in use. */
export async function benchWideRegisters(): Promise<void> {
  const [count, steps] = [100_000, 5];
  const [cleared, left] = [await teamOf(1, count, 1), await teamOf(1, count, 1, false)];
  await warm([cleared, left], count, steps);
  const found = await series({ cleared: () => cleared.time(steps), left: () => left.time(steps) }, PAIRS);
  await Promise.all([cleared.end(), left.end()]);
  tell({
    case: 'five-field stack, wide registers of the thread left in use, over cleared',
    particles: count,
    ...ratios('medianOfRatios', 'leastOverLeast', found['left']!, found['cleared']!),
  });
}
