import { recordBy } from '../core/lib/record';
import type { Exchange } from '../core/sim/step/freeze';
import type { SeenParticles } from '../core/sim/stack/seen-particles';

/**
 * What the threads of one job share, where particles act on one another: counts and arrivals, and room for places and
 * velocities, which later jobs take over.
 */
export interface Meeting {
  readonly head: SharedArrayBuffer;
  readonly room: WebAssembly.Memory;
}

/** Thrown in a thread whose job is stopped while it waits for the others. */
export class Abandoned extends Error {}

const PAGE = 65536;
/** 2 GiB: 28 bytes a particle that is read. */
const MOST_PAGES = 32768;
/**
 * Words of a head: how often a thread has arrived; pages of the room, told by the first thread; what each tells; then
 * counts by thread and emitter.
 */
const ROOM = 1;
const TOLD = 2;
/** How often arrivals are looked at before a thread sleeps; and how long it sleeps at most, ms. */
const SPIN = 500;
const SLEEP = 20;
const PARTS = ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const;

/** Room for the threads of a pool; made once. */
export const meetingRoom = (): WebAssembly.Memory =>
  new WebAssembly.Memory({ initial: 1, maximum: MOST_PAGES, shared: true });

/** A meeting of so many threads for one job, for a scene of so many emitters. */
export const newMeeting = (room: WebAssembly.Memory, threads: number, emitters: number): Meeting => ({
  head: new SharedArrayBuffer(4 * (TOLD + threads * (1 + emitters))),
  room,
});

/**
 * One thread at a meeting of so many. `stopped` is asked while it waits for the others; where it says so, {@link
 * Abandoned} is thrown.
 */
export class Attendant {
  private readonly head: Int32Array;
  private readonly room: WebAssembly.Memory;
  private round = 0;

  constructor(
    meeting: Meeting,
    private readonly thread: number,
    private readonly threads: number,
    private readonly stopped: () => boolean,
  ) {
    this.head = new Int32Array(meeting.head);
    this.room = meeting.room;
  }

  /** Tells all others a whole number; gives what each has told. */
  tell(number: number): number[] {
    this.head[TOLD + this.thread] = number;
    this.wait();
    const answers = Array.from(this.head.subarray(TOLD, TOLD + this.threads));
    this.wait();
    return answers;
  }

  /**
   * Puts the particles of all threads together, those of the first thread first. Throws RangeError where there is no
   * room for them.
   */
  readonly exchange: Exchange = (own, wanted) => {
    const at = (thread: number, e: number) => TOLD + this.threads + thread * own.length + e;
    // One thread says how large the room is: whether it has to grow must be the same for all.
    if (this.thread === 0) this.head[ROOM] = this.room.buffer.byteLength / PAGE;
    own.forEach((particles, e) => (this.head[at(this.thread, e)] = particles.count));
    this.wait();
    const counts = own.map((_, e) =>
      wanted.includes(e) ? Array.from({ length: this.threads }, (_thread, thread) => this.head[at(thread, e)]!) : [],
    );
    const sum = (numbers: readonly number[]) => numbers.reduce((n, one) => n + one, 0);
    const bytes = 4 * (PARTS.length + 1) * sum(counts.map(sum));
    const missing = bytes - PAGE * this.head[ROOM]!;
    if (missing > 0) {
      // Half as much again, so that it does not grow with each frame.
      if (this.thread === 0) this.grow(missing + bytes / 2);
      this.wait();
    }
    // What another thread has grown is seen for sure once one asks for nothing more oneself.
    if (this.room.buffer.byteLength < bytes) this.grow(0);
    let next = 0;
    const seen = counts.map((of): SeenParticles => {
      const all = sum(of);
      const column = () => (next += 4 * all) - 4 * all;
      return {
        count: all,
        id: new Uint32Array(this.room.buffer, column(), all),
        columns: recordBy(PARTS, () => new Float32Array(this.room.buffer, column(), all)),
      };
    });
    for (const e of wanted) {
      const { count: n, id, columns } = own[e]!;
      const first = sum(counts[e]!.slice(0, this.thread));
      seen[e]!.id.set(id.subarray(0, n), first);
      for (const name of PARTS) seen[e]!.columns[name].set(columns[name].subarray(0, n), first);
    }
    // What they see is copied before they come here again, so that nothing is written over meanwhile.
    this.wait();
    return seen;
  };

  private grow(bytes: number): void {
    try {
      this.room.grow(Math.ceil(bytes / PAGE));
    } catch {
      throw new RangeError(`there is not enough memory for so many interacting particles; use a smaller draft amount`);
    }
  }

  /** Waits until all have come so far. */
  private wait(): void {
    const target = this.threads * ++this.round;
    Atomics.add(this.head, 0, 1);
    Atomics.notify(this.head, 0);
    for (let looks = 0; ; looks++) {
      const arrived = Atomics.load(this.head, 0);
      if (arrived >= target) return;
      if (looks < SPIN) continue;
      if (this.stopped()) throw new Abandoned('the job is stopped');
      Atomics.wait(this.head, 0, arrived, SLEEP);
    }
  }
}
