import type { Asset } from '../core/document/assets';
import { listenToFilled } from '../core/kinds/fields/filled-grid';
import { startKernelBackend } from '../kernel/use-kernel';
import { type Checkpoint } from '../core/sim/step/run';
import { Simulation } from '../core/sim/step/simulation';
import { buffersOf, snapshot } from './frame';
import { KeptRuns } from './kept-runs';
import { Abandoned, Attendant } from './meeting';
import { FrameMeter } from './measure-frame';
import type { FromWorker, SliceJob, Port, ToWorker } from './protocol';
import { messageOf } from '../core/lib/errors';

/** Before all frames. */
const NEVER = -0x80000000;
/** Milliseconds between two messages about a grid that is being filled. */
const TELL = 100;
/** Frames from one state that is told in case a thread breaks to the next. */
const SAFE = 32;

/** Makes a thread serve runs: the same code in a page's worker and in Node.js. */
export function serve(port: Port<FromWorker, ToWorker>, now: () => number): void {
  const assets = new Map<string, Asset>();
  const { backend, refused } = startKernelBackend();
  const kept = new KeptRuns();
  let meter: FrameMeter | undefined;
  let measuredKey = '';
  let control: Int32Array = new Int32Array(4);
  /** Of several threads that fill the same grid, one hands it over. */
  let handsOver = true;
  listenToFilled((key, grid) => {
    if (handsOver) port.post({ type: 'filled', key, grid });
  });

  /**
   * Whether the state of a run is wanted: on a frame that is asked for, on each that is handed over, or now and then in
   * case a thread breaks.
   */
  function tellsState({ tells, keeps, from }: SliceJob, { frame }: Simulation, first: number): boolean {
    if (frame >= from && (tells || Atomics.load(control, 2) === frame)) return true;
    return keeps === true && frame > first && frame % SAFE === 0;
  }

  function run(job: SliceJob): void {
    const stopped = () => {
      Atomics.add(control, 3, 1);
      return Atomics.load(control, 0) !== job.number;
    };
    const begin = now();
    if (stopped()) return;
    const { draftFraction, slice, slices, meeting } = job;
    let told = -Infinity;
    const attend = (share: number) => {
      if (stopped()) throw new Abandoned();
      if (slice !== 0 || now() - told < TELL) return;
      told = now();
      port.post({ type: 'filling', job: job.number, share });
    };
    handsOver = slice === 0;
    const attendant = meeting && new Attendant(meeting, slice, slices, () => Atomics.load(control, 0) !== job.number);
    let simulation: Simulation | undefined;
    try {
      const from = job.resume ?? (job.keeps ? latestFor(job, attendant) : undefined);
      simulation = new Simulation(job.scene, assets, {
        portion: { draftFraction, slice, slices },
        from,
        backend,
        room: backend?.room,
        exchange: attendant?.exchange,
        attend,
      });
      play(job, simulation, begin, stopped);
    } catch (error) {
      if (!(error instanceof Abandoned)) throw error;
    } finally {
      simulation?.end();
    }
  }

  /** Where to go on from: of threads that wait for one another, the latest frame that all of them have kept. */
  function latestFor(job: SliceJob, attendant: Attendant | undefined): Checkpoint | undefined {
    for (let through = job.from; ; ) {
      const own = kept.latest(job, through);
      const told = attendant?.tell(own?.frame ?? NEVER) ?? [];
      through = Math.min(...told);
      if (told.every((frame) => frame === through)) return own;
    }
  }

  function play(job: SliceJob, simulation: Simulation, begin: number, stopped: () => boolean): void {
    let steps = 0;
    let waited = 0;
    const first = simulation.frame;
    for (;;) {
      if (simulation.frame >= job.from) {
        const since = now();
        // Waits until the frame is wanted, so that a slow reader is not buried in frames.
        for (;;) {
          const wanted = Atomics.load(control, 1);
          if (stopped()) return;
          if (wanted >= simulation.frame) break;
          Atomics.wait(control, 1, wanted, 100);
        }
        waited += now() - since;
        const frame = snapshot(simulation, job.draftFraction);
        port.post({ type: 'frame', job: job.number, slice: job.slice, frame }, buffersOf(frame));
      }
      if (tellsState(job, simulation, first))
        port.post({ type: 'checkpoint', job: job.number, slice: job.slice, checkpoint: simulation.keep() });
      if (job.keeps) kept.offer(job, simulation);
      if (simulation.frame >= job.through) break;
      if (!simulation.advance(stopped)) return;
      steps += simulation.populations.reduce((n, p) => n + p.count, 0) * job.scene.time.substeps;
    }
    port.post({ type: 'done', job: job.number, steps, seconds: (now() - begin - waited) / 1000 });
  }

  port.listen((message) => {
    if (message.type === 'start') control = new Int32Array(message.control);
    else if (message.type === 'asset') assets.set(message.hash, message.asset);
    else if (message.type === 'forget') kept.forget(message.from);
    else if (message.type === 'measure') {
      if (message.key !== measuredKey) meter = new FrameMeter(message.scene, assets, backend);
      measuredKey = message.key;
      port.post({ type: 'measured', number: message.number, meters: meter!.measure(message.frame) });
    } else
      try {
        if (refused !== undefined) throw new Error(refused);
        run(message.job);
      } catch (error) {
        port.post({
          type: 'failed',
          job: message.job.number,
          message: messageOf(error),
        });
      }
  });
}
