import { usePlayer } from '../state/player-store';

/** Frames of the shot that a scene is opened with; a shot of at most twice as many is made at once. */
const FRAMES = 16;
/** Frames that are seen before the threads go on with the others. */
const SEEN = 4;
/** Milliseconds after which they go on though fewer were seen, and where nothing plays. */
const PATIENCE = 1500;
const STILL = 300;

/**
 * The first frames of a scene that is opened. The threads rest behind them until some have been seen: the page needs the
 * cores for its first pictures.
 */
export class FirstFrames {
  private over = false;
  private stop: () => void = () => undefined;

  /** Whether the threads have begun with the frames of the shot, or wait to begin. */
  get isOver(): boolean {
    return this.over;
  }

  /** Begins with the frames of a shot from `first` to `last`; gives the last one to be made now. */
  begin(first: number, last: number): number {
    const some = !this.over && last - first >= 2 * FRAMES;
    this.over = true;
    return some ? first + FRAMES - 1 : last;
  }

  /** Calls once the page has shown the first pictures, unless {@link end} comes before. */
  whenSeen(goOn: () => void): void {
    this.over = true;
    const now = () => {
      this.end();
      goOn();
    };
    const { frame: from, playing } = usePlayer.getState();
    const timer = setTimeout(now, playing ? PATIENCE : STILL);
    const unsubscribe = usePlayer.subscribe(({ shown = from }) => shown >= from + SEEN && now());
    this.stop = () => {
      clearTimeout(timer);
      unsubscribe();
    };
  }

  /** Ends the wait. */
  end(): void {
    this.stop();
  }
}
