import type { Scene } from '../../core/document/scene';
import { drawnFrom } from '../../core/kinds/looks/look-back';
import type { Assets } from '../../core/document/assets';
import { clockIn } from '../../core/scene/scene-clock';
import { lastRun, nearestIn, triedOn } from '../../core/document/time/beyond';
import type { WorkerPool } from '../../engine/worker-pool';
import type { StoredBake } from '../../formats/stored-bake';
import type { Frame } from '../../engine/frame';
import { webPool } from '../../engine/web-pool';
import { startWorker } from '../state/start-worker';
import { afterThisTask, onceLater } from './after-task';
import { BakeReading, type Reading } from './bake-reading';
import { EditTimer } from './edit-timer';
import { FirstFrames } from './first-frames';
import { FrameCache } from './frame-cache';
import { storedBudget, storeBudget } from './frame-memory';
import { usePlayer } from '../state/player-store';
import { RunEstimate } from './run-estimate';
import { Screen } from './screen';
import { ShotDraft } from './shot-draft';
import { afterEvent, type SessionEvent, type SessionState } from './session-state';
import { tellFilling, tellOf } from './tell-of';
import { Trial } from './trial';
import { NOTHING_STAYS, whatStays, workKey } from './what-stays';

/** Frames that are to be made or read, and who is told. */
type Ordered = Omit<Reading, 'onFailed' | 'onDone'> & { onDone(secondsAStep?: number): void };

/** Milliseconds after which a hand that holds a control counts as resting. */
const REST = 150;

/**
 * Keeps simulated frames in step with the open scene: after an edit the frame on the screen comes first (as a deeper
 * draft while a control is held), then all frames of the shot in the background.
 */
export class Session {
  private readonly pool: WorkerPool = tellFilling(webPool(() => startWorker('simulation')));
  private readonly cache = new FrameCache(
    (frame) => clockIn(this.scene!).at(frame) / this.scene!.time.fps,
    storedBudget(),
  );
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
  private state: SessionState = 'idle';
  private rest: ReturnType<typeof setTimeout> | undefined;
  /** The state of the scene that the frame on the screen shows at its set share. */
  private sharpKey = '';
  /** What is played in place of a simulation. */
  private baked: BakeReading | undefined;
  /** The last frame up to which threads have kept where their runs were. */
  private reached = -Infinity;
  private readonly estimate = new RunEstimate();
  /** What is tried from the present state while a control is held. */
  private trial: Trial | undefined;
  /** What is seen, and what can be shown at once. */
  readonly screen = new Screen(this.cache);
  private readonly draft = new ShotDraft(this.screen, (made) => this.showDraft(made));
  private readonly firstFrames = new FirstFrames();
  private ended = false;
  private readonly timer = new EditTimer();

  constructor(private readonly later: (work: () => void) => void = afterThisTask) {}

  /** Takes the scene after an edit. */
  setScene(document: Scene, assets: Assets): void {
    const scene = triedOn(document, usePlayer.getState().beyond);
    const fresh = [...assets.keys()].some((hash) => !this.assets.has(hash));
    [this.document, this.scene, this.assets] = [document, scene, assets];
    const key = workKey(scene);
    if (key === this.key && !fresh) return;
    this.key = fresh ? `${key} ${assets.size}` : key;
    // What was baked is another scene’s now.
    if (key !== this.baked?.key) this.endBake();
    const { frames, runs } = fresh ? NOTHING_STAYS : whatStays(this.cachedScene, scene);
    this.cache.keepBefore(frames);
    this.tellCached(true);
    this.pool.forget(runs);
    this.draft.end();
    this.reached = Math.min(this.reached, frames - 1);
    // What was held has gone, also where an edit is undone before anything was made anew.
    [this.cachedScene, this.cachedKey] = [scene, ''];
    this.timer.edited();
    usePlayer.setState(({ frame }) => ({ frame: nearestIn(scene.time, frame) }));
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
    this.go('end');
    if (bake && this.scene) {
      this.baked = new BakeReading(bake, workKey(this.scene));
      this.go('bake');
    }
    usePlayer.setState({ bake: bake?.id });
    this.pool.stop();
    this.draft.end();
    this.letGo();
    if (this.scene) this.refresh();
  }

  /** Shows a frame of the draft of the shot where another frame is on the screen. */
  private showDraft(made: Frame): void {
    const { frame } = usePlayer.getState();
    if (made.frame === frame && this.screen.frame?.frame !== frame && !this.trial) this.show(made);
  }

