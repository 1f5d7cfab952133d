import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Scene } from '../../../core/document/scene';
import { newScene } from '../../../core/scene/starters';
import { ApiError } from '../api';
import { journalInMemory } from './journal-in-memory';
import { reconciled } from './open-saved';
import { Saver, type SaverDeps } from './saver';

const start = newScene('Saved');
const seeded = (seed: number): Scene => ({ ...start, seed });

/**
 * A server that keeps scenes at revisions. `hold` keeps answers back until it is resolved; what is held is done at
 * once.
 */
function aServer() {
  const scenes = new Map<string, { revision: number; scene: Scene; deleted?: boolean }>();
  const kept = { scenes, down: false, status: 0, hold: undefined as Promise<void> | undefined, saves: 0 };
  const found = (id: string) => {
    const scene = scenes.get(id);
    if (!scene || scene.deleted)
      throw new ApiError(404, [{ code: 'missing', field: 'id', message: 'Gone.', allowed: '' }], undefined);
    return scene;
  };
  const api: SaverDeps['api'] = {
    async save(id, revision, scene) {
      kept.saves++;
      await Promise.resolve();
      if (kept.down)
        throw new ApiError(
          0,
          [{ code: 'unreachable', field: 'server', message: 'No answer.', allowed: '' }],
          undefined,
        );
      if (kept.status > 0) throw new ApiError(kept.status, [], undefined);
      const own = found(id);
      if (revision !== own.revision) throw new ApiError(412, [], own.revision);
      own.scene = structuredClone(scene);
      own.revision++;
      const answer = { revision: own.revision, changed: `at ${own.revision}` };
      await kept.hold;
      return answer;
    },
    open: async (id) =>
      Promise.resolve({
        id,
        changed: `at ${found(id).revision}`,
        revision: found(id).revision,
        scene: found(id).scene,
      }),
    async create({ name }) {
      scenes.set('copy', { revision: 1, scene: { ...start, name: name! } });
      return Promise.resolve({ id: 'copy', revision: 1, changed: 'then', scene: { ...start, name: name! } });
    },
    async restore(id) {
      scenes.get(id)!.deleted = false;
      return Promise.resolve({ id, changed: 'then', ...scenes.get(id)! });
    },
  };
  return { kept, api };
}

let server: ReturnType<typeof aServer>;
let memory: ReturnType<typeof journalInMemory>;
let shown: Scene[];

function open(id: string, scene: Scene = start): Saver {
  server.kept.scenes.set(id, { revision: 1, scene });
  const opened = { id, saved: scene, revision: 1, changed: 'before', present: scene, sent: [] };
  return new Saver(opened, {
    api: server.api,
    journal: memory.journal,
    window: 'w',
    show: (theirs) => void shown.push(theirs),
  });
}

const kind = (saver: Saver) => saver.state.getState().kind;
const stored = (id: string) => server.kept.scenes.get(id)!;

beforeEach(() => {
  vi.useFakeTimers();
  server = aServer();
  memory = journalInMemory();
  shown = [];
});
afterEach(() => vi.useRealTimers());

