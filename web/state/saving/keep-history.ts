import { useSceneStore } from '../scene-store';
import { journal } from './journal';
import type { Saver } from './saver';

/**
 * Milliseconds of rest after which the undo is written down: it is larger than an edit, and goes with it at the latest
 * when the page goes.
 */
const REST = 700;

/**
 * Keeps the undo of the open scene in the journal, so that it is there when the page is loaded anew. Returns how to
 * stop.
 */
export function keepHistory({ id, window: own }: Saver): () => void {
  let due: ReturnType<typeof setTimeout> | undefined;
  const write = () => {
    clearTimeout(due);
    due = undefined;
    const { scene } = useSceneStore.getState();
    const { pastStates, futureStates } = useSceneStore.temporal.getState();
    if (!scene) return;
    const scenes = (states: readonly { scene?: typeof scene | undefined }[]) =>
      states.flatMap(({ scene: one }) => one ?? []);
    // An undo that can't be kept is lost with the page; the scene is not.
    void journal
      .putHistory({ scene: id, window: own, past: scenes(pastStates), present: scene, future: scenes(futureStates) })
      .catch(() => undefined);
  };
  const stop = useSceneStore.subscribe(() => (due ??= setTimeout(write, REST)));
  const leave = () => due !== undefined && write();
  window.addEventListener('pagehide', leave);
  return () => {
    window.removeEventListener('pagehide', leave);
    stop();
    leave();
  };
}
