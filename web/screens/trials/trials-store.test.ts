import { beforeEach, describe, expect, it, vi } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import type { ToTrial } from './jobs';
import type * as TrialsStore from './trials-store';

const { hands, startWorker } = await vi.hoisted(async () => (await import('../../tests/hands')).handsOf<ToTrial>());
vi.stubGlobal('navigator', { hardwareConcurrency: 2 });
vi.mock('../../state/start-worker', () => ({ startWorker }));

const scene = testScene({
  emitter: { emission: [{ kind: 'burst', count: 100 }] },
  fields: [{ settings: { kind: 'wind' }, strength: 2 }, { settings: { kind: 'vortex' } }],
});
const STRENGTH = 'fields/f0/strength';
let store: typeof TrialsStore;
const state = () => store.useTrials.getState();
/** Makes a sheet of the strengths that are typed. */
const sheetOf = (text: string) => {
  store.setTrials({ across: { address: STRENGTH, text }, down: undefined, frames: 10, particles: 50 });
  store.makeSheet(scene);
  return state().sheet!;
};
const tasks = () => hands.flatMap(({ posted }) => posted).filter((message) => message.type === 'trial');

beforeEach(async () => {
  hands.length = 0;
  vi.resetModules();
  store = await import('./trials-store');
  store.beginTrials('scene', scene);
});

describe('what is varied', () => {
  it('begins with the strength of the first field, in five steps through its usual range', () => {
    expect(state().across.address).toMatch(/^fields\/.*\/strength$/);
    expect(state().across.text).toMatch(/^-?[\d.]+:-?[\d.]+:5$/);
    expect(state().down).toBeUndefined();
  });

  it('stays while the same scene is open', () => {
    store.setTrials({ across: { address: STRENGTH, text: '1, 2' } });
    store.beginTrials('scene', scene);
    expect(state().across.text).toBe('1, 2');
    store.beginTrials('another', scene);
    expect(state().across.text).not.toBe('1, 2');
  });

  it('is every option of a choice, up to what a side holds, and a handful of numbers where there are very many', () => {
    const variable = { address: 'a', thing: 'A', label: 'L', unit: '', moved: false };
    const options = Array.from({ length: 12 }, (_, i) => `o${i}`);
    expect(store.usualText({ ...variable, options } as never).split(', ')).toHaveLength(8);
    expect(store.usualText({ ...variable, usual: [0, 1000], whole: true } as never)).toBe('1, 2, 3, 4, 5, 6');
    expect(store.usualText({ ...variable, usual: [0, 12], whole: true } as never)).toBe('0:12:5');
    expect(store.valueText('smooth')).toBe('smooth');
    expect(store.usualText({ ...variable, usual: [0, 1], fraction: true } as never)).toBe('0%:100%:5');
    // About the present value, where that leaves room.
    const about = (value: number) => store.usualText({ ...variable, value, usual: [-20, 20] } as never);
    expect([0.7, -0.3, 12, 0].map(about)).toEqual(['0:1.4:5', '-0.6:0:5', '-20:20:5', '-20:20:5']);
    expect([store.valueText(0.25, true), store.valueText(0.25)]).toEqual(['25 %', '0.25']);
  });
});

