import type { Written } from '../core/scene/complete';
import { useTwins } from '../core/stack/twins';
import type { Simulation } from '../core/step/simulation';
import { makeKernel } from '../kernel/kernel';

/** Rounds of each case, run in turn. */
const ROUNDS = 7;

/** The five-field stack, in the plain core and with the kernel, at so many particles: nanoseconds a particle and step, medians, and how many times as fast. */
export function benchKernel(
  stack: (octaves: number) => readonly Written[],
  simulationOf: (fields: readonly Written[], count: number) => Simulation,
): void {
  const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;
  for (const count of [1_000, 10_000, 100_000, 1_000_000])
    for (const octaves of count === 100_000 ? [1, 3] : [1]) {
      const steps = Math.max(1, Math.round(300_000 / count));
      const runs = [undefined, makeKernel()].map((twins) => {
        useTwins(twins);
        const run = simulationOf(stack(octaves), count);
        useTwins(undefined);
        return run;
      });
      const times: [number[], number[]] = [[], []];
      for (let round = -1; round < ROUNDS; round++)
        runs.forEach((run, which) => {
          const begin = performance.now();
          for (let i = 0; i < steps; i++) run.advance();
          if (round >= 0) times[which]!.push(((performance.now() - begin) * 1e6) / (count * steps));
        });
      const [plain, kernel] = times.map(median) as [number, number];
      console.log(
        JSON.stringify({
          case: `five-field stack, ${octaves} ${octaves === 1 ? 'octave' : 'octaves'}`,
          particles: count,
          plainNanoseconds: Number(plain.toFixed(1)),
          kernelNanoseconds: Number(kernel.toFixed(1)),
          timesAsFast: Number((plain / kernel).toFixed(2)),
        }),
      );
    }
}
