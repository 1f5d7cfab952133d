import type { Checkpoint } from '../core/sim/step/run';
import type { Simulation } from '../core/sim/step/simulation';
import type { SliceJob } from './protocol';

/** Memory for the checkpoints of a thread, bytes. */
const BUDGET = 128 * 1024 * 1024;
/** Frames between two checkpoints, as long as there is room. */
const INTERVAL = 8;

/** Memory that a checkpoint takes, bytes. */
const bytesOf = ({ populations }: Checkpoint): number =>
  populations.reduce((sum, p) => sum + p.counts[0] * (4 + 8 + 2 + 1 + 4 + 4 * p.floats.length) + p.tint.byteLength, 0);

/**
 * Where the runs of one state of a scene were now and then, so that a later run goes on from there. Where the memory
 * for them is full, every other one is let go of. Runs of another share or slice begin anew.
 */
export class KeptRuns {
  private readonly list: Checkpoint[] = [];
  private bytes = 0;
  private interval = INTERVAL;
  private of = '';

  constructor(private readonly budget = BUDGET) {}

  /** Lets go of that frame and all after it: the scene has changed so that they can differ. */
  forget(from: number): void {
    this.filter(({ frame }) => frame < from);
    if (this.list.length === 0) this.interval = INTERVAL;
  }

  /** The latest up to a frame from which a job can go on; undefined where it has to begin at the start. */
  latest(job: SliceJob, through = job.from): Checkpoint | undefined {
    this.turnTo(job);
    return this.list.findLast(({ frame }) => frame <= through);
  }

  /** Keeps where a run is, if it is time to. */
  offer(job: SliceJob, simulation: Simulation): void {
    this.turnTo(job);
    const { frame } = simulation;
    // The first of all is kept whatever its frame: most edits leave it as it is.
    if (this.list.length > 0 && (frame % this.interval !== 0 || frame <= this.list.at(-1)!.frame)) return;
    const checkpoint = simulation.keep();
    this.list.push(checkpoint);
    this.bytes += bytesOf(checkpoint);
    while (this.bytes > this.budget && this.list.length > 1) {
      this.interval *= 2;
      const ends = [this.list[0], this.list.at(-1)];
      this.filter((one) => one.frame % this.interval === 0 || ends.includes(one));
      if (this.list.length <= 2) break;
    }
    // Two that take all the room: the later one has to do.
    if (this.bytes > this.budget && this.list.length > 1) this.filter((one) => one === checkpoint);
  }

  /** Frames of what is kept. */
  get frames(): readonly number[] {
    return this.list.map(({ frame }) => frame);
  }

  private turnTo({ draftFraction, slice, slices }: SliceJob): void {
    const of = `${draftFraction} ${slice}/${slices}`;
    if (of === this.of) return;
    this.of = of;
    this.forget(-Infinity);
  }

  private filter(keep: (checkpoint: Checkpoint) => boolean): void {
    const kept = this.list.filter(keep);
    this.list.splice(0, this.list.length, ...kept);
    this.bytes = kept.reduce((sum, one) => sum + bytesOf(one), 0);
  }
}
