import type { Fault } from '../core/document/faults';

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

/** A file that can't be taken, in a sentence of our own. */
export const refusedFile = (message: string): SceneFaults => fileFault('file', message, 'a file that can be read');

/**
 * Runs a reader of files. An error of a library is no sentence for a person: it becomes one that names the file and the
 * format. Throws {@link SceneFaults} only.
 */
export async function inOwnWords<T>(name: string, format: string, read: () => T | Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (error) {
    if (error instanceof SceneFaults) throw error;
    throw fileFault(
      'damaged',
      `“${name}” can’t be read as ${format}: it is cut off or damaged.`,
      `a whole ${format} file`,
    );
  }
}
