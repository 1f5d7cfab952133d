import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Scene } from '../../../core/document/scene';
import type { RenderSettings } from '../../../formats/render-settings';

/** How far a render has come. What was running when the page went is paused when it comes back. */
export type JobState = 'waiting' | 'running' | 'paused' | 'packing' | 'done' | 'failed';

/** One render: a scene as it was when it was ordered, and how it is to be written. */
export interface Job {
  readonly id: number;
  readonly scene: Scene;
  readonly settings: RenderSettings;
  readonly state: JobState;
  /** Frames that are drawn and kept. */
  readonly done: number;
  /** Anything the person should know, such as why it stopped. */
  readonly note: string;
}

interface Schema extends DBSchema {
  jobs: { key: number; value: Job };
  /** Drawn frames, by render and number of the frame in it. */
  frames: { key: [number, number]; value: Blob };
  clips: { key: number; value: Blob };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

const database = (): Promise<IDBPDatabase<Schema>> =>
  (opened ??= openDB<Schema>('bathyclast-renders', 1, {
    upgrade(db) {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('frames');
      db.createObjectStore('clips');
    },
  }));

/** All frames of a render. */
const framesOfJob = (id: number) => IDBKeyRange.bound([id, 0], [id, Infinity]);

/** Renders and their frames, kept by the browser over reloads. */
export const jobsStore = {
  list: async (): Promise<Job[]> => (await database()).getAll('jobs'),
  put: async (job: Job): Promise<void> => void (await (await database()).put('jobs', job)),
  frame: async (id: number, index: number): Promise<Blob | undefined> => (await database()).get('frames', [id, index]),
  clip: async (id: number): Promise<Blob | undefined> => (await database()).get('clips', id),

  /** Keeps a frame and that it is done, both or neither. */
  async addFrame(job: Job, index: number, blob: Blob): Promise<void> {
    const both = (await database()).transaction(['jobs', 'frames'], 'readwrite');
    await Promise.all([
      both.objectStore('frames').put(blob, [job.id, index]),
      both.objectStore('jobs').put(job),
      both.done,
    ]);
  },

  async putClip(job: Job, blob: Blob): Promise<void> {
    const both = (await database()).transaction(['jobs', 'clips'], 'readwrite');
    await Promise.all([both.objectStore('clips').put(blob, job.id), both.objectStore('jobs').put(job), both.done]);
  },

  async remove(id: number): Promise<void> {
    const all = (await database()).transaction(['jobs', 'frames', 'clips'], 'readwrite');
    await Promise.all([
      all.objectStore('jobs').delete(id),
      all.objectStore('frames').delete(framesOfJob(id)),
      all.objectStore('clips').delete(id),
      all.done,
    ]);
  },
};