describe('saving by itself', () => {
  it('waits for a pause, then saves the latest, once', async () => {
    const saver = open('a');
    for (const seed of [2, 3, 4]) saver.take(seeded(seed));
    expect(kind(saver)).toBe('waiting');
    await vi.advanceTimersByTimeAsync(600);
    expect([stored('a').scene.seed, server.kept.saves]).toEqual([4, 1]);
    expect(saver.state.getState()).toEqual({ kind: 'saved', at: 'at 2' });
    expect(saver.savedRevision).toBe(2);
  });

  it('an edit that is taken back before it is saved leaves all saved, and says so', async () => {
    const saver = open('a');
    saver.take(seeded(2));
    saver.take(structuredClone(start));
    expect(kind(saver)).toBe('saved');
    await vi.advanceTimersByTimeAsync(600);
    expect(server.kept.saves).toBe(0);
  });

  it('an edit made while it saves is saved after it, over the new revision', async () => {
    const saver = open('a');
    saver.take(seeded(2));
    const first = saver.flush();
    saver.take(seeded(3));
    expect(kind(saver)).toBe('saving');
    await first;
    await vi.advanceTimersByTimeAsync(1000);
    expect(stored('a')).toMatchObject({ revision: 3, scene: { seed: 3 } });
    expect(kind(saver)).toBe('saved');
  });

  it('without an answer it says so and tries again until there is one', async () => {
    const saver = open('a');
    server.kept.down = true;
    saver.take(seeded(7));
    await vi.advanceTimersByTimeAsync(3000);
    expect(saver.state.getState()).toEqual({ kind: 'lost', message: 'No answer.' });
    server.kept.down = false;
    await vi.advanceTimersByTimeAsync(2500);
    expect(kind(saver)).toBe('saved');
    expect(stored('a').scene.seed).toBe(7);
  });

  it('a full disk is tried again; a refusal waits for the next edit', async () => {
    const saver = open('a');
    server.kept.status = 507;
    saver.take(seeded(7));
    await vi.advanceTimersByTimeAsync(600);
    expect(kind(saver)).toBe('lost');
    server.kept.status = 422;
    await vi.advanceTimersByTimeAsync(2500);
    expect(kind(saver)).toBe('refused');
    const { saves } = server.kept;
    await vi.advanceTimersByTimeAsync(20_000);
    expect(server.kept.saves).toBe(saves);
    server.kept.status = 0;
    saver.take(seeded(8));
    await vi.advanceTimersByTimeAsync(600);
    expect(stored('a').scene.seed).toBe(8);
  });

  it('a scene that was deleted elsewhere is brought back with the edits', async () => {
    const saver = open('a');
    stored('a').deleted = true;
    saver.take(seeded(6));
    await vi.advanceTimersByTimeAsync(600);
    expect(saver.state.getState()).toMatchObject({ kind: 'refused', gone: true });
    await saver.bringBack();
    expect([kind(saver), stored('a').scene.seed]).toEqual(['saved', 6]);
  });
});

describe('a saver belongs to one scene', () => {
  it('closed while its answer is held, or while there is none, it saves its own scene and no other’s', async () => {
    const a = open('a', { ...start, name: 'A' });
    a.take({ ...start, name: 'A', seed: 11 });
    server.kept.down = true;
    await vi.advanceTimersByTimeAsync(600);
    a.close();
    const b = open('b', { ...start, name: 'B' });
    b.take({ ...start, name: 'B', seed: 22 });
    server.kept.down = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect([stored('a').scene.name, stored('a').scene.seed]).toEqual(['A', 11]);
    expect([stored('b').scene.name, stored('b').scene.seed]).toEqual(['B', 22]);
    expect([kind(a), kind(b)]).toEqual(['saved', 'saved']);
  });

  it('handed over, it does nothing more, and returns the unsaved edits', async () => {
    const a = open('a');
    a.take(seeded(5));
    expect(a.handOver()).toMatchObject({ scene: 'a', revision: 1, saved: false, document: { seed: 5 } });
    await vi.advanceTimersByTimeAsync(10_000);
    expect(server.kept.saves).toBe(0);
  });
});

