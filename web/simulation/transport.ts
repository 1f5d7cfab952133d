import { lastRun } from '../../core/document/time/beyond';
import { usePlayer, type Pace } from '../state/player-store';
import { runningScene } from '../state/running-scene';
import type { Session } from './session';

/** Plays: at most one frame a picture of the screen and never faster than the scene's rate. */
export class Transport {
  private request = 0;
  private since = 0;
  private from = 0;
  private readonly holds = new Set<() => boolean>();

  constructor(private readonly session: Session) {}

  /** Lets every frame be seen: playing waits for whoever is busy with the last one. Returns how to end that. */
  holdWhile(busy: () => boolean): () => void {
    this.holds.add(busy);
    return () => this.holds.delete(busy);
  }

  play(): void {
    if (usePlayer.getState().playing) return;
    const { time } = runningScene();
    if (usePlayer.getState().frame >= lastRun(time)) this.session.seek(time.first);
    usePlayer.setState({ playing: true });
    this.restart();
    this.request = requestAnimationFrame(this.tick);
  }

  pause(): void {
    cancelAnimationFrame(this.request);
    usePlayer.setState({ playing: false });
  }

  toggle(): void {
    if (usePlayer.getState().playing) this.pause();
    else this.play();
  }

  setPace(pace: Pace): void {
    usePlayer.setState({ pace });
    this.restart();
  }

  /** Pauses and moves the playhead. */
  seek(frame: number): void {
    this.pause();
    this.session.seek(frame);
  }

  step(by: number): void {
    this.seek(usePlayer.getState().frame + by);
  }

  private restart(): void {
    this.since = performance.now();
    this.from = usePlayer.getState().frame;
  }

  private readonly tick = (time: number): void => {
    const { frame, pace, playing } = usePlayer.getState();
    if (!playing) return;
    this.request = requestAnimationFrame(this.tick);
    const { time: range } = runningScene();
    const { first, fps } = range;
    const due = this.from + Math.floor(((time - this.since) * fps) / 1000);
    if (due <= frame) return;
    if (pace === 'every frame' && [...this.holds].some((busy) => busy())) return;
    const next = pace === 'every frame' ? frame + 1 : due;
    if (next > lastRun(range)) {
      if (this.session.screen.has(first)) {
        this.session.seek(first);
        this.restart();
      }
      return;
    }
    if (this.session.screen.has(next)) {
      this.session.seek(next);
      if (pace === 'every frame' && due > next + 1) this.restart();
    } else this.restart();
  };
}
