import type { Scene } from '../../core/scene/document';
import { firstChange } from '../../core/scene/first-change';
import { drawnFrom } from '../../core/looks/look-back';
import { simulationKey } from '../../core/scene/simulation-key';
import type { Assets } from '../../core/scene/assets';
import { lastRun, triedOn } from '../../core/time/beyond';
import { startFrame } from '../../core/step/births';
import { estimateRun } from '../../core/step/estimate';
import type { Crew, Order } from '../../engine/crew';
import type { StoredBake } from '../../formats/stored-bake';
import type { Frame } from '../../engine/frame';
import { webCrew } from '../../engine/web-crew';
import { bakedFrames } from './baked-frames';
import { FrameCache } from './frame-cache';
import { usePlayer } from './player-store';
import { tellOf } from './tell-of';

/** Seconds of threads' work that a picture may take while a control is moved. */
const LIVE_BUDGET = 0.025;
/** A run to the playhead that takes longer than this shows a deeper draft first. */
const PATIENCE = 0.15;
/** Fewest particles a deeper draft goes down to. */
const LEAST = 300;
const FIRST_GUESS = 1.2e-6;
/** Name under which the time from an edit to its frame stands in the browser's performance timeline. */
const EDIT_TO_FRAME = 'edit to frame';

/** Calls when the present task of the page is done, before timers and most often before the next drawing. */
function afterThisTask(work: () => void): void {
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = () => {
    port1.close();
    work();
  };
  port2.postMessage(0);
}

/** Everything of a scene that changes the particles one sees while working on it. */
const workKey = (scene: Scene): string => `${scene.draftShare} ${simulationKey(scene)}`;

/**
 * Keeps simulated frames in step with the open scene: after an edit the frame on the screen comes first (as a deeper
 * draft while a control is held), then all frames of the shot in the background.
 */
export class Session {
  private readonly crew: Crew = webCrew();
  private readonly cache = new FrameCache();
  /** The open scene, as far as it is tried on. */
  private scene: Scene | undefined;
  private document: Scene | undefined;
  private assets: Assets = new Map();
  private key = '';
  /** The state of the scene of which all frames are held or under way. */
  private cachedKey = '';
  /** The state of the scene that the frames in the cache are frames of. */
  private cachedScene: Scene | undefined;
  private held = false;
  /** A run of the playhead's frame alone is under way. */
  private quick = false;
  /** The state of the scene of which a bake is played, and what ends the reading of it. */
  private bakedKey: string | undefined;
  private bakedFrom = 0;
  private reading: AbortController | undefined;
  /** The last frame up to which threads have kept where their runs were. */
  private reached = -Infinity;
  private secondsAStep = FIRST_GUESS;
  private listeners = new Set<(frame: Frame) => void>();
  private current: Frame | undefined;
  private toldAt = 0;
  private due = false;
  private ended = false;
  /** When the first edit came that no frame shows yet. */
  private editedAt: number | undefined;

  constructor(private readonly later: (work: () => void) => void = afterThisTask) {}

  /** Calls the listener with every frame that is to be seen, beginning with the present one. */
  onShow(listener: (frame: Frame) => void): () => void {
    this.listeners.add(listener);
    if (this.current) listener(this.current);
    return () => this.listeners.delete(listener);
  }

  /** The frame that is on the screen. */
  get shown(): Frame | undefined {
    return this.current;
  }

  /** Takes the scene after an edit. */
  setScene(document: Scene, assets: Assets): void {
    const scene = triedOn(document, usePlayer.getState().beyond);
    const fresh = [...assets.keys()].some((hash) => !this.assets.has(hash));
    this.document = document;
    this.scene = scene;
    this.assets = assets;
    const key = workKey(scene);
    if (key === this.key && !fresh) return;
    this.key = fresh ? `${key} ${assets.size}` : key;
    // What was baked is another scene’s now.
    if (key !== this.bakedKey) this.endBake();
    // Frames before the first that can have changed are as good as new.
    const changed = fresh || !this.cachedScene ? -Infinity : firstChange(this.cachedScene, scene, workKey);
    const kept = changed > startFrame(scene) ? changed : -Infinity;
    this.cache.keepBefore(kept);
    this.crew.forget(kept);
    this.reached = Math.min(this.reached, kept - 1);
    this.cachedScene = scene;
    this.editedAt ??= performance.now();
    const { first } = scene.time;
    const last = lastRun(scene.time);
    const { frame } = usePlayer.getState();
    if (frame < first || frame > last) usePlayer.setState({ frame: Math.min(Math.max(frame, first), last) });
    this.refreshSoon();
  }