describe('a sheet', () => {
  it('has a trial for each value, and for each pair of two numbers', () => {
    expect(sheetOf('1, 2, 4').trials.map(({ values }) => values)).toEqual([
      [[STRENGTH, 1]],
      [[STRENGTH, 2]],
      [[STRENGTH, 4]],
    ]);
    store.setTrials({ down: { address: 'fields/f1/strength', text: '0:1:2' } });
    store.makeSheet(scene);
    expect(state().sheet!.trials).toHaveLength(6);
    expect(state().sheet!.through).toBe(10);
  });

  it('has no more frames than the shot', () => {
    store.setTrials({ across: { address: STRENGTH, text: '1, 2' }, down: undefined, frames: 48, particles: 50 });
    store.makeSheet({ ...scene, time: { ...scene.time, first: 5, last: 35 } });
    expect([state().sheet!.first, state().sheet!.through]).toEqual([5, 35]);
  });

  it('is refused in words, and the one before stays', () => {
    const before = sheetOf('1, 2');
    const faultOf = (change: Parameters<typeof store.setTrials>[0]) => {
      store.setTrials({ fault: undefined, ...change });
      store.makeSheet(scene);
      expect(state().sheet).toBe(before);
      return state().fault;
    };
    expect(faultOf({ across: { address: STRENGTH, text: '0:1:9' } })).toMatch(/has 9 values. The limit is 8/);
    expect(faultOf({ across: { address: STRENGTH, text: 'much' } })).toMatch(/much/);
    const across = { address: STRENGTH, text: '1, 2' };
    expect(faultOf({ across, down: across })).toMatch(/is varied twice. Choose two different numbers/);
    store.setTrials({ down: undefined });
  });

  it('is made coarse first, then with all the particles that are wanted', () => {
    sheetOf('1, 2');
    const first = tasks();
    expect(first.length).toBeGreaterThan(0);
    expect(first.every(({ draftFraction }) => draftFraction === 0.5 / 8)).toBe(true);
  });

  it('takes its answers, and none of an older sheet', () => {
    const { number } = sheetOf('1, 2');
    const answer = {
      type: 'trial',
      number,
      index: 1,
      draftFraction: 0.5 / 8,
      shots: [{ points: new Uint16Array(2), counts: [1] }],
      measured: {},
    };
    hands[0]!.say('message', { data: { ...answer, number: number - 1 } });
    expect(state().sheet!.trials[1]!.fine).toBe(0);
    hands[0]!.say('message', { data: answer });
    expect(state().sheet!.trials[1]!.fine).toBeCloseTo(1 / 8, 9);
    hands[0]!.say('message', { data: { ...answer, draftFraction: 0.5 } });
    expect(state().sheet!.trials.map(({ fine }) => fine)).toEqual([0, 1]);
    expect(state().sheet!.seconds.done).toBeUndefined();
    hands[0]!.say('message', { data: { ...answer, index: 0, draftFraction: 0.5 } });
    expect(state().sheet!.seconds.done).toBeGreaterThanOrEqual(0);
  });

  it('says at the trial why it was refused; the others go on', () => {
    const { number } = sheetOf('1, 2');
    hands[0]!.say('message', { data: { type: 'refused', number, index: 0, message: 'too many' } });
    expect(state().sheet!.trials.map(({ refused }) => refused)).toEqual(['too many', undefined]);
    hands[0]!.say('message', { data: { type: 'refused', number, index: -1, message: 'no room' } });
    expect(state().sheet!.trials.map(({ refused }) => refused)).toEqual(['no room', 'no room']);
  });

  it('is stopped with what is there; trials are marked and unmarked', () => {
    sheetOf('1, 2');
    store.mark(1);
    store.stopSheet();
    expect(state().sheet).toMatchObject({ stopped: true });
    expect(state().sheet!.trials.map(({ marked }) => marked)).toEqual([false, true]);
    store.mark(1);
    expect(state().sheet!.trials[1]!.marked).toBe(false);
  });
});

describe('a finer sheet', () => {
  it('goes half way to the neighbours on both sides of a trial', () => {
    sheetOf('1, 2, 4');
    store.finerAround(1);
    expect(state().across.text).toBe('1.5:3:3');
  });

  it('goes as far beyond the end as it goes inward there', () => {
    sheetOf('1, 2, 4');
    store.finerAround(0);
    expect(state().across.text).toBe('0.5:1.5:3');
    sheetOf('1, 2, 4');
    store.finerAround(2);
    expect(state().across.text).toBe('3:5:3');
  });

  it('leaves names, and a single value, as they are', () => {
    sheetOf('3');
    store.finerAround(0);
    expect(state().across.text).toBe('3');
    store.finerAround(9);
    expect(state().across.text).toBe('3');
  });
});
