import equal from 'fast-deep-equal';
import { createStore } from 'zustand';
import type { Scene } from '../../../core/document/scene';
import { ApiError, type api } from '../api';
import type { Entry, Journal } from './journal';
import { afterEvent, type SaveEvent, type SaveState } from './save-state';
import { messageOf } from '../../../core/lib/errors';

/** Milliseconds of rest after which edits are sent, and after which it is tried again where there was no answer. */
const REST = 500;
const AGAIN = 2000;
/** Milliseconds between two edits of a drag that go into the journal; the first of a series goes there at once. */
const NOTED = 80;

/** A scene to be saved: as the server has it, and as it is here. */
export interface Opened {
  readonly id: string;
  /** The server's scene, its revision, and when it was saved. */
  readonly saved: Scene;
  readonly revision: number;
  readonly changed: string;
  /** The scene as it is here. */
  readonly present: Scene;
  /** Scenes that were sent without an answer. */
  readonly sent: readonly Scene[];
  /** The revision of another window that stands in the way, where there is one. */
  readonly theirs?: number;
}

/** Whom a saver works with. */
export interface SaverDeps {
  readonly api: Pick<typeof api, 'open' | 'save' | 'create' | 'restore'>;
  readonly journal: Journal;
  /** Id of this window. */
  readonly window: string;
  /** Shows a scene that another window saved. */
  readonly show: (scene: Scene) => void;
}

/**
 * Saves one scene by itself, each time over the revision it was made from. It holds that scene's last state and reads
 * nobody else's, so that it can finish its work after the scene has been closed. Every edit is in the journal until the
 * server has it.
 */
export class Saver {
  readonly id: string;
  /** Where the scene stands. */
  readonly state;
  /** Whether edits that the server does not have would be lost with the page: the journal can't be written to. */
  readonly unkept = createStore<{ readonly unkept: boolean }>()(() => ({ unkept: false }));
  private present: Scene;
  private saved: Scene;
  private revision: number;
  private changed: string;
  private sent: readonly Scene[];
  /** The last revision that the server was heard to have. */
  private heard = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Runs while a series of edits is in the journal up to its last few milliseconds. */
  private noting: ReturnType<typeof setTimeout> | undefined;
  /** The scene that was last written into the journal. */
  private noted: Scene | undefined;
  private written: Promise<void> | undefined;
  private flight: Promise<void> | undefined;
  private closed = false;
  private ended = false;

  constructor(
    opened: Opened,
    private readonly deps: SaverDeps,
  ) {
    this.id = opened.id;
    this.present = opened.present;
    this.saved = opened.saved;
    this.revision = opened.revision;
    this.changed = opened.changed;
    this.sent = opened.sent;
    this.state = createStore<SaveState>()(() => ({ kind: 'saved', at: opened.changed }));
    if (opened.theirs !== undefined) {
      this.tell({ type: 'edited' });
      this.tell({ type: 'overtaken', theirs: opened.theirs });
    } else if (this.isDirty()) {
      this.tell({ type: 'edited' });
      this.schedule(0);
    }
    this.note();
  }

  /** The revision that was last saved. */
  get savedRevision(): number {
    return this.revision;
  }

  /** Id of the window it saves for. */
  get window(): string {
    return this.deps.window;
  }

  /** Whether the server has all of it. */
  get isSaved(): boolean {
    return this.state.getState().kind === 'saved';
  }

  /** Takes the scene as it is after an edit. */
  take(scene: Scene): void {
    if (scene === this.present || this.ended) return;
    this.present = scene;
    this.noteSoon();
    if (this.isDirty()) {
      this.tell({ type: 'edited' });
      if (this.kind() === 'waiting') this.schedule(REST);
    } else this.tell({ type: 'reverted', at: this.changed });
  }

  /** Sends unsaved edits now; `leaving` where the page is about to go. */
  async flush(leaving = false): Promise<void> {
    clearTimeout(this.timer);
    if (leaving) this.note();
    if (this.flight) return this.flight;
    if (!['waiting', 'lost', 'refused'].includes(this.kind())) return;
    if (!this.isDirty()) return this.tell({ type: 'reverted', at: this.changed });
    this.flight = this.send(leaving);
    await this.flight;
  }

  /**
   * Hears that the server has a revision. A window without edits of its own takes it over; one with edits sends them,
   * and learns of it so.
   */
  async hear(revision: number): Promise<void> {
    this.heard = Math.max(this.heard, revision);
    if (this.ended || this.closed || this.heard <= this.revision) return;
    if (this.kind() === 'waiting' || this.kind() === 'lost') return this.flush();
    if (this.kind() === 'saved') await this.takeOver(() => this.isSaved && !this.isDirty()).catch(() => undefined);
  }

  /** Asks the server which revision it has: news may have been missed. */
  async look(): Promise<void> {
    if (!this.isSaved || this.closed) return;
    const { revision } = await this.deps.api.open(this.id).catch(() => ({ revision: 0 }));
    await this.hear(revision);
  }

  /** In a conflict: takes the other window's scene and gives up this one. */
  takeTheirs(): Promise<void> {
    return this.takeOver(() => true);
  }

