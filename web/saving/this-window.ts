/** Where a window finds its id again after it has been loaded anew. */
const KEY = 'bathyclast-window';

const lockOf = (id: string) => `bathyclast-window-${id}`;

/** How long a window that is loaded anew waits for its former self to let its id go, milliseconds. */
const PATIENCE = 1000;

/** Takes an id for as long as the page lives; false where another window has it. */
function held(id: string): Promise<boolean> {
  return new Promise((resolve) => {
    navigator.locks
      .request(lockOf(id), { signal: AbortSignal.timeout(PATIENCE) }, () => {
        resolve(true);
        return new Promise(() => undefined);
      })
      .catch(() => resolve(false));
  });
}

let taken: Promise<string> | undefined;

/**
 * The id of this window: the same after it has been loaded anew, and never that of another window that is open. A window that was
 * duplicated begins with the id of its original, and takes one of its own.
 */
export function thisWindow(): Promise<string> {
  return (taken ??= (async () => {
    const before = sessionStorage.getItem(KEY);
    if (before !== null && (await held(before))) return before;
    const id = crypto.randomUUID();
    sessionStorage.setItem(KEY, id);
    await held(id);
    return id;
  })());
}

/** Ids of all windows that are open now. */
export async function openWindows(): Promise<Set<string>> {
  const { held: locks = [] } = await navigator.locks.query();
  return new Set(locks.flatMap(({ name }) => (name?.startsWith(lockOf('')) ? [name.slice(lockOf('').length)] : [])));
}
