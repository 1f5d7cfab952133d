import type { Fault } from '../core/describe/faults';

/** A file or document that can't be taken, with every fault found. The message is the first fault's. */
export class SceneFaults extends Error {
  constructor(readonly faults: readonly Fault[]) {
    super(faults[0]?.message ?? 'The scene has a fault.');
    this.name = 'SceneFaults';
  }
}

/** One fault of a file as a whole. */
export function fileFault(code: string, message: string, allowed: string): SceneFaults {
  return new SceneFaults([{ code, field: 'file', message, allowed }]);
}