  /** Tries the scene on for so many frames past its last; 0 ends that. */
  tryOn(beyond: number): void {
    usePlayer.setState({ beyond });
    if (this.document) this.setScene(this.document, this.assets);
  }

  /** Plays the frames of a bake of the scene as it is in place of simulating it; undefined ends that. */
  playBake(bake: Pick<StoredBake, 'id' | 'first'> | undefined): void {
    this.endBake();
    if (bake && this.scene) this.bakedKey = workKey(this.scene);
    this.bakedFrom = bake?.first ?? 0;
    usePlayer.setState({ bake: bake?.id });
    this.crew.stop();
    this.cache.clear();
    this.quick = false;
    this.cachedKey = '';
    if (this.scene) this.refresh();
  }

  private endBake(): void {
    this.reading?.abort();
    this.reading = undefined;
    this.bakedKey = undefined;
    if (usePlayer.getState().bake === undefined) return;
    usePlayer.setState({ bake: undefined });
    // Frames of a bake hold all particles, and no meters.
    this.cache.clear();
    this.cachedKey = '';
  }

  /** A control is held, or let go of. */
  setHeld(held: boolean): void {
    this.held = held;
    if (!held && this.cachedKey !== this.key) this.refresh();
  }

  /** Moves the playhead. */
  seek(frame: number): void {
    const { scene } = this;
    if (!scene) return;
    const to = Math.min(Math.max(Math.round(frame), scene.time.first), lastRun(scene.time));
    usePlayer.setState({ frame: to });
    const cached = this.cache.get(to);
    if (cached) this.show(cached);
    else if (this.cachedKey === this.key && !this.cache.isComing(to)) {
      // There is no more room: those that are held make place.
      this.cache.clear();
      this.runAll(to);
    }
  }

  /** A frame that is held, of the same state of the scene as the one on the screen; undefined while the frames are another share. */
  at(frame: number): Frame | undefined {
    const held = this.cache.get(frame);
    return held?.share === this.current?.share ? held : undefined;
  }

  /** Whether the frame can be shown at once. */
  has(frame: number): boolean {
    return this.cache.get(frame) !== undefined;
  }

  dispose(): void {
    this.ended = true;
    this.reading?.abort();
    usePlayer.setState({ bake: undefined });
    this.crew.end();
    this.listeners.clear();
  }

  /** After the page has shown the edit itself: threads that are woken at once would take the cores from it. */
  private refreshSoon(): void {
    if (this.due) return;
    this.due = true;
    this.later(() => {
      this.due = false;
      if (!this.ended && this.cachedKey !== this.key) this.refresh();
    });
  }

  private refresh(): void {
    const scene = this.scene!;
    const { frame } = usePlayer.getState();
    const known = this.cache.get(frame);
    if (known) {
      this.timeEdit();
      this.show(known);
      if (!this.held) this.runAll(drawnFrom(scene, scene.time.first));
      return;
    }
    if (this.bakedKey !== undefined) return this.runAll(frame);
    const { steps, alive } = estimateRun(scene, this.assets, frame);
    // Runs go on from where earlier ones were.
    const saved = this.reached > startFrame(scene) ? estimateRun(scene, this.assets, Math.min(frame, this.reached)).steps : 0;
    const seconds = ((steps - saved) * scene.draftShare * this.secondsAStep) / this.crew.threads;
    if (seconds > PATIENCE) {
      const share = Math.min(scene.draftShare, Math.max(LEAST / Math.max(1, alive), (scene.draftShare * LIVE_BUDGET) / seconds));
      this.runQuick(frame, share);
    } else if (this.held) this.runQuick(frame, scene.draftShare);
    else this.runAll(drawnFrom(scene, scene.time.first));
  }

