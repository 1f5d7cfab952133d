import { writeSync } from 'node:fs';
import { isDiskFull, putFile } from '../engine/bake/store';
import { UsageError } from './arguments';
import { codeOf } from '../core/lib/errors';

/** The name that stands for standard input and standard output. */
export const STANDARD = '-';

/** Writes all bytes to standard output, however slowly its reader takes them. */
function writeToStandard(bytes: Uint8Array): void {
  for (let at = 0; at < bytes.length; ) {
    try {
      at += writeSync(1, bytes, at);
    } catch (error) {
      const code = codeOf(error);
      if (code === 'EPIPE') throw new UsageError('standard output was closed before everything was written');
      if (code !== 'EAGAIN') throw error;
    }
  }
}

/**
 * Writes a file, which is there under its name only when it is whole; `-` is standard output. Throws {@link UsageError}
 * where it can't be written.
 */
export function writeOut(path: string, content: string | Uint8Array): void {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  if (path === STANDARD) return writeToStandard(bytes);
  try {
    putFile(path, bytes);
  } catch (error) {
    if (isDiskFull(error))
      throw new UsageError(`the disk is full at “${path}”; free some space and run the command again`);
    throw new UsageError(`“${path}” can’t be written (${codeOf(error) || String(error)})`);
  }
}

/**
 * Prints the result of a command: on standard output, or on standard error where a file is written to standard output.
 */
export function report(result: object, out?: string): void {
  const text = JSON.stringify(result);
  if (out === STANDARD) console.error(text);
  else console.log(text);
}
