import equal from 'fast-deep-equal';
import { checkScene } from '../../../core/scene/read';
import { SCENE_VERSION, type Scene } from '../../../core/document/scene';
import { sceneFrom } from '../../../formats/scene-file';
import { api, type ApiError, type StoredScene } from '../api';
import { journal, type Entry, type Journal, type KeptHistory } from './journal';
import { Saver, type Opened } from './saver';
import { openWindows, thisWindow } from './this-window';

/** Savers that have been closed and are not done yet, by scene. */
const unfinished = new Map<string, Saver>();

/** Scenes that this window has open. */
const openHere = new Set<string>();

/** Past and future states of a scene, nearest last and nearest first. */
export interface Undo {
  readonly past: readonly Scene[];
  readonly future: readonly Scene[];
}

const NO_UNDO: Undo = { past: [], future: [] };

/** Days after which a saved entry of a closed window is forgotten. */
const KEPT_DAYS = 14;
const DAY = 86_400_000;

/** A document from the journal as one of the present version; undefined where it can't be used any more. */
function readDocument(document: unknown): Scene | undefined {
  try {
    return sceneFrom(document);
  } catch {
    return undefined;
  }
}

/**
 * The state in which a scene is opened, from the server's scene and the entry in the journal. Edits that were not saved
 * go on from the revision they were made from; where the server has another by now, and not because it was sent from
 * here, both sides have changed.
 */
export function reconciled(stored: StoredScene, left: Entry | undefined): Opened {
  const { id, revision, changed, scene: saved } = stored;
  const fresh: Opened = { id, saved, revision, changed, present: saved, sent: [] };
  const present = left && !left.saved ? readDocument(left.document) : undefined;
  if (!left || !present || equal(present, saved)) return fresh;
  if (revision === left.revision) return { ...fresh, present, sent: left.sent };
  const got = left.sent.some((scene) => equal(readDocument(scene), saved));
  return got ? { ...fresh, present } : { ...fresh, present, theirs: revision };
}

/**
 * The undo that goes with a scene; none where it belongs to another state of it, or to an older version of documents.
 */
function undoOf(history: KeptHistory | undefined, present: Scene): Undo {
  if (!history) return NO_UNDO;
  const all = [...history.past, history.present, ...history.future];
  if (all.some((scene) => scene.version !== SCENE_VERSION) || checkScene(history.present).length > 0) return NO_UNDO;
  if (equal(history.present, present)) return { past: history.past, future: history.future };
  // The last edits were noted, their undo was not: they are one step.
  return { past: [...history.past, history.present], future: [] };
}

/** The entry of a scene that this window goes on from: its own, or that of a window that is no longer there. */
async function claimed(id: string, own: string, from: Journal): Promise<{ entry: Entry | undefined; others: Entry[] }> {
  const [entries, open] = await Promise.all([from.entries(id), openWindows()]);
  const free = entries.filter(({ window }) => window === own || !open.has(window));
  const [entry = free[0]] = free.filter(({ saved }) => !saved);
  return { entry, others: free.filter((other) => other !== entry) };
}

/** Saves the unsaved scene of one more closed window as a scene of its own. */
async function keepAsCopy({ document, scene, window }: Entry): Promise<void> {
  const found = readDocument(document);
  if (found) {
    const copy = await api.create({ name: `${found.name} recovered`.slice(0, 120) });
    await api.save(copy.id, copy.revision, { ...found, name: copy.scene.name }, false);
  }
  await journal.remove(scene, window);
}

/** Opens a scene to be worked on: its saver, and the undo it had when it was left. */
export async function openSaved(
  id: string,
  show: (scene: Scene) => void,
): Promise<{ saver: Saver; undo: Undo; present: Scene }> {
  openHere.add(id);
  const handed = unfinished.get(id)?.handOver();
  unfinished.delete(id);
  const [stored, own] = await Promise.all([api.open(id), thisWindow()]);
  const nothing = { entry: undefined, others: [] as Entry[] };
  const { entry, others } = await claimed(id, own, journal).catch(() => nothing);
  const left = handed ?? entry;
  const opened = reconciled(stored, left);
  const history = left && (await journal.history(id, left.window).catch(() => undefined));
  // A scene that another window has changed since has another past.
  const isOwn = left !== undefined && equal(readDocument(left.document), opened.present);
  const saver = new Saver(opened, { api, journal, window: own, show });
  for (const other of [...(left && left.window !== own ? [left] : []), ...others]) {
    if (other === left || other.saved || equal(other.document, opened.present))
      void journal.remove(id, other.window).catch(() => undefined);
    else void keepAsCopy(other).catch(() => undefined);
  }
  return { saver, undo: isOwn ? undoOf(history, opened.present) : NO_UNDO, present: opened.present };
}

/** Closes a scene: its saver goes on until the server has everything, unless the scene is opened again before. */
export function closeSaved(saver: Saver): void {
  openHere.delete(saver.id);
  saver.close();
  if (saver.isSaved) return;
  unfinished.set(saver.id, saver);
  const stop = saver.state.subscribe(({ kind }) => {
    if (kind !== 'saved') return;
    stop();
    if (unfinished.get(saver.id) === saver) unfinished.delete(saver.id);
  });
}

/** Milliseconds after which leftovers are looked for again where the server did not answer. */
const AGAIN = 10_000;

/**
 * Saves the unsaved scenes of closed windows, and forgets entries that were saved long ago. Scenes that are open are
 * left alone.
 */
export async function saveLeftovers(): Promise<void> {
  const [entries, open, own] = await Promise.all([journal.entries(), openWindows(), thisWindow()]);
  let unanswered = false;
  for (const entry of entries) {
    const elsewhere = entry.window !== own && open.has(entry.window);
    if (elsewhere || openHere.has(entry.scene) || unfinished.has(entry.scene)) continue;
    if (entry.saved) {
      if (Date.now() - entry.at > KEPT_DAYS * DAY) await journal.remove(entry.scene, entry.window);
      continue;
    }
    const stored = await api.open(entry.scene).catch((error: ApiError) => void (unanswered ||= error.status === 0));
    if (openHere.has(entry.scene)) continue;
    const opened = stored && reconciled(stored, entry);
    // Where both sides have changed, the person is asked when the scene is opened.
    if (!opened || opened.theirs !== undefined) continue;
    closeSaved(new Saver(opened, { api, journal, window: entry.window, show: () => undefined }));
  }
  if (unanswered) setTimeout(() => void saveLeftovers().catch(() => undefined), AGAIN);
}

/** Whether anything would be lost if the page went now. */
export const isAnythingUnkept = (): boolean => [...unfinished.values()].some((saver) => saver.unkept.getState().unkept);