  private go(event: SessionEvent): void {
    this.firstFrames.end();
    this.state = afterEvent(this.state, event);
  }

  private endBake(): void {
    this.baked?.stop();
    this.baked = undefined;
    this.go('unbake');
    if (usePlayer.getState().bake === undefined) return;
    usePlayer.setState({ bake: undefined });
    // Frames of a bake hold all particles, and no meters.
    this.letGo();
  }

  /** Lets go of all frames. */
  private letGo(): void {
    this.cache.clear();
    this.cachedKey = '';
  }

  /** A control is held, or let go of. */
  setHeld(held: boolean): void {
    this.held = held;
    if (held) this.beginTrial();
    else if (this.trial) this.endTrial();
    if (!held && this.cachedKey !== this.key) this.refresh();
  }

  /** From the frame on the screen on, where that is wanted. */
  private beginTrial(): void {
    const { trying, frame, bake } = usePlayer.getState();
    const { scene } = this;
    const isShown = this.screen.frame?.frame === frame && this.cachedKey === this.key;
    if (!trying || this.trial || bake !== undefined || !scene || !isShown) return;
    this.cachedKey = '';
    this.cache.expectNone();
    usePlayer.setState({ playing: false });
    this.go('trial');
    this.trial = new Trial(this.pool, scene, this.assets, frame, {
      onFrame: (made) => {
        usePlayer.setState({ frame: made.frame, tried: frame });
        this.tellCached();
        this.timer.shown();
        this.show(made);
      },
      onFailed: () => {
        this.endTrial();
        this.refresh();
      },
    });
  }

  private endTrial(): void {
    if (this.trial) this.go('end');
    this.trial?.end();
    this.trial = undefined;
    usePlayer.setState({ tried: undefined });
  }

  /** Sets the memory for simulated frames, bytes. */
  setMemory(bytes: number): void {
    storeBudget(bytes);
    this.cache.setBudget(bytes, usePlayer.getState().frame);
    this.tellCached(true);
    if (this.cachedKey === this.key && !this.held) this.runAll();
  }

  /** Hands over the frame on the screen as it is simulated: one that is held reduced, or as a draft, is made for it. */
  exact(use: (frame: Frame) => void): void {
    const { scene } = this;
    const { frame: shown, isDraft } = this.screen;
    if (!shown || !scene) return;
    const { frame, draftFraction } = shown;
    if (!isDraft && !this.cache.isReduced(frame)) return use(shown);
    const share = isDraft ? scene.draftFraction : draftFraction;
    this.order({ from: frame, through: frame, onFrame: use, onDone: () => this.runAll() }, share);
  }

  /** Moves the playhead. */
  seek(frame: number): void {
    const { scene } = this;
    if (!scene) return;
    const to = nearestIn(scene.time, Math.round(frame));
    usePlayer.setState({ frame: to });
    const found = this.screen.find(to);
    if (found) this.show(found);
    if (!this.cache.has(to) && this.cachedKey === this.key && !this.cache.isComing(to)) {
      // There is no more room: those that are held make place.
      this.cache.clear();
      this.runAll(to);
    }
  }

  dispose(): void {
    this.ended = true;
    this.firstFrames.end();
    clearTimeout(this.rest);
    this.baked?.stop();
    usePlayer.setState({ bake: undefined });
    this.pool.end();
    this.draft.end();
    this.screen.dispose();
  }

  /** After the page has shown the edit itself: threads that are woken at once would take the cores from it. */
  private readonly refreshSoon = onceLater(
    (work) => this.later(work),
    () => !this.ended && this.cachedKey !== this.key && this.refresh(),
  );

  private refresh(): void {
    const scene = this.scene!;
    if (this.trial) return this.trial.edit(scene);
    const { frame } = usePlayer.getState();
    const known = this.cache.get(frame);
    if (known) {
      this.timer.shown();
      this.show(known);
      if (!this.held) this.runAll();
      return;
    }
    if (this.baked) return this.runAll(frame);
    if (!this.held && this.sharpKey === this.key && this.screen.frame?.frame === frame) return this.runAll();
    const share = this.estimate.deeperShare(scene, this.assets, frame, this.reached, this.pool.threads, this.held);
    if (share !== undefined) this.runQuick(frame, share);
    else if (this.held) this.runQuick(frame, scene.draftFraction);
    else this.runAll();
  }