  /** The frame of the playhead alone. One run is let finish before the next begins, so that pictures keep coming. */
  private runQuick(frame: number, share: number): void {
    if (this.quick) return;
    const { key } = this;
    const scene = this.scene!;
    this.quick = true;
    this.cachedKey = '';
    this.tellCached(true);
    this.crew.start({
      scene,
      assets: this.assets,
      share,
      from: frame,
      through: frame,
      onFrame: (made) => {
        this.timeEdit();
        this.show(made);
      },
      onDone: (secondsAStep) => {
        this.learn(secondsAStep);
        this.quick = false;
        if (this.key !== key || usePlayer.getState().frame !== frame) this.refresh();
        else if (!this.held) this.runAll(drawnFrom(scene, scene.time.first));
      },
      onFailed: (message) => this.fail(message),
    });
  }

  /** All frames of the shot at the set share that are not held yet, handed over from `first` on. */
  private runAll(first: number): void {
    const scene = this.scene!;
    const { key } = this;
    const from = this.cache.firstMissing(first);
    this.quick = false;
    this.cachedKey = this.key;
    this.cache.expect(from);
    this.tellCached(true);
    if (from > lastRun(scene.time)) {
      this.crew.stop();
      this.cache.expectNone();
      return;
    }
    const order = {
      from,
      through: lastRun(scene.time),
      onFrame: (made: Frame) => {
        // A frame of the state before an edit that has come in the meantime.
        if (this.key !== key) return;
        // Frames of a bake leave no checkpoint behind.
        if (this.bakedKey === undefined) this.reached = Math.max(this.reached, made.frame);
        if (!this.cache.add(made)) {
          this.crew.stop();
          this.reading?.abort();
          this.cache.expectNone();
        }
        if (made.frame === usePlayer.getState().frame) {
          this.timeEdit();
          this.show(made);
        }
        this.tellCached();
      },
      onDone: (secondsAStep: number) => {
        this.learn(secondsAStep);
        this.cache.expectNone();
        this.tellCached(true);
      },
      onFailed: (message: string) => this.fail(message),
    };
    if (this.bakedKey === undefined) this.crew.start({ ...order, scene, assets: this.assets, share: scene.draftShare, keeps: true });
    else this.readBake(order);
  }

  /** Reads the frames of the bake that is played. */
  private readBake({
    from,
    through,
    onFrame,
    onDone,
  }: Pick<Order, 'from' | 'through' | 'onFrame'> & { onDone(seconds: number): void }): void {
    const bake = usePlayer.getState().bake!;
    this.reading?.abort();
    const { signal } = (this.reading = new AbortController());
    bakedFrames({ bake, from: Math.max(from, this.bakedFrom), through }, signal, onFrame).then(
      () => signal.aborted || onDone(0),
      (error: Error) => {
        if (signal.aborted) return;
        this.playBake(undefined);
        usePlayer.setState({ problem: `The bake can’t be played: ${error.message}`, playing: false });
      },
    );
  }

  private timeEdit(): void {
    if (this.editedAt !== undefined) performance.measure(EDIT_TO_FRAME, { start: this.editedAt });
    this.editedAt = undefined;
  }

  private learn(secondsAStep: number): void {
    if (secondsAStep > 0) this.secondsAStep += 0.5 * (secondsAStep - this.secondsAStep);
  }

  private fail(message: string): void {
    this.quick = false;
    this.cache.expectNone();
    usePlayer.setState({ problem: `The simulation stopped: ${message}.`, playing: false });
  }

  private show(frame: Frame): void {
    this.current = frame;
    for (const listener of this.listeners) listener(frame);
    const baked = this.bakedKey !== undefined;
    if (baked) this.measure(frame);
    tellOf(frame, this.scene!, baked);
  }

  /** Frames of a bake come without meters. */
  private measure(frame: Frame): void {
    this.crew.measure(this.scene!, this.assets, this.key, frame, (meters) => {
      if (this.current === frame) usePlayer.setState({ meters });
    });
  }

  private tellCached(now = false): void {
    const time = performance.now();
    if (!now && time - this.toldAt < 80) return;
    this.toldAt = time;
    // Those before the first are held for trails to look back at.
    const { first } = this.scene!.time;
    const cached = this.cache.spans().flatMap(([from, through]) => (through < first ? [] : [[Math.max(first, from), through] as const]));
    usePlayer.setState({ cached, peaks: this.cache.peaks });
  }
}