  /** In a conflict: saves this window's scene over the other's. */
  async keepMine(theirs: number): Promise<void> {
    this.revision = theirs;
    this.tell({ type: 'settled', at: this.changed, more: true });
    await this.flush();
  }

  /** In a conflict: saves this window's scene as a scene of its own, and shows the other. Returns the copy's id. */
  async mineAsCopy(): Promise<string> {
    const copy = await this.deps.api.create({ name: `${this.present.name} mine`.slice(0, 120) });
    await this.deps.api.save(copy.id, copy.revision, { ...this.present, name: copy.scene.name }, false);
    await this.takeTheirs();
    return copy.id;
  }

  /** Where the scene was deleted: brings it back, and saves into it. */
  async bringBack(): Promise<void> {
    const { revision } = await this.deps.api.restore(this.id);
    this.revision = revision;
    await this.flush();
  }

  /**
   * The scene is closed: unsaved edits are sent, again and again where there is no answer, until the server has them.
   */
  close(): void {
    this.closed = true;
    if (this.isSaved) this.note();
    else void this.flush(true);
  }

  /** Ends all work, and returns the state for another saver to go on from. */
  handOver(): Entry {
    this.ended = true;
    clearTimeout(this.timer);
    clearTimeout(this.noting);
    return this.entry();
  }

  private kind(): SaveState['kind'] {
    return this.state.getState().kind;
  }

  private isDirty(): boolean {
    return this.present !== this.saved && !equal(this.present, this.saved);
  }

  private async send(leaving: boolean): Promise<void> {
    const scene = this.present;
    this.sent = [...this.sent.slice(-1), scene];
    this.note();
    this.tell({ type: 'sent' });
    try {
      this.hasSaved(scene, await this.deps.api.save(this.id, this.revision, scene, leaving));
    } catch (error) {
      await this.failed(error);
    } finally {
      this.flight = undefined;
    }
    if (this.ended) return;
    if (this.kind() === 'waiting') this.schedule(0);
    else if (this.kind() === 'lost') this.schedule(AGAIN);
    else if (this.heard > this.revision) void this.hear(this.heard);
  }

  private hasSaved(scene: Scene, { revision, changed }: { revision: number; changed: string }): void {
    this.revision = revision;
    this.saved = scene;
    this.changed = changed;
    this.sent = [];
    this.tell({ type: 'answered', at: changed, more: this.isDirty() });
    this.note();
  }

  private async failed(error: unknown): Promise<void> {
    if (!(error instanceof ApiError)) return this.tell({ type: 'unanswered', message: messageOf(error) });
    const { status, message } = error;
    if (status === 412) return this.overtaken(error.revision ?? 0);
    if (status === 404) return this.tell({ type: 'refused', message, gone: true });
    if (status >= 400 && status < 500 && status !== 408 && status !== 429)
      return this.tell({ type: 'refused', message, gone: false });
    this.tell({ type: 'unanswered', message });
  }

  /**
   * The server has another revision. Where it is a scene that was sent from here without an answer, nobody is in the
   * way.
   */
  private async overtaken(theirs: number): Promise<void> {
    try {
      const stored = await this.deps.api.open(this.id);
      if (this.sent.some((scene) => equal(scene, stored.scene)) || equal(this.present, stored.scene))
        return this.hasSaved(stored.scene, stored);
      this.tell({ type: 'overtaken', theirs: stored.revision });
    } catch (error) {
      if (error instanceof ApiError && error.status === 0) this.tell({ type: 'unanswered', message: messageOf(error) });
      else this.tell({ type: 'overtaken', theirs });
    }
  }

  /** Shows the server's scene, unless that is not wanted any more when it comes. */
  private async takeOver(isWanted: () => boolean): Promise<void> {
    const stored = await this.deps.api.open(this.id);
    if (this.ended || !isWanted()) return;
    this.revision = stored.revision;
    this.saved = stored.scene;
    this.present = stored.scene;
    this.changed = stored.changed;
    this.sent = [];
    this.tell({ type: 'settled', at: stored.changed, more: false });
    this.deps.show(stored.scene);
    this.note();
  }

  private entry(): Entry {
    return {
      scene: this.id,
      window: this.deps.window,
      at: Date.now(),
      revision: this.revision,
      changed: this.changed,
      document: this.present,
      saved: !this.isDirty(),
      sent: this.sent,
    };
  }

  /**
   * Writes an edit into the journal: at once, since a page that is busy drawing may be closed before a timer comes; the
   * edits that follow within some milliseconds are written together.
   */
  private noteSoon(): void {
    if (this.noting !== undefined) return;
    this.note();
    this.noting = setTimeout(() => {
      this.noting = undefined;
      if (this.noted !== this.present) this.noteSoon();
    }, NOTED);
  }

  /** Writes into the journal how things stand. */
  private note(): void {
    this.noted = this.present;
    const written = (this.written = this.deps.journal.put(this.entry()));
    // Only the last write counts: an earlier one may be answered later.
    const tell = (unkept: boolean) => written === this.written && this.unkept.setState({ unkept });
    written.then(
      () => tell(false),
      () => tell(true),
    );
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer);
    if (!this.ended) this.timer = setTimeout(() => void this.flush(), ms);
  }

  private tell(event: SaveEvent): void {
    if (!this.ended) this.state.setState(afterEvent(this.state.getState(), event), true);
  }
}
