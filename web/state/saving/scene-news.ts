import type { SceneNews } from '../../../formats/stored-scene';

/** Undefined where news may have been missed, and everything is to be looked at again. */
type Listener = (news: SceneNews | undefined) => void;

const listeners = new Set<Listener>();

function deliver(news: SceneNews | undefined): void {
  for (const listener of listeners) listener(news);
}

/**
 * One window of the browser listens to the server and tells the others: a browser has few connections to a server, and
 * each listener takes one for good. When that window goes, the next takes its place.
 */
function listen(): void {
  const others = new BroadcastChannel('bathyclast-news');
  others.onmessage = ({ data }: MessageEvent<SceneNews | null>) => deliver(data ?? undefined);
  void navigator.locks.request('bathyclast-news', () => {
    const source = new EventSource('/api/scenes/events');
    const tell = (news: SceneNews | undefined) => {
      others.postMessage(news ?? null);
      deliver(news);
    };
    source.onopen = () => tell(undefined);
    source.onmessage = ({ data }: MessageEvent<string>) => tell(JSON.parse(data) as SceneNews);
    return new Promise(() => undefined);
  });
}

let listening = false;

/** Tells of scenes that change on the server, whoever changes them; returns how to stop listening. */
export function onSceneNews(listener: Listener): () => void {
  if (!listening) listen();
  listening = true;
  listeners.add(listener);
  return () => listeners.delete(listener);
}
