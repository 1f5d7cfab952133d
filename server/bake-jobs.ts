import { rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { ENGINE_VERSION } from '../core/sim/engine-version';
import type { Scene } from '../core/document/scene';
import { makeFolder } from '../engine/make-folder';
import { BakeReader } from '../engine/bake/store';
import { sceneFrom } from '../formats/scene-file';
import type { StoredBake, StoredBakes } from '../formats/stored-bake';
import type { BakesTable } from './bakes-table';
import { codeOf, messageOf } from '../core/lib/errors';

/** What a thread that bakes is given. */
export interface BakeTask {
  readonly scene: Scene;
  /** What the scene keeps, by content hash. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  readonly folder: string;
  readonly from: number;
  readonly through: number;
}

/** What it says. */
export type BakeNews =
  | { readonly type: 'written'; readonly done: number; readonly bytes: number }
  | { readonly type: 'ended'; readonly whole: boolean }
  | {
      readonly type: 'failed';
      readonly message: string;
      /** True where there was no room on the disk. */ readonly full: boolean;
    };

/** A thread that bakes. */
export interface BakeThread {
  stop(): void;
}

/** Starts a thread for a task; it says how it goes on. */
export type SpawnBake = (task: BakeTask, hear: (news: BakeNews) => void) => BakeThread;

/** Milliseconds after which a report is written down that there was no room for. */
const LATER = 3000;

/** The bakes of the server: at any time one is at work, the others wait. */
export class BakeJobs {
  private running: { readonly id: string; readonly thread: BakeThread; removed: boolean } | undefined;
  private readonly listeners = new Set<() => void>();
  private readonly readers = new Map<string, BakeReader>();

  constructor(
    private readonly table: BakesTable,
    private readonly folder: string,
    private readonly spawn: SpawnBake,
    private readonly filesOf: (scene: Scene) => ReadonlyMap<string, Uint8Array>,
  ) {
    table.requeue();
    this.startNext();
  }

  /** Calls the listener when anything has changed; returns how to stop. */
  onChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  list(): StoredBakes {
    const bakes = this.table.list();
    makeFolder(this.folder);
    const { bavail, bsize } = statfsSync(this.folder);
    return { bakes, used: bakes.reduce((sum, { bytes }) => sum + bytes, 0), free: bavail * bsize };
  }

  /** Lets those that wait be worked on. */
  startNext(): void {
    const bake = this.running ? undefined : this.table.nextQueued();
    if (bake) this.start(bake);
    for (const listener of this.listeners) listener();
  }

  private start(bake: StoredBake): void {
    const { id, first, last } = bake;
    if (bake.engine !== ENGINE_VERSION) {
      this.table.setState(
        id,
        'failed',
        `it was begun by version ${bake.engine} of the engine, and this is ${ENGINE_VERSION}; bake it again`,
      );
      return this.startNext();
    }
    let scene: Scene;
    try {
      scene = sceneFrom(JSON.parse(this.table.document(id) ?? ''));
    } catch (error) {
      this.table.setState(id, 'failed', `its scene can’t be read (${messageOf(error)}); bake it again`);
      return this.startNext();
    }
    const task: BakeTask = { scene, files: this.filesOf(scene), folder: this.folderOf(id), from: first, through: last };
    this.table.setState(id, 'running');
    this.running = { id, removed: false, thread: this.spawn(task, (news) => this.hear(id, news)) };
  }

  /** Takes what the thread says; once more later where there is no room on the disk even for that. */
  private hear(id: string, news: BakeNews): void {
    try {
      this.note(id, news);
    } catch (error) {
      if (codeOf(error) !== 'SQLITE_FULL') throw error;
      // What is written is found on the disk again; of its end it must be known.
      if (news.type !== 'written') setTimeout(() => this.hear(id, news), LATER);
    }
  }

  private note(id: string, news: BakeNews): void {
    if (this.running?.id !== id) return;
    if (news.type === 'written') {
      this.table.setDone(id, news.done, news.bytes);
      return this.listeners.forEach((listener) => listener());
    }
    if (this.running.removed) this.forget(id);
    else if (news.type === 'failed') this.table.setState(id, news.full ? 'paused' : 'failed', news.message);
    else if (news.whole) this.table.setState(id, 'done');
    else if (this.table.find(id)?.state === 'running') this.table.setState(id, 'paused');
    this.running = undefined;
    this.startNext();
  }

  /**
   * Takes in a bake that another program made, for as long as this one runs, under that id. Its folder is left as it
   * is.
   */
  lend(id: string, folder: string): void {
    this.readers.set(id, new BakeReader(folder));
  }

  /** Stops work on a bake; what is written stays. */
  pause(id: string): void {
    this.table.setState(id, 'paused');
    if (this.running?.id === id) this.running.thread.stop();
    this.startNext();
  }

  resume(id: string): void {
    this.table.setState(id, 'queued');
    this.startNext();
  }

  /** Stops work on a bake and takes its files away. */
  remove(id: string): void {
    if (this.running?.id === id) {
      this.running.removed = true;
      this.table.remove(id);
      this.running.thread.stop();
    } else this.forget(id);
    this.startNext();
  }

  isLent(id: string): boolean {
    return this.readers.has(id);
  }

  /** The bytes of a frame; undefined where it is not there. */
  frame(id: string, frame: number): Uint8Array | undefined {
    let reader = this.readers.get(id);
    if (!reader) {
      reader = new BakeReader(this.folderOf(id));
      this.readers.set(id, reader);
    }
    return reader.frame(frame);
  }

  private folderOf(id: string): string {
    return join(this.folder, id);
  }

  private forget(id: string): void {
    this.table.remove(id);
    this.readers.delete(id);
    rmSync(this.folderOf(id), { recursive: true, force: true });
  }
}
