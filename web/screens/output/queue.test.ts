import { beforeEach, describe, expect, it, vi } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import type { RenderSettings } from '../../../formats/render-settings';
import type { Job } from './jobs-store';
import type * as Queue from './queue';

/** Renders as a browser keeps them, and pictures that are drawn when a test says so. */
const kept = vi.hoisted(() => ({
  jobs: new Map<number, { id: number }>(),
  frames: new Map<string, object>(),
  clips: new Map<number, Blob>(),
}));
const drawing = vi.hoisted(() => ({
  left: 0,
  fails: undefined as Error | undefined,
  release: undefined as (() => void) | undefined,
}));

vi.mock('./jobs-store', () => ({
  jobsStore: {
    list: () => Promise.resolve([...kept.jobs.values()]),
    put: (job: Job) => Promise.resolve(void kept.jobs.set(job.id, job)),
    addFrame: (job: Job, index: number, blob: Blob) => {
      kept.frames.set(`${job.id} ${index}`, blob);
      kept.jobs.set(job.id, job);
      return Promise.resolve();
    },
    putClip: (job: Job, blob: Blob) => {
      kept.clips.set(job.id, blob);
      kept.jobs.set(job.id, job);
      return Promise.resolve();
    },
    clip: (id: number) => Promise.resolve(kept.clips.get(id)),
    remove: (id: number) => Promise.resolve(void kept.jobs.delete(id)),
  },
}));
vi.mock('./draw-frames', () => ({
  drawFrames: async (
    _scene: unknown,
    settings: RenderSettings,
    done: number,
    signal: AbortSignal,
    take: (index: number, file: object, canvas: object) => Promise<void>,
  ) => {
    for (let index = done; index <= settings.through - settings.from && !signal.aborted; index++) {
      if (drawing.fails) throw drawing.fails;
      if (drawing.left === 0) {
        await new Promise<void>((resolve) => {
          drawing.release = resolve;
          signal.addEventListener('abort', () => resolve());
        });
        if (signal.aborted) return;
      }
      drawing.left--;
      await take(index, {}, { picture: index });
    }
  },
}));
vi.mock('./pack', () => ({ packed: () => Promise.resolve({ blob: 'the clip' as never, note: 'Even sizes.' }) }));

const scene = testScene({ time: { last: 5 } });
const settings = (over: Partial<RenderSettings> = {}): RenderSettings => ({
  format: 'png',
  bits: '8',
  alpha: 'none',
  from: 0,
  through: 5,
  every: 1,
  layers: false,
  split: 'together',
  bake: '',
  pattern: 'shot_####',
  ...over,
});

let queue: typeof Queue;
const job = (id = 1) => queue.useQueue.getState().jobs.find((one) => one.id === id);
const until = (state: Job['state'], id = 1) => vi.waitFor(() => expect(job(id)!.state).toBe(state));

beforeEach(async () => {
  kept.jobs.clear();
  kept.frames.clear();
  kept.clips.clear();
  Object.assign(drawing, { left: 1000, fails: undefined });
  vi.resetModules();
  queue = await import('./queue');
});

describe('the queue of renders', () => {
  it('draws all pictures of a render and keeps each as it comes', async () => {
    const seen: object[] = [];
    queue.onDrawn((canvas) => seen.push(canvas));
    await queue.order(scene, settings());
    await until('done');
    expect([...kept.frames.keys()]).toEqual([0, 1, 2, 3, 4, 5].map((i) => `1 ${i}`));
    expect(job()!.done).toBe(6);
    expect(seen).toHaveLength(6);
    expect(queue.useQueue.getState().going).toBeUndefined();
  });

  it('draws one render after another, in the order in which they came', async () => {
    drawing.left = 2;
    await queue.order(scene, settings());
    await queue.order(scene, settings({ pattern: 'second_####' }));
    await vi.waitFor(() => expect(job()!.done).toBe(2));
    expect([job(1)!.state, job(2)!.state]).toEqual(['running', 'waiting']);
    drawing.left = 1000;
    drawing.release!();
    await until('done', 2);
    expect(job(1)!.state).toBe('done');
  });

  it('pauses on the frame where it is and goes on from there', async () => {
    drawing.left = 3;
    await queue.order(scene, settings());
    await vi.waitFor(() => expect(job()!.done).toBe(3));
    await queue.pause(1);
    expect(job()).toMatchObject({ state: 'paused', done: 3 });
    kept.frames.clear();
    drawing.left = 1000;
    await queue.resume(1);
    await until('done');
    expect([...kept.frames.keys()]).toEqual(['1 3', '1 4', '1 5']);
  });

  it('keeps a render that came to its end as it was paused', async () => {
    await queue.order(scene, settings());
    await until('done');
    await queue.pause(1);
    expect(job()!.state).toBe('done');
  });

  it('is taken away while it is drawn, and nothing of it comes back', async () => {
    drawing.left = 1;
    await queue.order(scene, settings());
    await vi.waitFor(() => expect(job()!.done).toBe(1));
    await queue.remove(1);
    expect(job()).toBeUndefined();
    expect(kept.jobs.size).toBe(0);
  });

  it('says what stopped it, and that a full browser keeps what is drawn', async () => {
    drawing.fails = new Error('the graphics went away');
    await queue.order(scene, settings());
    await until('failed');
    expect(job()!.note).toBe('It stopped: the graphics went away.');
    drawing.fails = Object.assign(new Error('full'), { name: 'QuotaExceededError' });
    await queue.resume(1);
    await vi.waitFor(() =>
      expect(job()!.note).toMatch(/^The browser has no room left for pictures. Finished ones are kept/),
    );
    drawing.fails = undefined;
    await queue.resume(1);
    await until('done');
    expect(job()!.note).toBe('');
  });

  it('makes a clip of its pictures, with what is to be known of it', async () => {
    await queue.order(scene, settings({ format: 'mp4' }));
    await until('done');
    expect(job()!.note).toBe('Even sizes.');
    expect(await queue.fileOf(1)).toBe('the clip');
    expect(kept.clips.size).toBe(1);
  });

  it('after a reload has paused what was under way, and what was done is done', async () => {
    const old = (id: number, state: Job['state']) =>
      kept.jobs.set(id, { id, scene, settings: settings(), state, done: 2, note: '' } as never);
    old(1, 'running');
    old(2, 'done');
    old(3, 'packing');
    old(4, 'waiting');
    await queue.loadQueue();
    expect(queue.useQueue.getState().jobs.map(({ state }) => state)).toEqual(['paused', 'done', 'paused', 'paused']);
    await queue.order(scene, settings());
    expect(job(5)).toBeDefined();
  });
});
