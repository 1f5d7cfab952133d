/** Where a window finds its id again after it has been loaded anew. */
const KEY = 'bathyclast-window';

const lockOf = (id: string) => `bathyclast-window-${id}`;

/** How long a window that is loaded anew waits at most for its former self to go, milliseconds. */
const PATIENCE = 10_000;

/** Where windows are asked whether they have an id. */
const channel = new BroadcastChannel('bathyclast-windows');

/** Takes an id for as long as the page lives; false where another window says that it has it, or nobody lets it go. */
function held(id: string): Promise<boolean> {
  return new Promise((resolve) => {
    const wait = new AbortController();
    const give = setTimeout(() => wait.abort(), PATIENCE);
    const hear = ({ data }: MessageEvent<{ answer?: string }>) => data.answer === id && wait.abort();
    channel.addEventListener('message', hear);
    const done = (is: boolean) => {
      clearTimeout(give);
      channel.removeEventListener('message', hear);
      resolve(is);
    };
    channel.postMessage({ ask: id });
    navigator.locks
      .request(lockOf(id), { signal: wait.signal }, () => {
        done(true);
        channel.addEventListener(
          'message',
          ({ data }: MessageEvent<{ ask?: string }>) => data.ask === id && channel.postMessage({ answer: id }),
        );
        return new Promise(() => undefined);
      })
      .catch(() => done(false));
  });
}

let taken: Promise<string> | undefined;

/**
 * The id of this window: the same after it has been loaded anew, and never that of another window that is open. A
 * window that was duplicated begins with the id of its original, and takes one of its own.
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