describe('the journal', () => {
  const entry = () => memory.entries.get('a w')!;

  it('is given an edit at once, before any timer, and the last of a series soon after', async () => {
    const saver = open('a');
    saver.take(seeded(3));
    expect(entry()).toMatchObject({ saved: false, document: { seed: 3 } });
    for (const seed of [4, 5, 6]) saver.take(seeded(seed));
    expect(entry().document.seed).toBe(3);
    await vi.advanceTimersByTimeAsync(100);
    expect(entry().document.seed).toBe(6);
  });

  it('has every edit within 200 ms, and knows when the server has it', async () => {
    const saver = open('a');
    server.kept.down = true;
    saver.take(seeded(3));
    await vi.advanceTimersByTimeAsync(200);
    expect(entry()).toMatchObject({ saved: false, revision: 1, document: { seed: 3 } });
    server.kept.down = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect(entry()).toMatchObject({ saved: true, revision: 2, sent: [] });
  });

  it('that can’t be written to shows in the saver’s state, until it can', async () => {
    const saver = open('a');
    memory.kept.full = true;
    saver.take(seeded(3));
    await vi.advanceTimersByTimeAsync(200);
    expect(saver.unkept.getState().unkept).toBe(true);
    memory.kept.full = false;
    saver.take(seeded(4));
    await vi.advanceTimersByTimeAsync(200);
    expect(saver.unkept.getState().unkept).toBe(false);
  });

  it('gives edits back that were never answered: over the revision they were made from', () => {
    const left = {
      scene: 'a',
      window: 'w',
      at: 1,
      revision: 4,
      changed: 'x',
      document: seeded(9),
      saved: false,
      sent: [],
    };
    const server = { id: 'a', revision: 4, changed: 'now', scene: start };
    expect(reconciled(server, left)).toMatchObject({ revision: 4, present: { seed: 9 }, saved: { seed: 1 } });
    expect(reconciled(server, { ...left, saved: true }).present).toBe(start);
    expect(reconciled(server, undefined).present).toBe(start);
  });

  it('knows its own save that arrived without an answer; it asks only where another changed the scene', () => {
    const left = {
      scene: 'a',
      window: 'w',
      at: 1,
      revision: 4,
      changed: 'x',
      document: seeded(9),
      saved: false,
      sent: [seeded(8)],
    };
    const at = (scene: Scene) => reconciled({ id: 'a', revision: 5, changed: 'now', scene }, left);
    expect(at(seeded(8))).toMatchObject({ revision: 5, present: { seed: 9 } });
    expect(at(seeded(8)).theirs).toBeUndefined();
    expect(at(seeded(9)).present).toMatchObject({ seed: 9 });
    expect(at(seeded(9)).theirs).toBeUndefined();
    expect(at(seeded(7))).toMatchObject({ theirs: 5, present: { seed: 9 } });
  });
});

describe('a scene that another window saved in the meantime', () => {
  async function conflict(): Promise<Saver> {
    const saver = open('a');
    Object.assign(stored('a'), { revision: 5, scene: seeded(50) });
    saver.take(seeded(2));
    await vi.advanceTimersByTimeAsync(600);
    expect(saver.state.getState()).toEqual({ kind: 'conflict', theirs: 5 });
    return saver;
  }

  it('is not saved over, however long one works on', async () => {
    const saver = await conflict();
    saver.take(seeded(3));
    await vi.advanceTimersByTimeAsync(10_000);
    expect(stored('a').scene.seed).toBe(50);
    expect(shown).toEqual([]);
  });

  it('theirs may be taken', async () => {
    const saver = await conflict();
    await saver.takeTheirs();
    expect(shown.map(({ seed }) => seed)).toEqual([50]);
    expect(kind(saver)).toBe('saved');
  });

  it('mine may be kept over theirs', async () => {
    const saver = await conflict();
    await saver.keepMine(5);
    expect(stored('a')).toMatchObject({ revision: 6, scene: { seed: 2 } });
    expect(kind(saver)).toBe('saved');
  });

  it('mine may become a scene of its own', async () => {
    const saver = await conflict();
    expect(await saver.mineAsCopy()).toBe('copy');
    expect(stored('copy').scene).toMatchObject({ seed: 2, name: 'Saved mine' });
    expect(shown.map(({ seed }) => seed)).toEqual([50]);
    expect(stored('a').revision).toBe(5);
  });

  it('is taken over without asking by a window without edits, as soon as it hears', async () => {
    const saver = open('a');
    Object.assign(stored('a'), { revision: 2, scene: seeded(50) });
    await saver.hear(2);
    expect(shown.map(({ seed }) => seed)).toEqual([50]);
    expect([kind(saver), saver.savedRevision]).toEqual(['saved', 2]);
    await saver.hear(2);
    expect(shown).toHaveLength(1);
  });

  it('is no conflict where it is the own save and only its answer was lost', async () => {
    const saver = open('a');
    let answer = () => {};
    server.kept.hold = new Promise((_, reject) => (answer = () => reject(new ApiError(0, [], undefined))));
    saver.take(seeded(2));
    await vi.advanceTimersByTimeAsync(600);
    answer();
    server.kept.hold = undefined;
    saver.take(seeded(3));
    await vi.advanceTimersByTimeAsync(6000);
    expect([kind(saver), stored('a').scene.seed, shown.length]).toEqual(['saved', 3, 0]);
  });
});
