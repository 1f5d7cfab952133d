// A thread of the bench: a slice of the five-field run, stepped when it is told to.
import { parentPort, workerData } from 'node:worker_threads';
import { putKernelToUse } from '../kernel/use-kernel';
import { burstRun, fiveFields } from './five-fields';

const { octaves, count, slice, slices } = workerData as { octaves: number; count: number; slice: number; slices: number };
putKernelToUse();
const run = burstRun(fiveFields(octaves), count, { share: 1, slice, slices });
parentPort!.on('message', (steps: number) => {
  for (let i = 0; i < steps; i++) run.advance();
  parentPort!.postMessage(run.frame);
});
parentPort!.postMessage(run.frame);
