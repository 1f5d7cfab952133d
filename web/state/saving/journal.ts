import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Scene } from '../../../core/document/scene';

/** The state of a scene in one window, open or closed. */
export interface Entry {
  /** Id of the scene. */
  readonly scene: string;
  /** Id of the window. */
  readonly window: string;
  /** When it was written, milliseconds since 1970. */
  readonly at: number;
  /** The revision its edits were made from, and when that was saved. */
  readonly revision: number;
  readonly changed: string;
  /** The scene as it is in that window. */
  readonly document: Scene;
  /** Whether the server has said that it has this document. */
  readonly saved: boolean;
  /** Scenes that were sent without an answer: the server may have one of them. */
  readonly sent: readonly Scene[];
}

/** The undo of a window, with the scene it belongs to. */
export interface KeptHistory {
  readonly scene: string;
  readonly window: string;
  readonly past: readonly Scene[];
  readonly present: Scene;
  readonly future: readonly Scene[];
}

/** Where edits are kept until the server has them. */
export interface Journal {
  put(entry: Entry): Promise<void>;
  putHistory(history: KeptHistory): Promise<void>;
  /** Entries of a scene, or of all; the last written first. */
  entries(scene?: string): Promise<Entry[]>;
  history(scene: string, window: string): Promise<KeptHistory | undefined>;
  remove(scene: string, window: string): Promise<void>;
}

interface Schema extends DBSchema {
  entries: { key: [string, string]; value: Entry; indexes: { scene: string } };
  histories: { key: [string, string]; value: KeptHistory };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('bathyclast-journal', 1, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: ['scene', 'window'] }).createIndex('scene', 'scene');
      db.createObjectStore('histories', { keyPath: ['scene', 'window'] });
    },
    terminated: () => (opened = undefined),
  });
  opened.catch(() => (opened = undefined));
  return opened;
}

/** The journal of the browser: it outlives the page, its crash, and the server. */
export const journal: Journal = {
  async put(entry) {
    // Strict: on the disk, so that it outlives a loss of power as well.
    const one = (await database()).transaction('entries', 'readwrite', { durability: 'strict' });
    const put = one.store.put(entry);
    // Committed in so many words, it is written though the page goes before it hears of it.
    one.commit();
    await Promise.all([put, one.done]);
  },
  putHistory: async (history) => void (await (await database()).put('histories', history)),
  async entries(scene) {
    const db = await database();
    const found =
      scene === undefined ? await db.getAll('entries') : await db.getAllFromIndex('entries', 'scene', scene);
    return found.toSorted((a, b) => b.at - a.at);
  },
  history: async (scene, window) => (await database()).get('histories', [scene, window]),
  async remove(scene, window) {
    const both = (await database()).transaction(['entries', 'histories'], 'readwrite');
    await Promise.all([
      both.objectStore('entries').delete([scene, window]),
      both.objectStore('histories').delete([scene, window]),
      both.done,
    ]);
  },
};
