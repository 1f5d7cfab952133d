import type { StoredBake } from '../../formats/stored-bake';
import type { Frame } from '../../engine/frame';
import { bakedFrames } from './baked-frames';

/** What is read of a bake. */
export interface Reading {
  readonly from: number;
  readonly through: number;
  onFrame(frame: Frame): void;
  onDone(): void;
  onFailed(message: string): void;
}

/** A bake that is played in place of a simulation; one reading at a time. */
export class BakeReading {
  private reading: AbortController | undefined;

  constructor(
    private readonly bake: Pick<StoredBake, 'id' | 'first'>,
    /** The state of the scene that it is a bake of. */
    readonly key: string,
  ) {}

  /** Stops what is being read and reads these frames. */
  read({ from, through, onFrame, onDone, onFailed }: Reading): void {
    this.stop();
    const { signal } = (this.reading = new AbortController());
    bakedFrames({ bake: this.bake.id, from: Math.max(from, this.bake.first), through }, signal, onFrame).then(
      () => signal.aborted || onDone(),
      (error: Error) => signal.aborted || onFailed(error.message),
    );
  }

  stop(): void {
    this.reading?.abort();
    this.reading = undefined;
  }
}
