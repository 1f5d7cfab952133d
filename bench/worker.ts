// A thread of the bench: a slice of the five-field run, put back to where it began or stepped when it is told to.
import { parentPort, workerData } from 'node:worker_threads';
import { clearWideRegisters } from '../engine/wide-registers';
import { makeKernel } from '../kernel/kernel';
import { aged, burstRun, fiveFields, putTo } from './five-fields';

type Order = Record<'octaves' | 'count' | 'slice' | 'slices', number> & { clears: boolean };

const { octaves, count, slice, slices, clears }: Order = workerData;
const run = burstRun(fiveFields(octaves), count, { draftFraction: 1, slice, slices }, makeKernel());
const moment = aged(run);
/** How many steps; −1 to put particles back. */
parentPort!.on('message', (steps: number) => {
  // As the engine's own threads do.
  if (clears) clearWideRegisters();
  if (steps < 0) putTo(moment, run);
  for (let i = 0; i < steps; i++) run.advance();
  parentPort!.postMessage(run.frame);
});
parentPort!.postMessage(run.frame);
