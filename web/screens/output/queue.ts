import { messageOf } from '../../../core/lib/errors';
import { create } from 'zustand';
import type { Scene } from '../../../core/document/scene';
import { drawFrames } from './draw-frames';
import { sceneFrom } from '../../../formats/scene-file';
import { jobsStore, type Job } from './jobs-store';
import { packed } from './pack';
import { formatOf } from '../../../formats/render-formats';
import { fitting, picturesOf, type RenderSettings } from '../../../formats/render-settings';

/** How a render goes, beside what is kept of it. */
export interface Going {
  readonly id: number;
  /** Frames drawn since it was last started, and when that was. */
  readonly since: number;
  readonly drawn: number;
  /** Pictures put into the clip so far. */
  readonly packed: number;
}

interface QueueState {
  readonly jobs: readonly Job[];
  readonly going: Going | undefined;
}

/** Renders in the order in which they are drawn, one after another. */
export const useQueue = create<QueueState>()(() => ({ jobs: [], going: undefined }));

let stop: AbortController | undefined;
/** Settles when the render that is under way has ended or been stopped. */
let running: Promise<void> = Promise.resolve();
let latest: HTMLCanvasElement | undefined;
const watchers = new Set<(canvas: HTMLCanvasElement) => void>();

/** Calls the listener with the picture of every frame that is drawn. */
export function onDrawn(listener: (canvas: HTMLCanvasElement) => void): () => void {
  watchers.add(listener);
  if (latest) listener(latest);
  return () => watchers.delete(listener);
}

const FIRST_SETTINGS = { layers: false, split: 'together', bake: '' } as const;

const find = (id: number): Job | undefined => useQueue.getState().jobs.find((job) => job.id === id);

const keep = (job: Job): void =>
  useQueue.setState(({ jobs }) => ({
    jobs: jobs.some(({ id }) => id === job.id) ? jobs.map((j) => (j.id === job.id ? job : j)) : [...jobs, job],
  }));

async function change(id: number, by: Partial<Job>): Promise<void> {
  const job = find(id);
  if (!job) return;
  keep({ ...job, ...by });
  await jobsStore.put({ ...job, ...by });
}

/** Words for what goes wrong with the browser's storage. */
const words = (error: unknown): string =>
  error instanceof Error && error.name === 'QuotaExceededError'
    ? 'The browser has no room left for pictures. Finished ones are kept. Save or remove other renders, then resume.'
    : `It stopped: ${messageOf(error)}.`;

/** A render that was kept by an older state of this program, as this one orders it. */
const upToDate = (job: Job): Job => ({
  ...job,
  scene: sceneFrom(job.scene),
  settings: fitting({ ...FIRST_SETTINGS, ...job.settings }),
});

let loaded: Promise<void> | undefined;

/** Reads the renders that are kept; what was running when the page went is paused. */
export function loadQueue(): Promise<void> {
  return (loaded ??= jobsStore.list().then((jobs) => {
    const known = useQueue.getState().jobs;
    const kept = jobs
      .filter(({ id }) => !known.some((job) => job.id === id))
      .map(upToDate)
      .map(
        (job): Job =>
          job.state === 'running' || job.state === 'packing' || job.state === 'waiting'
            ? { ...job, state: 'paused' }
            : job,
      );
    useQueue.setState({ jobs: [...kept, ...known].toSorted((a, b) => a.id - b.id) });
  }));
}

/** Orders a render of a scene as it is now. */
export async function order(scene: Scene, settings: RenderSettings): Promise<void> {
  await loadQueue();
  const { jobs } = useQueue.getState();
  const id = Math.max(0, ...jobs.map((job) => job.id)) + 1;
  const job: Job = { id, scene, settings, state: 'waiting', done: 0, note: '' };
  keep(job);
  await jobsStore.put(job);
  void goOn();
}

/** Goes on with a render where it stopped. */
export async function resume(id: number): Promise<void> {
  await change(id, { state: 'waiting', note: '' });
  void goOn();
}

/** Stops what is being drawn, if it is that render, and waits until nothing of it is under way. */
async function halt(id: number): Promise<void> {
  if (useQueue.getState().going?.id !== id) return;
  stop?.abort();
  await running;
}

/** Stops a render; it goes on from the frame where it is. */
export async function pause(id: number): Promise<void> {
  await halt(id);
  // It may have come to its end in the meantime.
  if (find(id)?.state !== 'done') await change(id, { state: 'paused' });
}

/** Takes a render away, with its pictures. */
export async function remove(id: number): Promise<void> {
  await halt(id);
  useQueue.setState(({ jobs }) => ({ jobs: jobs.filter((job) => job.id !== id) }));
  await jobsStore.remove(id);
}

async function draw(id: number, signal: AbortSignal): Promise<void> {
  const { scene, settings, done } = find(id)!;
  await drawFrames(scene, settings, done, signal, async (index, file, canvas) => {
    const job = find(id);
    if (!job || signal.aborted) return;
    const next = { ...job, done: index + 1 };
    await jobsStore.addFrame(next, index, file);
    keep({ ...find(id)!, done: index + 1 });
    useQueue.setState(({ going }) => ({ going: going && { ...going, drawn: going.drawn + 1 } }));
    latest = canvas;
    for (const watch of watchers) watch(canvas);
  });
}

/** Draws what waits, one render after another. */
async function goOn(): Promise<void> {
  if (useQueue.getState().going) return;
  const job = useQueue.getState().jobs.find(({ state }) => state === 'waiting');
  if (!job) return;
  const { id, settings } = job;
  stop = new AbortController();
  const { signal } = stop;
  useQueue.setState({ going: { id, since: performance.now(), drawn: 0, packed: 0 } });
  const work = async () => {
    try {
      await change(id, { state: 'running' });
      await draw(id, signal);
      if (!signal.aborted && find(id)!.done >= picturesOf(settings, job.scene.emitters).length) await finish(id);
    } catch (error) {
      await change(id, { state: 'failed', note: words(error) }).catch(() => undefined);
    }
    useQueue.setState({ going: undefined });
  };
  running = work();
  await running;
  void goOn();
}

/**
 * Makes the clip of a render whose pictures are all drawn; pictures themselves are put together when they are saved.
 */
async function finish(id: number): Promise<void> {
  const job = find(id)!;
  if (formatOf(job.settings.format).frames) return change(id, { state: 'done' });
  await change(id, { state: 'packing' });
  const { blob, note } = await packed(job, (n) =>
    useQueue.setState(({ going }) => ({ going: going && { ...going, packed: n } })),
  );
  const done: Job = { ...find(id)!, state: 'done', note };
  await jobsStore.putClip(done, blob);
  keep(done);
}

/** The file of a render that is done, to be saved. */
export async function fileOf(id: number): Promise<Blob> {
  const job = find(id)!;
  return (await jobsStore.clip(id)) ?? (await packed(job)).blob;
}
