import { create } from 'zustand';
import type { Scene } from '../../core/scene/document';
import { api, ApiError } from '../api';
import { openScene, useSceneStore } from './scene-store';

/** Where the open scene stands against what the server keeps. */
export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'lost'; readonly message: string }
  | { readonly kind: 'conflict'; readonly theirs: number };

export const useSaveState = create<{ readonly state: SaveState }>()(() => ({ state: { kind: 'saved', at: new Date().toISOString() } }));

const DELAY_MS = 500;
const RETRY_MS = 2000;

/** Saves the open scene by itself, each time over the revision it was made from. */
export class Saver {
  private saved: Scene;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private busy = false;
  private readonly unsubscribe: () => void;

  constructor(
    readonly id: string,
    private revision: number,
    scene: Scene,
    private changed: string,
  ) {
    this.saved = scene;
    this.tell({ kind: 'saved', at: changed });
    this.unsubscribe = useSceneStore.subscribe(({ scene: next }) => {
      if (next && next !== this.saved && !this.isInConflict()) {
        if (!this.busy) this.tell({ kind: 'waiting' });
        this.schedule(DELAY_MS);
      }
    });
  }

  /** The revision that was last saved. */
  get savedRevision(): number {
    return this.revision;
  }

  /** Saves now what is not saved; `leaving` where the page is about to go. */
  async flush(leaving = false): Promise<void> {
    clearTimeout(this.timer);
    const { scene } = useSceneStore.getState();
    if (!scene || this.busy || this.isInConflict()) return;
    // What was taken back to what is saved is saved.
    if (scene === this.saved) return this.tell({ kind: 'saved', at: this.changed });
    this.busy = true;
    this.tell({ kind: 'saving' });
    try {
      const { revision, changed } = await api.save(this.id, this.revision, scene, leaving);
      this.revision = revision;
      this.saved = scene;
      this.changed = changed;
      this.tell({ kind: 'saved', at: changed });
    } catch (error) {
      if (error instanceof ApiError && error.status === 412) this.tell({ kind: 'conflict', theirs: error.revision ?? 0 });
      else {
        this.tell({ kind: 'lost', message: error instanceof Error ? error.message : String(error) });
        this.schedule(RETRY_MS);
      }
    } finally {
      this.busy = false;
    }
    if (useSceneStore.getState().scene !== this.saved && useSaveState.getState().state.kind === 'saved') this.schedule(0);
  }

  /** In a conflict: takes what the other window saved; what was made here is given up. */
  async takeTheirs(): Promise<void> {
    const stored = await api.open(this.id);
    this.revision = stored.revision;
    this.saved = stored.scene;
    this.changed = stored.changed;
    openScene(stored.scene);
    this.tell({ kind: 'saved', at: stored.changed });
  }

  /** In a conflict: saves what was made here over what the other window saved. */
  async keepMine(theirs: number): Promise<void> {
    this.revision = theirs;
    this.tell({ kind: 'waiting' });
    await this.flush();
  }

  /** In a conflict: saves what was made here as a scene of its own, and opens theirs. Returns the copy's id. */
  async mineAsCopy(): Promise<string> {
    const { scene } = useSceneStore.getState();
    const copy = await api.create({ name: `${scene!.name} mine`.slice(0, 120) });
    await api.save(copy.id, copy.revision, { ...scene!, name: copy.scene.name }, false);
    await this.takeTheirs();
    return copy.id;
  }

  dispose(): void {
    void this.flush(true);
    clearTimeout(this.timer);
    this.unsubscribe();
  }

  private isInConflict(): boolean {
    return useSaveState.getState().state.kind === 'conflict';
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  private tell(state: SaveState): void {
    useSaveState.setState({ state });
  }
}
