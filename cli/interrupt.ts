/** Exit codes of signals: 128 and the number of the signal (common practice of shells). */
const CODES = { SIGHUP: 129, SIGINT: 130, SIGTERM: 143 } as const;

const stop = new AbortController();
const cleanups: (() => unknown)[] = [];

/** Aborts when the program has to end. */
export const stopped: AbortSignal = stop.signal;

/** Adds work to do before the program ends on a signal, the last added first; returns how to take it off again. */
export function beforeEnd(clean: () => unknown): () => void {
  cleanups.unshift(clean);
  return () => void cleanups.splice(cleanups.indexOf(clean), 1);
}

/**
 * From now on Ctrl+C, SIGTERM and SIGHUP end the program with 130, 143 and 129, after everything has been tidied up.
 */
export function endOnSignals(): void {
  for (const [signal, code] of Object.entries(CODES))
    process.once(signal, () => {
      process.exitCode = code;
      stop.abort();
      void (async () => {
        for (const clean of [...cleanups])
          try {
            await clean();
          } catch {
            // The next is tidied up all the same.
          }
        process.exit(code);
      })();
    });
}

/** Lets signals be heard in work that never waits. */
export const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