  /** The frame of the playhead alone. One run is let finish before the next begins, so that pictures keep coming. */
  private runQuick(frame: number, draftFraction: number, as: 'quick' | 'sharpen' = 'quick'): void {
    clearTimeout(this.rest);
    if (this.state === 'quick') return;
    const [key, scene] = [this.key, this.scene!];
    this.go(as);
    this.cachedKey = '';
    this.tellCached(true);
    this.pool.start({
      scene,
      assets: this.assets,
      draftFraction,
      from: frame,
      through: frame,
      keeps: draftFraction === scene.draftFraction,
      onFrame: (made) => {
        this.timer.shown();
        this.sharpKey = draftFraction === scene.draftFraction ? key : '';
        this.show(made);
      },
      onDone: (secondsAStep) => {
        this.estimate.learn(secondsAStep);
        this.go('end');
        if (this.key !== key || usePlayer.getState().frame !== frame) this.refresh();
        else if (!this.held) this.runAllAfterQuick();
        else if (draftFraction < scene.draftFraction) this.rest = setTimeout(() => this.sharpen(key, frame), REST);
      },
      onFailed: this.fail,
    });
  }

  /** A run that follows a quick one takes long: its first frames are seen as drafts. */
  private runAllAfterQuick(): void {
    const { isOver } = this.firstFrames;
    this.draft.begin(this.scene!, this.assets, !isOver);
    if (isOver) this.runAll();
    else this.firstFrames.whenSeen(() => this.runAll());
  }

  /** The hand on a control rests: the frame at its set share. */
  private sharpen(key: string, frame: number): void {
    if (this.ended || !this.held || this.trial || this.key !== key || usePlayer.getState().frame !== frame) return;
    this.runQuick(frame, this.scene!.draftFraction, 'sharpen');
  }

  /** All frames at the set share that are not held yet, from one on; the usual is the first that the shot needs. */
  private runAll(first?: number): void {
    const [key, scene, last] = [this.key, this.scene!, lastRun(this.scene!.time)];
    const from = this.cache.firstMissing(first ?? drawnFrom(scene, scene.time.first));
    clearTimeout(this.rest);
    this.go('full');
    this.cachedKey = this.key;
    this.cache.expect(from);
    this.tellCached(true);
    if (from > last) {
      this.go('end');
      this.pool.stop();
      this.cache.expectNone();
      return;
    }
    const through = this.firstFrames.begin(scene.time.first, last);
    if (!this.baked && through === last) this.draft.begin(scene, this.assets, false);
    const order: Ordered = {
      from,
      through,
      onFrame: (made: Frame) => {
        // A frame of the state before an edit that has come in the meantime.
        if (this.key !== key) return;
        // Frames of a bake leave no checkpoint behind.
        if (!this.baked) this.reached = Math.max(this.reached, made.frame);
        if (!this.screen.hold(made)) {
          this.pool.stop();
          this.baked?.stop();
          this.cache.expectNone();
        }
        if (made.frame === usePlayer.getState().frame) {
          this.timer.shown();
          this.show(made);
        }
        this.tellCached();
      },
      onDone: (secondsAStep = 0) => {
        this.estimate.learn(secondsAStep);
        if (through < last) return this.firstFrames.whenSeen(() => this.runAll());
        this.draft.end();
        this.go('end');
        this.cache.expectNone();
        this.tellCached(true);
      },
    };
    this.order(order, scene.draftFraction);
  }

  /** Has frames made; those of a bake are read. */
  private order(order: Ordered, draftFraction: number): void {
    this.firstFrames.end();
    const { scene, assets, baked } = this;
    if (baked) baked.read({ ...order, onFailed: this.bakeFailed });
    else this.pool.start({ ...order, scene: scene!, assets, draftFraction, keeps: true, onFailed: this.fail });
  }

  private readonly bakeFailed = (message: string): void => {
    this.playBake(undefined);
    usePlayer.setState({ problem: `The bake can’t be played: ${message}`, playing: false });
  };

  private readonly fail = (message: string): void => {
    this.go('end');
    this.cache.expectNone();
    usePlayer.setState({ problem: `The simulation stopped: ${message}.`, playing: false });
  };

  private show(frame: Frame): void {
    this.screen.show(frame);
    if (this.baked) this.measure(frame);
    tellOf(frame, this.scene!, this.baked !== undefined);
  }

  /** Frames of a bake come without meters. */
  private measure(frame: Frame): void {
    this.pool.measure(this.scene!, this.assets, this.key, frame, (meters) => {
      if (this.screen.frame === frame) usePlayer.setState({ meters });
    });
  }

  private tellCached(now = false): void {
    this.screen.tellCached(this.scene!.time.first, now);
  }
}
