import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Scene } from '../../core/scene/document';
import { newScene } from '../../core/scene/starters';
import { api, ApiError } from '../api';
import { Saver, useSaveState } from './save-store';
import { editScene, openedScene, openScene, undo } from './scene-store';

const start = newScene('Saved');
const state = () => useSaveState.getState().state;
const setSeed = (seed: number) => editScene((scene) => void (scene.seed = seed));
let saver: Saver;

/** A server that keeps one scene at a revision. */
function server() {
  const kept = { revision: 1, scene: start as Scene, down: false };
  vi.spyOn(api, 'save').mockImplementation(async (_id, revision, scene) => {
    await Promise.resolve();
    if (kept.down)
      throw new ApiError(0, [{ code: 'unreachable', field: 'server', message: 'The server does not answer.', allowed: '' }], undefined);
    if (revision !== kept.revision) throw new ApiError(412, [], kept.revision);
    kept.scene = scene;
    kept.revision++;
    return { revision: kept.revision, changed: 'then' };
  });
  vi.spyOn(api, 'open').mockImplementation(async () => ({ id: 's', revision: kept.revision, changed: 'then', scene: kept.scene }));
  vi.spyOn(api, 'create').mockImplementation(async ({ name }) => ({
    id: 'copy',
    revision: 1,
    changed: 'then',
    scene: { ...start, name: name! },
  }));
  return kept;
}

beforeEach(() => {
  vi.useFakeTimers();
  openScene(start);
  saver = new Saver('s', 1, start, 'before');
});
afterEach(() => {
  saver.dispose();
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe('saving by itself', () => {
  it('waits for a pause, then saves the latest, once', async () => {
    const kept = server();
    expect(state()).toEqual({ kind: 'saved', at: 'before' });
    for (const seed of [2, 3, 4]) setSeed(seed);
    expect(state().kind).toBe('waiting');
    await vi.advanceTimersByTimeAsync(600);
    expect(kept).toMatchObject({ revision: 2, scene: { seed: 4 } });
    expect(state()).toEqual({ kind: 'saved', at: 'then' });
    expect(saver.savedRevision).toBe(2);
  });

  it('an edit that is taken back before it is saved leaves all saved, and says so', async () => {
    const kept = server();
    setSeed(2);
    expect(state().kind).toBe('waiting');
    undo();
    expect(openedScene()).toBe(start);
    await vi.advanceTimersByTimeAsync(600);
    expect(state()).toEqual({ kind: 'saved', at: 'before' });
    expect(kept.revision).toBe(1);
  });

  it('an edit made while it saves is saved after it, over the new revision', async () => {
    const kept = server();
    setSeed(2);
    const first = saver.flush();
    setSeed(3);
    await first;
    await vi.advanceTimersByTimeAsync(1000);
    expect(kept).toMatchObject({ revision: 3, scene: { seed: 3 } });
    expect(state().kind).toBe('saved');
  });

  it('without an answer it says so and tries again until there is one', async () => {
    const kept = server();
    kept.down = true;
    setSeed(7);
    await vi.advanceTimersByTimeAsync(600);
    expect(state()).toEqual({ kind: 'lost', message: 'The server does not answer.' });
    await vi.advanceTimersByTimeAsync(2500);
    expect(state().kind).toBe('lost');
    kept.down = false;
    await vi.advanceTimersByTimeAsync(2500);
    expect(state().kind).toBe('saved');
    expect(kept.scene.seed).toBe(7);
  });

  it('nothing is called saved that is not', async () => {
    server();
    setSeed(2);
    const saving = saver.flush();
    expect(state().kind).toBe('saving');
    await saving;
    setSeed(3);
    expect(state().kind).toBe('waiting');
  });
});

describe('a scene that another window saved in the meantime', () => {
  async function conflict() {
    const kept = server();
    kept.revision = 5;
    kept.scene = { ...start, seed: 50 };
    setSeed(2);
    await vi.advanceTimersByTimeAsync(600);
    expect(state()).toEqual({ kind: 'conflict', theirs: 5 });
    return kept;
  }

  it('is not saved over, however long one works on', async () => {
    const kept = await conflict();
    setSeed(3);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(kept.scene.seed).toBe(50);
    expect(openedScene().seed).toBe(3);
  });

  it('theirs may be taken', async () => {
    await conflict();
    await saver.takeTheirs();
    expect(openedScene().seed).toBe(50);
    expect(state().kind).toBe('saved');
  });

  it('mine may be kept over theirs', async () => {
    const kept = await conflict();
    await saver.keepMine(5);
    expect(kept).toMatchObject({ revision: 6, scene: { seed: 2 } });
    expect(state().kind).toBe('saved');
  });

  it('mine may become a scene of its own', async () => {
    const kept = await conflict();
    vi.mocked(api.save).mockImplementationOnce(async (id, revision, scene) => {
      expect([id, revision, scene.seed, scene.name]).toEqual(['copy', 1, 2, 'Saved mine']);
      return { revision: 2, changed: 'then' };
    });
    expect(await saver.mineAsCopy()).toBe('copy');
    expect(openedScene().seed).toBe(50);
    expect(kept.revision).toBe(5);
  });
});
